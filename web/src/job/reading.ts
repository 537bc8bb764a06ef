import type { BudgetLine, Dispute, HazyNumber, Reading } from "../api/client";
import type { Haze } from "../words/numbers";
import { timeOfDay, when } from "../words/times";
import type { JobContextValue } from "./jobContext";

/** What stands in the sight glass. */
interface InTheGlass {
  /** Null where nothing was read; without ethanol where the signal is no reading. */
  reading: { ethanolPct: Haze | null; fuelTempC: HazyNumber | null } | null;
  /** What it rests on, in words; null where nothing was read. */
  rests: string | null;
  budget: readonly BudgetLine[] | null;
  /** What cannot all be true; null where nothing is in dispute. */
  dispute: Dispute | null;
}

const rests = { recording: "one recording", meter: "a meter reading", converter: "volts behind a converter", shown: "a display" };

/** The reading of the page: live, else of what is being tried, else the last one saved. */
export function readingOf({ job, work, live }: JobContextValue): InTheGlass {
  if (live.state !== "off") {
    return {
      reading: live.frame?.capture.reading ?? null,
      rests: "the simulator, live; not this vehicle",
      budget: null,
      dispute: null,
    };
  }
  const previewed = Object.values((work.preview.data ?? work.old)?.stations ?? {}).find((s) => "reading" in s.results);
  if (previewed) {
    const { reading, restsOn, dispute } = previewed.results as {
      reading: Reading | null;
      restsOn: keyof typeof rests | null;
      dispute: Dispute | null;
    };
    const what = rests[restsOn ?? "meter"];
    const saved = work.old
      ? `, calculated at ${timeOfDay(work.old.at)}, before your last change`
      : previewed.savedDocument !== null || !previewed.savedAt
        ? ", not saved yet"
        : `, saved ${when(previewed.savedAt)}`;
    return { reading, rests: reading && `from ${what}${saved}`, budget: reading?.budget ?? null, dispute: dispute ?? null };
  }
  const last = job.reading;
  return {
    reading: last && { ethanolPct: { value: last.ethanolPct, plusMinus: last.plusMinus }, fuelTempC: null },
    rests: last && `as saved ${when(last.savedAt)}`,
    budget: null,
    dispute: null,
  };
}
