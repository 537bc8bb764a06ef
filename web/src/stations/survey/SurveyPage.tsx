import { useEffect, useRef, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { valueAt } from "../../fields/paths";
import { StationFrame } from "../../frame/StationFrame";
import { FittedParts } from "../../fuelSystem/FittedParts";
import { useJobContext } from "../../job/jobContext";
import { useStation } from "../../job/useStation";
import { Columns } from "../../shell/Columns";
import { Findings } from "../../shell/Findings";
import { Steps } from "../../shell/Steps";
import { useMedia } from "../../shell/useMedia";
import { said } from "../../words/said";
import { isUnknown } from "./answers";
import { Loads } from "./Loads";
import { Notes } from "./Notes";
import { QuestionRow } from "./QuestionRow";
import { Starts } from "./Starts";
import { SurveySheet } from "./SurveySheet";
import { ToMeasurePanel } from "./ToMeasurePanel";
import type { SurveyDocument, SurveyResults } from "./types";
import { type Stop, useWalk } from "./useWalk";
import { VehicleSketch } from "./VehicleSketch";

/** Answers that are still to be given or to be said unknown at a stop. */
function openAt(stop: Stop, survey: SurveyDocument, results: SurveyResults | null): number {
  return stop.questions.filter((q) => results?.toMeasure.some((m) => m.field === q.path) && !isUnknown(survey, q.path)).length;
}

/** What is on the vehicle, and can it be converted? */
export function SurveyPage() {
  const { job } = useJobContext();
  const work = useStation<SurveyDocument, SurveyResults>("survey");
  const { document: survey, setDraft, results, lastResults, errorFor } = work;
  const walk = useWalk(lastResults?.notAsked ?? []);
  // One begins at the first stop with something open, and stays at a stop until one goes on. It stands in the address: back and reload keep it.
  const [params, setParams] = useSearchParams();
  const chosen = walk.findIndex((stop) => stop.name === params.get("stop"));
  const heading = useRef<HTMLHeadingElement>(null);
  const hasMoved = useRef(false);
  const [began, setBegan] = useState<number | null>(null);
  if (began === null && lastResults && walk.length > 0) {
    setBegan(
      Math.max(
        0,
        walk.findIndex((stop) => openAt(stop, survey, lastResults) > 0),
      ),
    );
  }
  const at = chosen >= 0 ? chosen : (began ?? 0);
  const setAt = (next: number) => {
    hasMoved.current = true;
    setParams({ stop: walk[next]?.name ?? "" });
  };
  // The hand goes on where the next stop begins.
  // biome-ignore lint/correctness/useExhaustiveDependencies: whenever another stop is shown.
  useEffect(() => {
    if (hasMoved.current) {
      hasMoved.current = false;
      heading.current?.focus({ preventScroll: true });
      heading.current?.scrollIntoView({ block: "start" });
    }
  }, [at]);
  const stop = walk[at];
  const isNarrow = useMedia("(width < 48rem)");
  const goTo = (field: string) =>
    setAt(
      Math.max(
        0,
        walk.findIndex((s) => s.questions.some((q) => q.path === field)),
      ),
    );
  const asked = (
    <section className="panel mt-4 print:hidden" aria-labelledby="stop-title">
      <Steps
        label="The walk round the vehicle"
        steps={walk.map((s) => {
          const open = openAt(s, survey, lastResults);
          const isAnswered = s.questions.some((q) => valueAt(survey, q.path) != null);
          return { name: s.name, note: open > 0 ? `${open} open` : isAnswered ? "done" : "nothing needed" };
        })}
        at={at}
        onChoose={setAt}
      />
      <h2 id="stop-title" ref={heading} tabIndex={-1} className="mt-4 scroll-mt-4 text-[1.35rem] font-bold outline-none">
        {stop?.name ?? "Reading the questions"} <span className="text-[0.95rem] font-normal text-ink-3">{stop?.place}</span>
      </h2>
      <div className="grid gap-x-6 sm:grid-cols-2">
        {stop?.questions.map((question) => (
          <QuestionRow
            key={question.path}
            question={question}
            survey={survey}
            saved={work.changed && work.saved?.revision ? work.savedInputs : undefined}
            onChange={setDraft}
            findings={(results?.findings ?? []).filter((f) => f.field === question.path)}
            open={results?.toMeasure.find((m) => m.field === question.path)}
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
        {!stop ? null : at < walk.length - 1 ? (
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
  );
  return (
    <StationFrame
      station={work}
      headline={work.refused ? said("survey", "oneAnswerDoesNot") : undefined}
      aside={
        !work.changed &&
        work.saved?.revision === 0 && (
          <p className="no-print mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
            <Link className="btn btn-outline" to={`/jobs/${job.id}/signal`}>
              Straight to Signal
            </Link>
            <span className="text-ink-2">{said("survey", "meterRecordingHandToday")}</span>
          </p>
        )
      }
    >
      {/* In the hand the question comes first. */}
      {isNarrow && asked}
      <Columns
        left={[
          [
            2,
            <div key="sketch" className="panel hidden sm:block print:block">
              <VehicleSketch survey={survey} signalPath={lastResults?.signalPath} at={stop?.name ?? ""} />
            </div>,
          ],
        ]}
        right={[
          [1, <FittedParts key="fitted" fitted={lastResults?.fitted ?? []} />],
          [3, results && <Loads key="loads" results={results} />],
        ]}
      />
      {!isNarrow && asked}
      <Columns
        even
        left={[[1, results && <ToMeasurePanel key="open" open={results.toMeasure} onGo={goTo} />]]}
        right={[]}
        rest={[
          [
            3,
            <Notes
              key="notes"
              notes={survey.notes}
              error={errorFor("notes")}
              onChange={(notes) => setDraft({ ...survey, notes })}
            />,
          ],
          [2, <Findings key="findings" findings={work.findings.filter((f) => f.severity === "caution")} />],
          [4, <Starts key="starts" survey={survey} onChange={setDraft} isNew={!work.saved?.revision} />],
        ]}
      />
      <SurveySheet survey={survey} walk={walk} />
    </StationFrame>
  );
}
