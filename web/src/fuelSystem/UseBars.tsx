import type { FuelComponent, HazyNumber, Sentence } from "../api/client";
import { hazyText } from "../words/numbers";
import { useUnits } from "../words/useUnits";
import { componentNames } from "./words";

// Drawn up to here; what goes beyond ends at the edge.
const fullPct = 150;

/** How heavily what carries the fuel is used, with the haze drawn to scale; the dashed mark is the limit. */
export function UseBars({ uses }: { uses: readonly { component: FuelComponent; usePct: HazyNumber; limit: Sentence }[] }) {
  const units = useUnits();
  return (
    <div className="mt-2 grid gap-3">
      {uses.map(({ component, usePct, limit }) => {
        const at = (pct: number) => `${Math.min(100, Math.max(0, (100 * pct) / fullPct))}%`;
        const [low, high] = [usePct.value - usePct.plusMinus, usePct.value + usePct.plusMinus];
        return (
          <div key={component}>
            <p className="flex flex-wrap justify-between gap-x-4">
              <span className="first-letter:uppercase">{componentNames[component]}</span>
              <span>
                <span className="reading font-bold">{hazyText(usePct, " %", 0)}</span>{" "}
                <span className="text-[0.9rem] text-ink-3">{units.say(limit)}</span>
              </span>
            </p>
            <div className="relative mt-1 h-[14px] rounded-[3px] border border-edge" aria-hidden="true">
              <div
                className="absolute inset-0"
                style={{
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
  );
}
