import type { StationHold } from "../api/client";
import { useUnits } from "../words/useUnits";

/** What stops the work at a station, and what clears it. */
export function Holds({ holds }: { holds: readonly StationHold[] }) {
  const units = useUnits();
  return holds.map((hold) => (
    <div key={`${hold.code} ${hold.about ?? ""}`} role="alert" className="hatched mt-4">
      <p className="px-4 py-3">
        <b className="text-stop">Stop here.</b> {units.say(hold.why)} <b>{units.say(hold.endsWhen)}</b>
      </p>
    </div>
  ));
}
