import { useCallback, useState } from "react";
import { Link } from "react-router";
import { ApiError, type SurveyDocument, type SurveyVerdict } from "../../api/client";
import { useRecheck } from "../../api/queries";
import { useJobContext } from "../../job/jobContext";
import { SaveBar } from "../../record/SaveBar";
import { Findings } from "../../shell/Findings";
import { Loading } from "../../shell/Loading";
import { Refusal } from "../../shell/Refusal";
import { Trouble } from "../../shell/Trouble";
import { Rechecked } from "../Rechecked";
import { isUnknown } from "./answers";
import { headlineOf, leadOf } from "./headline";
import { Loads } from "./Loads";
import { Notes } from "./Notes";
import { Profiles } from "./Profiles";
import { QuestionRow } from "./QuestionRow";
import { SurveySheet } from "./SurveySheet";
import { ToMeasurePanel } from "./ToMeasurePanel";
import { VehicleSketch } from "./VehicleSketch";
import { questionsOf, type Stop, walk } from "./walk";

/** What is on the vehicle, and can it be converted? */
export function SurveyPage() {
  const { survey: work } = useJobContext();
  if (work.query.isPending) {
    return <Loading what="Fetching what was saved" />;
  }
  if (work.query.error && !work.saved) {
    return <Trouble error={work.query.error} onRetry={() => work.query.refetch()} />;
  }
  return <Walk />;
}

/** Answers that are still to be given or to be said unknown at a stop. */
function openAt(stop: Stop, survey: SurveyDocument, verdict: SurveyVerdict | null): number {
  return stop.questions.filter((q) => verdict?.toMeasure.some((m) => m.field === q.field) && !isUnknown(survey, q.field)).length;
}

function Walk() {
  const { job, survey: work } = useJobContext();
  const { document: survey, setDraft, results, preview } = work;
  // One begins at the first stop with something open, and stays at a stop until one goes on.
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      walk.findIndex((stop) => openAt(stop, survey, work.lastVerdict) > 0),
    ),
  );
  const notAsked = work.lastVerdict?.notAsked ?? [];
  const recheck = useRecheck(job.id, "survey", Boolean(work.saved?.envelope.document?.coreVersion));
  const refused = preview.error instanceof ApiError ? preview.error : null;
  const errorFor = useCallback((field: string) => refused?.for(field), [refused]);
  const verdict = results?.verdict ?? null;
  const stop = walk[at] as Stop;
  const goTo = (field: string) => setAt(walk.findIndex((s) => s.questions.some((q) => q.field === field)));
  return (
    <>
      <h1 className="verdict">{headlineOf(verdict, preview.error)}</h1>
      <p className="lead mt-1.5">{preview.error ? "" : leadOf(verdict)}</p>
      {!work.changed && work.saved?.envelope.revision === undefined && (
        <p className="no-print mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
          <Link className="btn btn-outline" to={`/jobs/${job.id}/signal`}>
            Straight to Signal
          </Link>
          <span className="text-ink-2">
            With a meter or a recording at hand, today's fuel factor does not wait for the survey. Buying parts should.
          </span>
        </p>
      )}
      {!work.changed && <Rechecked recheck={recheck.data} cause="Saved by other rules." />}
      <Refusal error={preview.error} onRetry={() => preview.refetch()} />
      {verdict && <Findings findings={verdict.findings.filter((f) => f.severity === "stop")} />}
      <div className="panel mt-5 hidden sm:block print:block">
        <VehicleSketch survey={survey} at={stop.name} />
      </div>
      <div className="mt-4 grid grid-cols-1 items-start gap-4 md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <section className="panel print:hidden" aria-labelledby="stop-title">
          <Stops survey={survey} verdict={work.lastVerdict} at={at} onChoose={setAt} />
          <h2 id="stop-title" className="mt-4 text-[1.35rem] font-bold">
            {stop.name} <span className="text-[0.95rem] font-normal text-ink-3">{stop.place}</span>
          </h2>
          <div className="divide-y divide-rule">
            {questionsOf(stop, notAsked).map((question) => (
              <QuestionRow
                key={question.field}
                question={question}
                survey={survey}
                saved={work.changed ? work.saved?.envelope.document : undefined}
                onChange={setDraft}
                findings={(verdict?.findings ?? []).filter((f) => f.field === question.field)}
                open={verdict?.toMeasure.find((m) => m.field === question.field)}
                errorFor={errorFor}
              />
            ))}
          </div>
          <div className="no-print mt-3 flex flex-wrap gap-3">
            {at > 0 && (
              <button type="button" className="btn btn-outline" onClick={() => setAt(at - 1)}>
                Back to {walk[at - 1]?.name}
              </button>
            )}
            {at < walk.length - 1 ? (
              <button type="button" className="btn btn-primary" onClick={() => setAt(at + 1)}>
                On to {walk[at + 1]?.name}
              </button>
            ) : (
              <Link className="btn btn-outline" to={`/jobs/${job.id}/capacity`}>
                To Capacity
              </Link>
            )}
          </div>
        </section>
        <div className="grid grid-cols-1 gap-4">
          {verdict && <Loads verdict={verdict} />}
          {verdict && <ToMeasurePanel open={verdict.toMeasure} onGo={goTo} />}
          <Notes notes={survey.notes} error={errorFor("notes")} onChange={(notes) => setDraft({ ...survey, notes })} />
          <Profiles survey={survey} onChange={setDraft} />
          {verdict && <Findings findings={verdict.findings.filter((f) => f.severity === "caution")} />}
        </div>
      </div>
      <SurveySheet survey={survey} notAsked={notAsked} />
      <SaveBar />
    </>
  );
}

interface StopsProps {
  survey: SurveyDocument;
  verdict: SurveyVerdict | null;
  at: number;
  onChoose: (at: number) => void;
}

/** The stops of the walk, and how much is open at each. */
function Stops({ survey, verdict, at, onChoose }: StopsProps) {
  return (
    <nav aria-label="The walk round the vehicle" className="no-print">
      <ol className="flex flex-wrap gap-2">
        {walk.map((stop, i) => {
          const open = openAt(stop, survey, verdict);
          return (
            <li key={stop.name}>
              <button
                type="button"
                aria-current={i === at ? "step" : undefined}
                className={`min-h-[44px] rounded-[8px] border px-3 text-left leading-tight ${i === at ? "border-2 border-base-content font-bold" : "border-edge"}`}
                onClick={() => onChoose(i)}
              >
                {stop.name}{" "}
                <span className="reading block text-[0.8rem] font-normal text-ink-3">{open === 0 ? "done" : `${open} open`}</span>
              </button>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
