import type { CapacityAtPoint } from "../../api/client";
import { useUnits } from "../../words/useUnits";

/** Where the doubt of the answer comes from, and which check clears it. */
export function BudgetPanel({ point }: { point: CapacityAtPoint }) {
  const { budget, budgetOf } = point;
  const units = useUnits();
  const half = (plusMinus: number) =>
    budgetOf === "maxEthanolPct"
      ? plusMinus.toFixed(plusMinus < 1 ? 1 : 0)
      : `${units.step(plusMinus, "kw")} ${units.unit("kw")}`;
  const now = budgetOf === "maxEthanolPct" ? point.maxEthanolPct : budgetOf === "maxPowerKw" ? point.maxPowerKw : null;
  const first = budget.filter((line) => line.sharePct >= 1);
  return (
    <section className="panel" aria-labelledby="budget-title">
      <h2 id="budget-title" className="panel-title">
        Where the haze {budgetOf === "maxEthanolPct" ? "of the most ethanol" : "of the most power"} comes from
      </h2>
      {first.length === 0 && <p className="mt-2 text-ink-2">Nothing is in doubt: every number is given as exact.</p>}
      <ul className="mt-2 grid gap-3">
        {first.map((line) => (
          <li key={line.source}>
            <div className="flex items-baseline justify-between gap-3">
              <span>{line.label}</span>
              <span className="reading">{line.sharePct.toFixed(0)} %</span>
            </div>
            <div aria-hidden="true" className="mt-1 h-[9px] bg-base-300">
              <div className="h-full bg-base-content" style={{ width: `${line.sharePct}%` }} />
            </div>
            {line.check && line.sharePct >= 5 && (
              <p className="mt-1 text-[0.93rem] text-ink-2">
                {line.check.text}
                {now && line.check.plusMinusAfter < now.plusMinus && (
                  <>
                    {" "}
                    That alone brings it to <span className="reading">± {half(line.check.plusMinusAfter)}</span>.
                  </>
                )}
              </p>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
