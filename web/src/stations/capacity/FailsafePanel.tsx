import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import type { CapacityResults } from "./types";

/** A failsafe on the low side's pressure, to be typed into whatever guards the engine. */
export function FailsafePanel({ failsafe }: { failsafe: NonNullable<CapacityResults["failsafe"]> }) {
  const units = useUnits();
  return (
    <section className="panel" aria-labelledby="failsafe-title">
      <h2 id="failsafe-title" className="panel-title">
        Failsafe on the low side
      </h2>
      <p className="mt-1 text-[1.1rem] font-bold">
        Cut load below {units.hazy(failsafe.tripKpa, "kpa")} for {failsafe.delayS.toFixed(1)} s.
      </p>
      <ul className="mt-1 grid gap-1.5 text-[0.93rem] text-ink-2">
        {failsafe.risesWithManifold && <li>{said("capacity", "manifoldAmbientTripHas")}</li>}
        {failsafe.reasons.map((reason) => (
          <li key={reason.template}>{units.say(reason)}</li>
        ))}
      </ul>
    </section>
  );
}
