import type { SurveyVerdict } from "../../api/client";
import { hazyText } from "../../words/numbers";
import { useUnits } from "../../words/useUnits";

const names = { pump: "Pump", injectors: "Injectors" } as const;
// Drawn up to here; what goes beyond ends at the edge.
const fullPct = 150;

/** How heavily pump and injectors would be used, with the haze drawn to scale. */
export function Loads({ verdict }: { verdict: SurveyVerdict }) {
  const units = useUnits();
  const { loads, powerKw, ethanolPct } = verdict;
  return (
    <section className="panel" aria-labelledby="loads-title">
      <h2 id="loads-title" className="panel-title">
        {powerKw
          ? `First look: ${units.plain(powerKw.value, "kw", 0)} on E${ethanolPct.value.toFixed(0)}`
          : "First look at pump and injectors"}
      </h2>
      {loads.length === 0 && <p className="mt-2 text-ink-2">Give the power, or at least the displacement.</p>}
      <div className="mt-2 grid gap-3">
        {loads.map(({ component, usePct }) => {
          const at = (pct: number) => `${Math.min(100, Math.max(0, (100 * pct) / fullPct))}%`;
          const [low, high] = [usePct.value - usePct.plusMinus, usePct.value + usePct.plusMinus];
          return (
            <div key={component}>
              <p className="flex justify-between gap-4">
                <span>{names[component]}</span>
                <span className="reading font-bold">{hazyText(usePct, " %", 0)}</span>
              </p>
              <div className="relative mt-1 h-[14px] rounded-[3px] border border-edge" aria-hidden="true">
                <div
                  className="absolute inset-y-0 left-0"
                  style={{
                    right: 0,
                    background: `linear-gradient(to right, var(--color-base-content) ${at(low)}, transparent ${at(high)})`,
                    opacity: 0.75,
                  }}
                />
                <div className="absolute -inset-y-[5px] border-l-2 border-dashed border-stop" style={{ left: at(100) }} />
              </div>
            </div>
          );
        })}
      </div>
      {loads.length > 0 && (
        <p className="mt-2 text-[0.88rem] text-ink-3">
          The dashed mark is all there is. Rough on purpose: typical figures stand in for what is not known.
        </p>
      )}
    </section>
  );
}
