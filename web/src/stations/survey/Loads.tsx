import type { SurveyVerdict } from "../../api/client";
import { UseBars } from "../../fuelSystem/UseBars";
import { useUnits } from "../../words/useUnits";

/** How heavily what carries the fuel would be used: Capacity's own numbers, before anything is planned there. */
export function Loads({ verdict }: { verdict: SurveyVerdict }) {
  const units = useUnits();
  const { loads, powerKw, ethanolPct } = verdict;
  return (
    <section className="panel" aria-labelledby="loads-title">
      <h2 id="loads-title" className="panel-title">
        {powerKw
          ? `First look: ${units.plain(powerKw.value, "kw", 0)} on E${ethanolPct.value.toFixed(0)}`
          : "First look at what carries the fuel"}
      </h2>
      {loads.length === 0 && <p className="mt-2 text-ink-2">Give the power, or at least the displacement.</p>}
      <UseBars uses={loads} />
      {loads.length > 0 && (
        <p className="mt-2 text-[0.88rem] text-ink-3">
          The dashed mark is the limit: the injectors' duty, the pump less its margin. Typical figures stand in for what is not
          known; Capacity says what would help.
        </p>
      )}
    </section>
  );
}
