import type { Entry } from "../api/client";
import { useJobContext } from "../job/jobContext";
import { Trouble } from "../shell/Trouble";
import { onDay, when } from "../words/times";
import { useEntries } from "./queries";

const kindWords: Record<Entry["kind"], string> = {
  waiting: "waiting for",
  note: "note",
  recheck: "check again",
  closing: "closed",
};

/** Everything that was written down on the job, the newest first, what is closed beside what closed it. */
export function EntryList() {
  const { job } = useJobContext();
  const entries = useEntries(job.id);
  if (entries.error) {
    return <Trouble error={entries.error} onRetry={() => entries.refetch()} />;
  }
  const items = entries.data?.items ?? [];
  const closings = new Map(items.filter((e) => e.closes).map((e) => [e.closes, e]));
  const shown = items.filter((e) => e.kind !== "closing").reverse();
  return (
    <ol className="grid gap-2" aria-label="Entries">
      {shown.map((entry) => {
        const closing = closings.get(entry.number);
        return (
          <li key={entry.number} className="panel !py-3">
            <p>
              <span className="text-ink-3">{kindWords[entry.kind]}</span> <b className="whitespace-pre-line">{entry.text}</b>
              {entry.due && <span className="text-ink-2">, {onDay(entry.due)}</span>}
            </p>
            <p className="text-[0.9rem] text-ink-3">
              {when(entry.at)} by {entry.author}
              {closing && `; closed ${when(closing.at)} by ${closing.author}: ${closing.text}`}
            </p>
          </li>
        );
      })}
    </ol>
  );
}
