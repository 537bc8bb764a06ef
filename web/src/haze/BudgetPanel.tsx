import type { ReactNode } from "react";
import type { BudgetLine } from "../api/client";

interface Props {
  title: string;
  budget: readonly BudgetLine[];
  /** Half-width of the result now; null where there is none. */
  now: number | null;
  /** A half-width in words. */
  text: (half: number) => string;
  children?: ReactNode;
}

/** Where the doubt of a number comes from, how much each source is answerable for, and which check clears it. */
export function BudgetPanel({ title, budget, now, text, children }: Props) {
  const shown = budget.filter((line) => line.sharePct >= 0.5);
  return (
    <section className="panel" aria-label={title}>
      <h2 className="panel-title">{title}</h2>
      {shown.length === 0 && <p className="mt-2 text-ink-2">Nothing is in doubt: every number is given as exact.</p>}
      <ul className="mt-2 grid gap-3">
        {shown.map((line) => (
          <li key={line.source}>
            <div className="flex items-baseline justify-between gap-3">
              <span>{line.label}</span>
              <span className="reading">{line.sharePct < 1 ? "under 1" : line.sharePct.toFixed(0)} %</span>
            </div>
            <div aria-hidden="true" className="mt-1 h-[9px] bg-base-300">
              <div className="h-full bg-base-content" style={{ width: `${line.sharePct}%` }} />
            </div>
            {line.check && line.sharePct >= 1 && (
              <p className="mt-1 text-[0.93rem] text-ink-2">
                {line.check.text}
                {now !== null && line.check.plusMinusAfter < now && (
                  <>
                    {" "}
                    Then <span className="reading">± {text(line.check.plusMinusAfter)}</span>.
                  </>
                )}
              </p>
            )}
          </li>
        ))}
      </ul>
      {children}
    </section>
  );
}
