import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type Envelope, type RecordItem, type SignalDocument, unwrap } from "../api/client";
import { keys } from "../api/queries";
import { inputsOf, useJobContext } from "../job/jobContext";
import { Loading } from "../shell/Loading";
import { Trouble } from "../shell/Trouble";
import { hazyText } from "../words/numbers";
import { when } from "../words/times";

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
      </div>
      <p className="lead mt-1.5">
        Every save stands here with who and when. Open one to see what it said; work on from it to take it up again.
      </p>
      <div className="mt-5">
        {record.isPending && <Loading what="Fetching the record" />}
        {record.error && <Trouble error={record.error} onRetry={() => record.refetch()} />}
        <ol className="grid gap-2">
          {items.map((item) => (
            <Revision
              key={item.revision}
              item={item}
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
      ? "Nothing is on record yet."
      : total === 1
        ? "One save on record."
        : `${total} saves on record.`;
}

function Revision({ item, open, onToggle }: { item: RecordItem; open: boolean; onToggle: () => void }) {
  return (
    <li className="panel !py-0">
      <button
        type="button"
        aria-expanded={open}
        onClick={onToggle}
        className="flex min-h-[52px] w-full flex-wrap items-baseline gap-x-4 py-3 text-left"
      >
        <span className="reading w-10 text-ink-3">{item.revision}</span>
        <span className="min-w-0 grow basis-60 font-semibold break-words">{item.summary}</span>
        <span className="text-[0.9rem] text-ink-3">
          {when(item.savedAt)} by {item.author}
        </span>
      </button>
      {open && <RevisionDetail revision={item.revision} />}
    </li>
  );
}

function RevisionDetail({ revision }: { revision: number }) {
  const { job, work } = useJobContext();
  const navigate = useNavigate();
  const detail = useQuery({
    queryKey: ["revision", job.id, revision],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async () =>
      (await unwrap(
        api.GET("/api/jobs/{id}/record/{revision}", { params: { path: { id: job.id, revision } } }),
      )) as Envelope<SignalDocument>,
  });
  if (detail.isPending) {
    return <Loading what="Fetching it" />;
  }
  if (detail.error) {
    return <Trouble error={detail.error} onRetry={() => detail.refetch()} />;
  }
  const document = detail.data.document;
  const capture = document?.results?.capture;
  const factor = document?.results?.fuelFactor;
  const rows: [string, string][] = [];
  if (capture) {
    rows.push(["Capture", `${document?.capture?.name}, channel ${capture.channel}, ${capture.durationS.toFixed(2)} s`]);
    rows.push(["Ethanol", capture.reading.ethanolPct ? hazyText(capture.reading.ethanolPct, " %") : "no reading"]);
    rows.push(["Fuel temperature", capture.reading.fuelTempC ? hazyText(capture.reading.fuelTempC, " °C") : "none"]);
    rows.push(["Frequency", capture.frequencyHz ? hazyText(capture.frequencyHz, " Hz", 3) : "none"]);
    rows.push(["Low pulse", capture.lowPulseMs ? hazyText(capture.lowPulseMs, " ms", 3) : "none"]);
  }
  if (factor) {
    rows.push(["Fuel factor", `${hazyText(factor.factor, "", 3)}, metering ${document?.fuel?.metering ?? "orifice"}`]);
  }
  if (document?.coreVersion) {
    rows.push(["Rules", `version ${document.coreVersion}`]);
  }
  return (
    <div className="border-t border-rule pt-3 pb-4">
      {rows.length === 0 && <p className="text-ink-2">An empty draft.</p>}
      <dl className="grid gap-x-6 gap-y-1 sm:grid-cols-[max-content_1fr]">
        {rows.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-ink-2">{name}</dt>
            <dd className="reading break-words">{value}</dd>
          </div>
        ))}
      </dl>
      {capture?.reading.findings.map((f) => (
        <p key={f.code} className="mt-2 max-w-[58rem] text-[0.93rem] text-ink-2">
          {f.text}
        </p>
      ))}
      {detail.data.slug === "signal" && (
        <button
          type="button"
          className="btn btn-outline no-print mt-4"
          onClick={() => {
            work.setDraft(inputsOf(document));
            navigate(`/jobs/${job.id}/signal`);
          }}
        >
          Work on from this
        </button>
      )}
    </div>
  );
}
