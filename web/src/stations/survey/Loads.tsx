import { UseBars } from "../../fuelSystem/UseBars";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import type { SurveyResults } from "./types";

/** How heavily what carries the fuel would be used: Capacity's own numbers, before anything is planned there. */
export function Loads({ results }: { results: SurveyResults }) {
  const units = useUnits();
  const { loads, powerKw, ethanolPct } = results;
  return (
    <section className="panel" aria-labelledby="loads-title">
      <h2 id="loads-title" className="panel-title">
        {powerKw
          ? `Loads at ${units.plain(powerKw.value, "kw", 0)} on E${ethanolPct.value.toFixed(0)}`
          : "Loads of the fuel system"}
      </h2>
      {loads.length === 0 && <p className="mt-2 text-ink-2">{said("survey", "givePowerLeastDisplacement")}</p>}
      <UseBars uses={loads} />
      {loads.length > 0 && <p className="mt-2 text-[0.88rem] text-ink-3">{said("survey", "dashedMarkLimitTypical")}</p>}
    </section>
  );
}
