import { useState } from "react";
import type { BudgetLine, Reading } from "../api/client";
import { SightGlass } from "../glass/SightGlass";
import { digitsOf } from "../words/numbers";
import { when } from "../words/times";
import { useUnits } from "../words/useUnits";
import { type JobContextValue, useJobContext } from "./jobContext";

/** The sight glass, always there: the reading, what it rests on, and on focus or hover where its haze comes from. */
export function GlassAside() {
  const { job, capacity, signal, live } = useJobContext();
  const units = useUnits();
  const watching = live.state !== "off";
  const reading: Reading | null = watching ? (live.frame?.capture.reading ?? null) : signal.rests ? signal.reading : null;
  const ethanol = reading?.ethanolPct ?? null;
  const boiling = capacity.results?.drive.atInlet.marginK ?? null;
  const temperature = reading?.fuelTempC ?? null;
  return (
    <aside
      aria-label="Sight glass"
      className="order-first flex shrink-0 items-center gap-4 border-b border-rule px-4 py-2 lg:sticky lg:top-0 lg:order-none lg:w-[186px] lg:flex-col lg:self-start lg:border-b-0 lg:py-5"
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
              : signal.rests || watching
                ? "Not known yet."
                : "Empty. A capture or a meter reading fills it."}
          </p>
        )}
        {temperature && <p className="reading text-ink-2">{units.hazy(temperature, "celsius")}</p>}
        {boiling && !watching && (
          <p className="text-[0.86rem] text-ink-2">
            <span className="reading">{units.hazy(boiling, "kelvinStep")}</span> to boiling on the hottest drive
          </p>
        )}
        {reading && !watching && <BudgetOnDemand budget={reading.budget} />}
        {(watching || signal.rests) && (
          <p className="mt-1 text-[0.86rem] break-words text-ink-3 lg:mt-2 lg:border-t lg:border-rule lg:pt-2">
            {watching ? "the stand-in, live; not this vehicle" : `rests on ${evidenceOf(signal)}`}
          </p>
        )}
        {!signal.rests && !watching && job.reading && (
          <p className="text-[0.86rem] text-ink-3">last saved E{job.reading.ethanolPct.toFixed(0)}</p>
        )}
      </div>
    </aside>
  );
}

function evidenceOf(signal: JobContextValue["signal"]): string {
  const what = signal.rests === "capture" ? "one capture" : "a meter reading";
  const savedAt = signal.saved?.envelope.savedAt;
  return `${what}${signal.changed || !savedAt ? ", not saved yet" : `, saved ${when(savedAt)}`}`;
}

/** Opens on a press, and by itself under the pointer. */
function BudgetOnDemand({ budget }: { budget: readonly BudgetLine[] }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="group text-[0.86rem] text-ink-2 lg:mt-2">
      <button type="button" className="link-quiet min-h-[32px]" aria-expanded={open} onClick={() => setOpen(!open)}>
        Where the haze comes from
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
