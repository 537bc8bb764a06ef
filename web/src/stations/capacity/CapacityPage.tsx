import { useCallback } from "react";
import { Link } from "react-router";
import { ApiError, type Stored } from "../../api/client";
import { useRecheck } from "../../api/queries";
import { numberOf } from "../../fields/stored";
import { useJobContext } from "../../job/jobContext";
import { SaveBar } from "../../record/SaveBar";
import { Findings } from "../../shell/Findings";
import { Loading } from "../../shell/Loading";
import { Refusal } from "../../shell/Refusal";
import { Trouble } from "../../shell/Trouble";
import { useUnits } from "../../words/useUnits";
import { Rechecked } from "../Rechecked";
import { BudgetPanel } from "./BudgetPanel";
import { withPoint } from "./changes";
import { DrivePanel } from "./DrivePanel";
import { EnvelopePlot } from "./EnvelopePlot";
import { FailsafePanel } from "./FailsafePanel";
import { FiguresPanel } from "./FiguresPanel";
import { headlineOf, leadOf } from "./headline";
import { PointPanel } from "./PointPanel";
import { RemedyList } from "./RemedyList";

/** Can pump, lines and injectors carry it, and does the fuel boil? */
export function CapacityPage() {
  const { job, survey, capacity } = useJobContext();
  const { document, setDraft, results, preview } = capacity;
  const units = useUnits();
  const recheck = useRecheck(job.id, "capacity", Boolean(capacity.saved?.envelope.document?.coreVersion));
  const refused = preview.error instanceof ApiError ? preview.error : null;
  const errorFor = useCallback((field: string) => refused?.for(field), [refused]);
  if (capacity.query.isPending || survey.query.isPending) {
    return <Loading what="Fetching what was saved" />;
  }
  if (capacity.query.error && !capacity.saved) {
    return <Trouble error={capacity.query.error} onRetry={() => capacity.query.refetch()} />;
  }
  const point = results?.atPoint ?? null;
  // While the point is dragged the drawing stands, and the point is where the finger is; the words follow with the answer.
  const plotted = preview.data ?? null;
  const reckoned = plotted?.document.results;
  const wanted = {
    powerKw: numberOf(document.fullLoad?.powerKw as Stored) ?? reckoned?.powerKw?.value ?? null,
    ethanolPct: numberOf(document.fullLoad?.ethanolPct as Stored) ?? reckoned?.ethanolPct?.value ?? null,
  };
  const changesError = Object.entries(refused?.errors ?? {})
    .filter(([field]) => field.startsWith("changes."))
    .flatMap(([, texts]) => texts)
    .join(" ");
  return (
    <>
      <h1 className="verdict">{headlineOf(results, preview.error, units)}</h1>
      <p className="lead mt-1.5">{preview.error ? "" : leadOf(results, units)}</p>
      {!capacity.changed && !survey.changed && (
        <Rechecked recheck={recheck.data} cause="Saved for another survey or by other rules." />
      )}
      <Refusal error={preview.error} onRetry={() => preview.refetch()} />
      {results && <Findings findings={results.findings.filter((f) => f.severity === "stop")} />}
      {survey.query.isSuccess && survey.saved?.envelope.revision === undefined && !survey.changed && (
        <p className="no-print mt-4 flex flex-wrap items-center gap-x-4 gap-y-2">
          <Link className="btn btn-outline" to={`/jobs/${job.id}/survey`}>
            Survey the vehicle
          </Link>
          <span className="text-ink-2">Nothing is surveyed yet; every figure but those given here would be a guess.</span>
        </p>
      )}
      <div className="mt-5 grid grid-cols-1 items-start gap-4 md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <div className="grid grid-cols-1 gap-4">
          {plotted?.together && wanted.powerKw !== null && wanted.ethanolPct !== null && (
            <figure className="panel">
              <figcaption className="panel-title">What is carried, and the point that is wanted</figcaption>
              <EnvelopePlot
                preview={plotted}
                powerKw={wanted.powerKw}
                ethanolPct={wanted.ethanolPct}
                maxEthanolPct={preview.isPlaceholderData ? null : (point?.maxEthanolPct ?? null)}
                onMove={(powerKw, ethanolPct) => setDraft(withPoint(document, { powerKw, ethanolPct }))}
              />
              <p className="no-print text-[0.88rem] text-ink-3">
                Filled: carried, fading out over its haze. Press or drag to move the wanted point.
              </p>
            </figure>
          )}
          <RemedyList document={document} results={results} onChange={setDraft} error={changesError || undefined} />
          {point && <BudgetPanel point={point} />}
        </div>
        <div className="grid grid-cols-1 gap-4">
          <PointPanel document={document} results={results} onChange={setDraft} errorFor={errorFor} />
          {results?.failsafe && <FailsafePanel failsafe={results.failsafe} />}
          {results && <Findings findings={results.findings.filter((f) => f.severity === "caution")} />}
        </div>
      </div>
      <div className="mt-4 grid grid-cols-1 items-start gap-4 md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <FiguresPanel document={document} survey={survey.document} results={results} onChange={setDraft} errorFor={errorFor} />
        <DrivePanel document={document} results={results} onChange={setDraft} errorFor={errorFor} />
      </div>
      <SaveBar />
    </>
  );
}
