import type { FittedPart } from "../api/client";
import { AnswerForm } from "../entries/AnswerForm";
import { useJobContext } from "../job/jobContext";
import { when } from "../words/times";
import { useUnits } from "../words/useUnits";

/** What was fitted since the survey: the vehicle is calculated with it, and the survey keeps what was found. */
export function FittedParts({ fitted }: { fitted: readonly FittedPart[] }) {
  const { job } = useJobContext();
  const units = useUnits();
  if (fitted.length === 0) {
    return null;
  }
  return (
    <section className="panel" aria-labelledby="fitted-title">
      <h2 id="fitted-title" className="panel-title">
        Fitted since the survey
      </h2>
      <ul className="mt-1 divide-y divide-rule">
        {fitted.map(({ entry, what, author, at }) => (
          <li key={entry} className="flex flex-wrap items-center justify-between gap-x-4 py-2">
            <p>
              <b>{units.say(what)}</b>
              <span className="text-[0.93rem] text-ink-2">
                , {when(at)} by {author}
              </span>
            </p>
            <AnswerForm
              jobId={job.id}
              opens="Take back"
              about={units.say(what)}
              asks="Why"
              sends="Take it back"
              entry={(text) => ({ kind: "note", text, takesBack: entry })}
              quiet
            />
          </li>
        ))}
      </ul>
      <p className="text-[0.88rem] text-ink-3">Everything is calculated with these parts; the survey keeps what was found.</p>
    </section>
  );
}
