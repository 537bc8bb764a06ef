import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type Compared, type Envelope, type Figure, type RecordItem, unwrap } from "../api/client";
import { useCompared } from "../api/queries";
import { SelectField } from "../fields/SelectField";
import { inputsOf } from "../job/documents";
import { useJobContext } from "../job/jobContext";
import { Loading } from "../shell/Loading";
import { Scrollable } from "../shell/Scrollable";
import { Trouble } from "../shell/Trouble";
import { when } from "../words/times";
import { useUnits } from "../words/useUnits";
import { figureText } from "./figures";

/** What a revision said, beside another one of its station: the one before unless another is chosen. */
export function RevisionDetail({ item, others }: { item: RecordItem; others: readonly RecordItem[] }) {
  const { job } = useJobContext();
  const before = others.find((other) => other.revision < item.revision);
  const [beside, setBeside] = useState<number | null>(before?.revision ?? null);
  const compared = useCompared(job.id, beside ?? item.revision, item.revision);
  return (
    <div className="border-t border-rule pt-3 pb-4">
      {others.length > 0 && (
        <div className="no-print mb-3">
          <SelectField
            label="Beside"
            inline
            width="max-w-full pr-8"
            none="no other"
            value={beside?.toString()}
            choices={others.map((other) => ({
              name: other.revision.toString(),
              label: `${other.revision}, ${when(other.savedAt)} by ${other.author}`,
            }))}
            onChange={(revision) => setBeside(revision ? Number(revision) : null)}
          />
        </div>
      )}
      {compared.isPending && <Loading what="Fetching it" />}
      {compared.error && <Trouble error={compared.error} onRetry={() => compared.refetch()} />}
      {compared.data && <SideBySide compared={compared.data} alone={beside === null} />}
      <WorkOn item={item} others={others} />
    </div>
  );
}

function SideBySide({ compared, alone }: { compared: Compared; alone: boolean }) {
  const units = useUnits();
  const { figuresFrom, figuresTo, changes } = compared;
  if (figuresTo.length === 0) {
    return <p className="text-ink-2">An empty draft.</p>;
  }
  const changed = new Set(changes.map((change) => change.field));
  const words = (field: string, figures: Compared["figuresTo"]) => {
    const figure = figures.find((f) => f.field === field);
    return figure ? figureText(figure, units) : "nothing";
  };
  // A line that says nothing in either of the two is left out.
  const isTold = ({ field }: Figure) => [figuresFrom, figuresTo].some((figures) => words(field, figures) !== "none");
  return (
    <>
      {!alone && (
        <p className="mb-2 max-w-[58rem]">
          {changes.length === 0
            ? "Nothing differs between the two."
            : changes.map((c) => `${c.label}: ${figureText(c.from, units)} → ${figureText(c.to, units)}`).join("; ")}
          {changes.length > 0 && "."}
        </p>
      )}
      <Scrollable label="Figures">
        <table className="w-full">
          {!alone && (
            <thead>
              <tr className="border-b border-rule text-left text-[0.88rem] text-ink-2">
                <td />
                <th scope="col" className="py-1.5 pr-4 font-semibold">
                  revision {compared.from.revision}
                </th>
                <th scope="col" className="py-1.5 font-semibold">
                  revision {compared.to.revision}
                </th>
              </tr>
            </thead>
          )}
          <tbody>
            {figuresTo.filter(isTold).map(({ field, label }) => (
              <tr key={field} className="border-b border-rule align-top">
                <th scope="row" className="py-1.5 pr-4 text-left font-normal text-ink-2">
                  {label}
                </th>
                {!alone && <td className="reading py-1.5 pr-4 break-words text-ink-2">{words(field, figuresFrom)}</td>}
                <td className={`reading py-1.5 break-words ${changed.has(field) ? "font-bold" : ""}`}>
                  {words(field, figuresTo)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Scrollable>
    </>
  );
}

/** Takes a revision up again as a draft of its station. */
function WorkOn({ item, others }: { item: RecordItem; others: readonly RecordItem[] }) {
  const { job, work } = useJobContext();
  const navigate = useNavigate();
  const isBuilt = job.stations.some((s) => s.slug === item.slug && s.built);
  const detail = useQuery({
    queryKey: ["revision", job.id, item.revision],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async () =>
      (await unwrap(
        api.GET("/api/jobs/{id}/record/{revision}", { params: { path: { id: job.id, revision: item.revision } } }),
      )) as Envelope<{ coreVersion?: string | null }>,
  });
  return (
    <div className="mt-4 flex flex-wrap items-center gap-x-4 gap-y-2">
      {isBuilt && detail.data?.document && (
        <button
          type="button"
          className="btn btn-outline no-print"
          onClick={() => {
            // What the draft was made from is what stands in the record now: the old one was looked at beside it.
            const latest = Math.max(item.revision, ...others.map((other) => other.revision));
            work.keep(
              item.slug,
              latest === item.revision ? null : { etag: `"${latest}"`, inputs: inputsOf(detail.data.document) },
            );
            navigate(`/jobs/${job.id}/${item.slug}`);
          }}
        >
          Continue from this version
        </button>
      )}
      {detail.data?.document?.coreVersion && (
        <span className="text-[0.9rem] text-ink-3">Rules: version {detail.data.document.coreVersion}</span>
      )}
    </div>
  );
}
