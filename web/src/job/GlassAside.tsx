import { useState } from "react";
import type { BudgetLine, HazyNumber } from "../api/client";
import { LyingGlass } from "../glass/LyingGlass";
import { SightGlass } from "../glass/SightGlass";
import { digitsOf, type Haze } from "../words/numbers";
import { useUnits } from "../words/useUnits";
import { useJobContext } from "./jobContext";
import { readingOf } from "./reading";

/** The sight glass, always there: the reading, what it rests on, and on focus or hover where its haze comes from. */
export function GlassAside() {
  const [isOpen, setOpen] = useState(false);
  const context = useJobContext();
  const { reading, rests, budget, dispute } = readingOf(context);
  const ethanol = reading?.ethanolPct ?? null;
  const empty = dispute
    ? "In dispute: no value."
    : reading
      ? "No reading: the signal says why."
      : rests
        ? "Not known yet."
        : "Empty. A reading fills it.";
  return (
    <aside
      aria-label="Sight glass"
      className={`${context.work.old ? "outdated " : ""}order-first shrink-0 border-b border-rule px-4 lg:sticky lg:top-0 lg:order-none lg:flex
        lg:w-[186px] lg:flex-col lg:items-center lg:gap-4 lg:self-start lg:border-b-0 lg:py-5`}
    >
      <button
        type="button"
        className="no-print flex min-h-[48px] w-full items-center gap-3 text-left lg:hidden"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        {ethanol ? (
          <>
            <LyingGlass ethanolPct={ethanol.value} plusMinus={ethanol.plusMinus} />
            <Shown ethanol={ethanol} className="text-[1.3rem]" />
          </>
        ) : (
          <span className="text-ink-2">{empty}</span>
        )}
        <span className="ml-auto shrink-0 text-[0.95rem] text-ink-2">{isOpen ? "Close" : "Sight glass"}</span>
      </button>
      <div className={`items-center gap-4 pb-3 lg:flex lg:flex-col lg:pb-0 print:flex ${isOpen ? "flex" : "hidden"}`}>
        <SightGlass
          ethanolPct={ethanol?.value ?? null}
          plusMinus={ethanol?.plusMinus ?? 0}
          disputed={dispute?.said ?? []}
          className="h-[104px] lg:h-[378px]"
        />
        <div className="min-w-0 lg:text-center">
          {ethanol ? (
            <p className="max-lg:hidden print:block">
              <Shown ethanol={ethanol} className="text-[1.9rem]" />
            </p>
          ) : (
            <p className="text-ink-2 max-lg:hidden print:block">{empty}</p>
          )}
          {dispute && dispute.said.length > 0 && (
            <ul className="mt-1 grid gap-1 text-[0.86rem] text-ink-2">
              {dispute.said.map((side, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: one display may say two things
                <li key={i}>
                  {side.by} <span className="reading whitespace-nowrap">E{side.saysPct.toFixed(0)}</span>
                </li>
              ))}
            </ul>
          )}
          {reading?.fuelTempC && <Temperature fuelTempC={reading.fuelTempC} />}
          {budget && <BudgetOnDemand budget={budget} />}
          {rests && (
            <p className="mt-1 text-[0.86rem] break-words text-ink-3 lg:mt-2 lg:border-t lg:border-rule lg:pt-2">{rests}</p>
          )}
        </div>
      </div>
    </aside>
  );
}

function Shown({ ethanol, className }: { ethanol: Haze; className: string }) {
  const digits = digitsOf(ethanol);
  return (
    <span className="reading whitespace-nowrap">
      <b className={className}>E{ethanol.value.toFixed(digits)}</b>{" "}
      <span className="text-ink-2">±{ethanol.plusMinus.toFixed(digits)}</span>
    </span>
  );
}

function Temperature({ fuelTempC }: { fuelTempC: HazyNumber }) {
  const units = useUnits();
  return <p className="reading text-ink-2">{units.hazy(fuelTempC, "celsius")}</p>;
}

/** Opens on a press, and by itself under the pointer. */
function BudgetOnDemand({ budget }: { budget: readonly BudgetLine[] }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="group text-[0.86rem] text-ink-2 lg:mt-2">
      <button
        type="button"
        className="link-quiet min-h-[44px] lg:min-h-[32px]"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
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
