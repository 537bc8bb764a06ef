import { useState } from "react";
import type { BudgetLine, Job } from "../api/client";
import { SightGlass } from "../glass/SightGlass";
import { hazyText } from "../words/numbers";
import { when } from "../words/times";
import type { JobWork } from "./jobContext";

/** The sight glass, always there: the reading, what it rests on, and on focus or hover where its haze comes from. */
export function GlassAside({ job, work }: { job: Job; work: JobWork }) {
  const reading = work.document.capture ? work.reading : null;
  const ethanol = reading?.ethanolPct ?? null;
  const temperature = reading?.fuelTempC ?? null;
  const savedAt = work.saved?.envelope.savedAt;
  return (
    <aside
      aria-label="Sight glass"
      className="order-first flex shrink-0 items-center gap-4 border-b border-rule px-4 py-2 lg:sticky lg:top-0 lg:order-none lg:w-[186px] lg:flex-col lg:self-start lg:border-b-0 lg:py-5"
    >
      <SightGlass ethanolPct={ethanol?.value ?? null} plusMinus={ethanol?.plusMinus ?? 0} className="h-[104px] lg:h-[378px]" />
      <div className="min-w-0 lg:text-center">
        {ethanol ? (
          <p className="reading whitespace-nowrap">
            <b className="text-[1.9rem]">E{ethanol.value.toFixed(ethanol.plusMinus < 0.95 ? 1 : 0)}</b>{" "}
            <span className="text-ink-2">±{ethanol.plusMinus.toFixed(ethanol.plusMinus < 0.95 ? 1 : 0)}</span>
          </p>
        ) : (
          <p className="text-ink-2">
            {reading
              ? "No reading: the signal says why."
              : work.document.capture
                ? "Not known yet."
                : "Empty. A capture of the sensor fills it."}
          </p>
        )}
        {temperature && <p className="reading text-ink-2">{hazyText(temperature, " °C", 0)}</p>}
        {reading && <BudgetOnDemand budget={reading.budget} />}
        {work.document.capture && (
          <p className="mt-1 text-[0.86rem] break-words text-ink-3 lg:mt-2 lg:border-t lg:border-rule lg:pt-2">
            rests on one capture{work.changed || !savedAt ? ", not saved yet" : `, saved ${when(savedAt)}`}
          </p>
        )}
        {!work.document.capture && job.reading && (
          <p className="text-[0.86rem] text-ink-3">last saved E{job.reading.ethanolPct.toFixed(0)}</p>
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
