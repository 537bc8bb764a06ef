import type { Job, OpenEntry } from "../api/client";
import { onDay, when } from "../words/times";
import { CloseEntry } from "./CloseEntry";

/** What the job waits for and what falls due, above the station at work. */
export function OpenEntries({ job }: { job: Job }) {
  const due = job.due.filter((e) => !job.waiting.some((w) => w.number === e.number));
  const entries = [...due, ...job.waiting];
  if (entries.length === 0) {
    return null;
  }
  const [first] = entries;
  return (
    // In the hand the answer comes first: one row says what is open, and opens.
    <details className="unfolded-md mb-2 border-l-4 border-base-content pl-3 md:mb-4">
      <summary className="flex min-h-[44px] items-center gap-2">
        <b className="truncate">{first && entryWords(first)}</b>
        {entries.length > 1 && <span className="shrink-0 text-ink-2">and {entries.length - 1} more</span>}
      </summary>
      <ul aria-label="Open on this job" className="grid gap-2 pb-2 md:pb-0">
        {entries.map((entry) => (
          <li key={entry.number} className="flex flex-wrap items-center gap-x-4 gap-y-2">
            <p className="min-w-0 grow">
              <b>{entryWords(entry)}</b>{" "}
              <span className="text-ink-2">
                {blockWords(job, entry)}Since {when(entry.since)} by {entry.author}.
              </span>
            </p>
            <CloseEntry jobId={job.id} entry={entry} />
          </li>
        ))}
      </ul>
    </details>
  );
}

/** "Waiting for the adapter, due Tue, 1 Dec." */
export function entryWords({ kind, text, due, isDue }: OpenEntry): string {
  const on = due ? onDay(due) : "";
  const day = due ? `, ${isDue && on !== "today" ? "was due" : "due"} ${on}` : "";
  return kind === "waiting" ? `Waiting for ${text}${day}.` : `Check again ${on}: ${text}.`;
}

function blockWords(job: Job, { blocks }: OpenEntry): string {
  const names = blocks.map((slug) => job.stations.find((s) => s.slug === slug)?.name ?? slug);
  return names.length === 0 ? "" : `Holds up ${names.join(", ")}. `;
}
