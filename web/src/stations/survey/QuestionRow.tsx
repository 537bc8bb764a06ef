import type { Field } from "../../api/client";
import { AnswerField, isShort } from "../../fields/AnswerField";
import { LabelledGroup } from "../../fields/Labelled";
import { assumed } from "../../fuelSystem/assumed";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { answerAt, isUnknown, markUnknown, withAnswer } from "./answers";
import { Joints } from "./Joints";
import { Photos } from "./Photos";
import { ShopInstruments } from "./ShopInstruments";
import { inWords } from "./SurveySheet";
import type { Joint, SurveyDocument, SurveyFinding, ToMeasure } from "./types";

/** Nobody has to say that he does not know these. */
const unasked: readonly Field["answer"][] = ["text", "list", "several"];

interface Props {
  question: Field;
  survey: SurveyDocument;
  /** What is on record; somebody else may have saved it meanwhile. */
  saved: SurveyDocument | undefined;
  onChange: (survey: SurveyDocument) => void;
  findings: readonly SurveyFinding[];
  open: ToMeasure | undefined;
  errorFor: (field: string) => string | undefined;
}

/** A question, its answer or "not known", and at once what that opens or rules out. */
export function QuestionRow({ question, survey, saved, onChange, findings, open, errorFor }: Props) {
  const units = useUnits();
  const unknown = isUnknown(survey, question.path);
  const set = (answer: unknown) => onChange(withAnswer(survey, question.path, answer));
  return (
    <div
      className={`grid min-w-0 grid-cols-1 content-start gap-2 border-t border-rule py-3 ${isShort(question) ? "" : "sm:col-span-2"}`}
    >
      <div className="flex items-start justify-between gap-x-3">
        <div className="min-w-0 grow">
          {unknown ? (
            <>
              <p className="label-text">{question.label}</p>
              <p className="flex min-h-[44px] items-center text-ink-2">
                Not known{open?.usedMeanwhile ? `; meanwhile ${assumed(open.usedMeanwhile, units)}` : ""}
              </p>
            </>
          ) : (
            <Answer question={question} value={answerAt(survey, question.path)} onChange={set} errorFor={errorFor} />
          )}
        </div>
        {!unasked.includes(question.answer) && (
          <button
            type="button"
            className="btn btn-ghost no-print mt-[1.3rem] shrink-0 px-2"
            aria-pressed={unknown}
            aria-label={`${question.label}: not known`}
            onClick={() => onChange(markUnknown(survey, question.path, !unknown))}
          >
            {unknown ? "I know it" : "Do not know"}
          </button>
        )}
      </div>
      {saved && <OnRecord question={question} survey={survey} saved={saved} onChange={onChange} />}
      {question.path === "instruments" && <ShopInstruments survey={survey} onChange={onChange} />}
      {question.photo && <Photos field={question.path} ask={question.label} survey={survey} onChange={onChange} />}
      {unknown && open && (
        <p className="text-[0.9rem] text-ink-2">
          {units.say({ text: open.effect, template: open.effectTemplate, values: open.values })}
        </p>
      )}
      {findings.map((f) => (
        <p
          key={`${f.code} ${f.text}`}
          className={`border-l-4 pl-3 text-[0.93rem] ${f.severity === "stop" ? "border-stop" : f.severity === "caution" ? "border-base-content" : "border-rule text-ink-2"}`}
        >
          {f.severity === "stop" && <b className="text-stop">Stop. </b>}
          {f.severity === "caution" && <b>{said("survey", "lookAtThis")} </b>}
          {units.say(f)}
        </p>
      ))}
    </div>
  );
}

interface OnRecordProps {
  question: Field;
  survey: SurveyDocument;
  saved: SurveyDocument;
  onChange: (survey: SurveyDocument) => void;
}

/** Where the answer is another than the one on record, the one on record, to be taken or left: so two people's work is put together. */
function OnRecord({ question, survey, saved, onChange }: OnRecordProps) {
  const units = useUnits();
  const theirs = inWords(question, saved, units);
  if (theirs === inWords(question, survey, units)) {
    return null;
  }
  const take = () =>
    onChange(
      isUnknown(saved, question.path)
        ? markUnknown(survey, question.path, true)
        : withAnswer(markUnknown(survey, question.path, false), question.path, answerAt(saved, question.path)),
    );
  return (
    <p className="no-print flex flex-wrap items-center gap-x-3 text-[0.9rem] text-ink-2">
      On record: {theirs || "no answer"}
      <button
        type="button"
        className="link-quiet min-h-[32px]"
        aria-label={`${question.label}: take what is on record`}
        onClick={take}
      >
        Take that
      </button>
    </p>
  );
}

interface AnswerProps {
  question: Field;
  value: unknown;
  onChange: (answer: unknown) => void;
  errorFor: (field: string) => string | undefined;
}

function Answer({ question, value, onChange, errorFor }: AnswerProps) {
  return question.answer === "connections" ? (
    <LabelledGroup label={question.label} hint={question.hint ?? undefined} error={errorFor(question.path)}>
      <Joints joints={(value as Joint[] | undefined) ?? []} onChange={onChange} errorFor={errorFor} />
    </LabelledGroup>
  ) : (
    <AnswerField field={question} value={value} onChange={onChange} errorFor={errorFor} />
  );
}
