import { useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type RecordItem, unwrap } from "../api/client";
import { keys } from "../api/queries";
import { EntryForm } from "../entries/EntryForm";
import { EntryList } from "../entries/EntryList";
import { useJobContext } from "../job/jobContext";
import { Loading } from "../shell/Loading";
import { Trouble } from "../shell/Trouble";
import { when } from "../words/times";
import { useUnits } from "../words/useUnits";
import { MakeTemplate } from "./MakeTemplate";
import { RevisionDetail } from "./RevisionDetail";

const pageSize = 50;

/** Everything that was ever saved on the job, the newest first; nothing is overwritten. */
export function RecordPage() {
  const { job } = useJobContext();
  const [open, setOpen] = useState<number | null>(null);
  const record = useInfiniteQuery({
    queryKey: [...keys.record(job.id), job.lastRevision],
    initialPageParam: 0,
    queryFn: ({ pageParam }) =>
      unwrap(api.GET("/api/jobs/{id}/record", { params: { path: { id: job.id }, query: { skip: pageParam, take: pageSize } } })),
    getNextPageParam: (last, pages) => (pages.length * pageSize < last.total ? pages.length * pageSize : undefined),
  });
  const total = record.data?.pages[0]?.total ?? 0;
  const items = record.data?.pages.flatMap((page) => page.items) ?? [];
  return (
    <>
      <div className="flex flex-wrap items-start gap-3">
        <h1 className="verdict min-w-0 grow">{headline(record.isPending, total)}</h1>
        <a className="btn btn-outline no-print" href={`/api/jobs/${job.id}/export`} download>
          Export
        </a>
        <a className="btn btn-outline no-print" href={`/api/jobs/${job.id}/export?files=true`} download>
          Export with files
        </a>
        <MakeTemplate />
      </div>
      <p className="lead mt-1.5">
        Every save stands here with who and when. Open one to see what it said beside the one before; work on from it to take it
        up again.
      </p>
      <div className="mt-5 grid grid-cols-1 gap-2">
        <EntryForm />
        <EntryList />
        <p className="no-print">
          <a className="link-quiet inline-flex min-h-[44px] items-center" href={`/api/jobs/${job.id}/due.ics`} download>
            Due dates (calendar file)
          </a>
        </p>
      </div>
      <h2 className="mt-4 mb-2 text-[1.2rem] font-bold">Saved versions</h2>
      <div>
        {record.isPending && <Loading what="Fetching the record" />}
        {record.error && <Trouble error={record.error} onRetry={() => record.refetch()} />}
        <ol className="grid gap-2">
          {items.map((item) => (
            <Revision
              key={item.revision}
              item={item}
              others={items.filter((other) => other.slug === item.slug && other.revision !== item.revision)}
              open={open === item.revision}
              onToggle={() => setOpen(open === item.revision ? null : item.revision)}
            />
          ))}
        </ol>
        {record.hasNextPage && (
          <button
            type="button"
            className="btn btn-outline mt-4"
            disabled={record.isFetchingNextPage}
            onClick={() => record.fetchNextPage()}
          >
            Older ones
          </button>
        )}
      </div>
    </>
  );
}

function headline(pending: boolean, total: number): string {
  return pending
    ? "The record"
    : total === 0
      ? "Nothing is saved yet."
      : total === 1
        ? "1 saved version."
        : `${total} saved versions.`;
}

interface RevisionProps {
  item: RecordItem;
  /** Other revisions of the same station. */
  others: readonly RecordItem[];
  open: boolean;
  onToggle: () => void;
}

function Revision({ item, others, open, onToggle }: RevisionProps) {
  const units = useUnits();
  const { job } = useJobContext();
  return (
    <li className="panel !py-0">
      <button
        type="button"
        aria-expanded={open}
        onClick={onToggle}
        className="flex min-h-[52px] w-full flex-wrap items-baseline gap-x-4 py-3 text-left"
      >
        <span className="reading w-10 text-ink-3">{item.revision}</span>
        <span className="min-w-0 grow basis-60 font-semibold break-words">{item.said ? units.say(item.said) : item.summary}</span>
        <span className="text-[0.9rem] text-ink-3">{job.stations.find((s) => s.slug === item.slug)?.name}</span>
        <span className="text-[0.9rem] text-ink-3">
          {when(item.savedAt)} by {item.author}
          {item.practice && ", practice"}
        </span>
      </button>
      {open && <RevisionDetail item={item} others={others} />}
    </li>
  );
}
