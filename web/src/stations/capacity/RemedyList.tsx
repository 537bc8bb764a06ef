import { AnswerForm } from "../../entries/AnswerForm";
import { useJobContext } from "../../job/jobContext";
import type { StationWork } from "../../job/useStation";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { changeOf, withoutChange, withRemedy } from "./changes";
import type { CapacityPlan, CapacityResults } from "./types";

/** What is planned, and what else would bring the wanted point inside; two that are taken work together. */
export function RemedyList({ capacity }: { capacity: StationWork<CapacityPlan, CapacityResults> }) {
  const { job } = useJobContext();
  const units = useUnits();
  const { document, setDraft, results, refused, lastResults } = capacity;
  // What is planned stays, to be taken back, while it does not fit.
  const planned = (results ?? lastResults)?.planned.filter((p) => p.key in (document.changes ?? {})) ?? [];
  const remedies = results?.atPoint?.remedies ?? [];
  const error = refused?.texts(units.current, (field) => field.startsWith("capacity.changes")).join(" ");
  if (planned.length === 0 && remedies.length === 0 && !error) {
    return null;
  }
  return (
    <section className="panel" aria-labelledby="remedies-title">
      {(planned.length > 0 || error) && (
        <>
          <h2 className="panel-title">Planned, not fitted yet</h2>
          <ul className="mt-1 divide-y divide-rule">
            {planned.map(({ key, what }) => (
              <li key={key} className="flex flex-wrap items-center justify-between gap-x-4 py-2">
                <span className="font-bold">{units.say(what)}</span>
                <div className="flex flex-wrap gap-x-2">
                  <AnswerForm
                    jobId={job.id}
                    opens="Fitted"
                    about={units.say(what)}
                    asks="Part number, if any"
                    sends="It is fitted"
                    entry={(text) => ({
                      kind: "fitted",
                      text,
                      station: "capacity",
                      payload: { change: changeOf(document, key) },
                    })}
                  />
                  <button
                    type="button"
                    className="btn btn-ghost no-print"
                    aria-label={`Undo: ${units.say(what)}`}
                    onClick={() => setDraft(withoutChange(document, key))}
                  >
                    Undo
                  </button>
                </div>
              </li>
            ))}
          </ul>
          {error && <p className="text-stop">{error}</p>}
        </>
      )}
      <h2 id="remedies-title" className={`panel-title ${planned.length > 0 ? "mt-3" : ""}`}>
        {remedies.length > 0 ? "What would help" : "No other parts needed"}
      </h2>
      <ul className="mt-1 divide-y divide-rule">
        {remedies.map((remedy) => {
          const what = units.say({ text: remedy.what, template: remedy.whatTemplate, values: remedy.values });
          return (
            <li key={remedy.code} className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 py-2.5">
              <div className="min-w-0 grow basis-[18rem]">
                <p className="font-bold">{what}</p>
                <p className="text-[0.93rem] text-ink-2">
                  {units.say({ template: remedy.reachTemplate, values: remedy.values })}
                  {remedy.needs && ` ${units.say(remedy.needs)}`}
                  {!remedy.enough && <b> {said("capacity", "notEnoughItself")}</b>}
                </p>
              </div>
              <button
                type="button"
                className="btn btn-outline no-print"
                aria-label={`Plan it: ${what}`}
                onClick={() => setDraft(withRemedy(document, remedy))}
              >
                Plan it
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
