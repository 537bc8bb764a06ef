import { useEffect } from "react";
import { useLocation } from "react-router";
import type { Entry, UnreadableEntry } from "../api/client";
import { useJobContext } from "../job/jobContext";
import { Trouble } from "../shell/Trouble";
import { onDay, when } from "../words/times";
import { useUnits } from "../words/useUnits";
import { AnswerForm } from "./AnswerForm";
import { useEntries, useEntryKinds } from "./queries";

/** Everything that was written down on the job, the newest first, what is closed or taken back beside what did that. */
export function EntryList() {
  const { job } = useJobContext();
  const entries = useEntries(job.id);
  const loaded = Boolean(entries.data);
  const { hash } = useLocation();
  useEffect(() => {
    // The entry an address names is there only now.
    if (loaded && hash) {
      document.getElementById(hash.slice(1))?.scrollIntoView();
    }
  }, [loaded, hash]);
  if (entries.error) {
    return <Trouble error={entries.error} onRetry={() => entries.refetch()} />;
  }
  const items = entries.data?.pages.flatMap((page) => page.items) ?? [];
  // What answers an entry is newer than it, so it is here already.
  const byNumber = new Map(items.filter(isReadable).map((e) => [e.number, e]));
  return (
    <>
      <ol className="grid gap-2" aria-label="Entries">
        {items.map((entry) =>
          !isReadable(entry) ? (
            <SetAside key={entry.number} entry={entry} />
          ) : standsAlone(entry) ? (
            <Item key={entry.number} entry={entry} byNumber={byNumber} />
          ) : null,
        )}
      </ol>
      {entries.hasNextPage && (
        <button
          type="button"
          className="btn btn-outline no-print w-fit"
          disabled={entries.isFetchingNextPage}
          onClick={() => entries.fetchNextPage()}
        >
          Older entries
        </button>
      )}
    </>
  );
}

const isReadable = (entry: Entry | UnreadableEntry): entry is Entry => !("unreadable" in entry);

/** An entry that cannot be read: it is named, counts for nothing, and can be taken back. */
function SetAside({ entry }: { entry: UnreadableEntry }) {
  const { job } = useJobContext();
  const kinds = useEntryKinds();
  const isBack = entry.takenBackBy != null;
  const name = kinds.data?.find((k) => k.slug === entry.kind)?.name ?? entry.kind;
  return (
    <li id={`entry-${entry.number}`} className="panel flex scroll-mt-24 flex-wrap items-start gap-x-4 !py-3">
      <p className={`min-w-0 grow basis-60 ${isBack ? "line-through" : ""}`}>
        <b>
          Entry {entry.number} ({name}) cannot be read.
        </b>{" "}
        {entry.why} {!isBack && "It counts for nothing. Everything else goes on."}
      </p>
      {!isBack && (
        <AnswerForm
          jobId={job.id}
          opens="Take back"
          about={`entry ${entry.number}`}
          asks="Why"
          sends="Take it back"
          entry={(text) => ({ kind: "note", text, takesBack: entry.number })}
          quiet
        />
      )}
    </li>
  );
}

/** A closing that holds, and a word that takes something back and holds, are shown beside the entry they are about. */
function standsAlone({ kind, takesBack, takenBackBy }: Entry): boolean {
  return takenBackBy !== null || !(kind === "closing" || (kind === "note" && takesBack !== null));
}

function Item({ entry, byNumber }: { entry: Entry; byNumber: ReadonlyMap<number, Entry> }) {
  const { job } = useJobContext();
  const units = useUnits();
  const kinds = useEntryKinds();
  const closing = byNumber.get(entry.closedBy ?? -1);
  const mistaken = byNumber.get(entry.takenBackBy ?? -1);
  const kind = kinds.data?.find((k) => k.slug === entry.kind);
  const station = job.stations.find((s) => s.slug === entry.station)?.name;
  return (
    <li
      id={`entry-${entry.number}`}
      className="panel flex scroll-mt-24 flex-wrap items-start gap-x-4 !py-3 target:border-base-content"
    >
      <div className="min-w-0 grow basis-60">
        <p className={entry.takenBackBy === null ? "" : "line-through"}>
          <span className="text-ink-3">{kind?.before}</span>{" "}
          <b className="break-words whitespace-pre-line">
            {[entry.said && units.say(entry.said), entry.text].filter(Boolean).join(" ")}
          </b>
          {entry.due && <span className="text-ink-2">, {onDay(entry.due)}</span>}
        </p>
        <p className="text-[0.9rem] text-ink-3">
          {[station, entry.stepName ?? entry.step].filter(Boolean).map((place) => `${place}, `)}
          {when(entry.at)} by {entry.author}
          {entry.stepGone && "; the plan has this no more, and the entry stays with what was there then"}
          {entry.practice && "; practice, counts for nothing"}
          {entry.takesBack !== null && `; in place of entry ${entry.takesBack}`}
          {closing && `; closed ${when(closing.at)} by ${closing.author}: ${closing.text}`}
          {mistaken && `; taken back ${when(mistaken.at)} by ${mistaken.author}: ${mistaken.text}`}
        </p>
        {entry.files.length > 0 && (
          <p className="flex flex-wrap gap-x-4">
            {entry.files.map((sha256, i) => (
              <a
                key={sha256}
                className="link-quiet inline-flex min-h-[44px] items-center"
                href={`/api/jobs/${job.id}/files/${sha256}`}
              >
                File {i + 1}
              </a>
            ))}
          </p>
        )}
      </div>
      {entry.takenBackBy === null && (
        <AnswerForm
          jobId={job.id}
          opens={closing ? "Reopen" : "Take back"}
          about={entry.text}
          asks="Why"
          sends={closing ? "Reopen it" : "Take it back"}
          entry={(text) => ({ kind: "note", text, takesBack: closing ? closing.number : entry.number })}
          quiet
        />
      )}
    </li>
  );
}
