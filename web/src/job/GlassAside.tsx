import { useState } from "react";
import type { BudgetLine } from "../api/client";
import { SightGlass } from "../glass/SightGlass";
import { digitsOf } from "../words/numbers";
import { useUnits } from "../words/useUnits";
import { useJobContext } from "./jobContext";
import { readingOf } from "./reading";

/** The sight glass, always there: the reading, what it rests on, and on focus or hover where its haze comes from. */
export function GlassAside() {
  const units = useUnits();
  const context = useJobContext();
  const { reading, rests, budget } = readingOf(context);
  const ethanol = reading?.ethanolPct ?? null;
  return (
    <aside
      aria-label="Sight glass"
      className={`${context.work.old ? "outdated " : ""}order-first flex shrink-0 items-center gap-4 border-b border-rule px-4 py-2 lg:sticky lg:top-0 lg:order-none lg:w-[186px] lg:flex-col lg:self-start lg:border-b-0 lg:py-5`}
    >
      <SightGlass ethanolPct={ethanol?.value ?? null} plusMinus={ethanol?.plusMinus ?? 0} className="h-[104px] lg:h-[378px]" />
      <div className="min-w-0 lg:text-center">
        {ethanol ? (
          <p className="reading whitespace-nowrap">
            <b className="text-[1.9rem]">E{ethanol.value.toFixed(digitsOf(ethanol))}</b>{" "}
            <span className="text-ink-2">±{ethanol.plusMinus.toFixed(digitsOf(ethanol))}</span>
          </p>
        ) : (
          <p className="text-ink-2">
            {reading
              ? "No reading: the signal says why."
              : rests
                ? "Not known yet."
                : "Empty. A capture or a meter reading fills it."}
          </p>
        )}
        {reading?.fuelTempC && <p className="reading text-ink-2">{units.hazy(reading.fuelTempC, "celsius")}</p>}
        {budget && <BudgetOnDemand budget={budget} />}
        {rests && (
          <p className="mt-1 text-[0.86rem] break-words text-ink-3 lg:mt-2 lg:border-t lg:border-rule lg:pt-2">{rests}</p>
        )}
      </div>
    </aside>
  );
}

/** Opens on a press, and by itself under the pointer. */
function BudgetOnDemand({ budget }: { budget: readonly BudgetLine[] }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="group text-[0.86rem] text-ink-2 lg:mt-2">
      <button type="button" className="link-quiet min-h-[32px]" aria-expanded={open} onClick={() => setOpen(!open)}>
        What makes it hazy
      </button>
      <ul className={`mt-1 gap-1 group-hover:grid ${open ? "grid" : "hidden"}`}>
        {budget.map((line) => (
          <li key={line.source}>
            {line.label} <span className="reading whitespace-nowrap">{sharePct(line.sharePct)}</span>
          </li>
        ))}
        {budget.length === 0 && <li>There is no reading to be in doubt about.</li>}
      </ul>
    </div>
  );
}

function sharePct(share: number): string {
  return share < 0.5 ? "under 1 %" : `${share.toFixed(0)} %`;
}
