import { useId } from "react";
import type { Stored } from "../../api/client";
import { Choice } from "../../fields/Choice";
import { prefixOf, usualText } from "../../fields/catalogue";
import { HazyField } from "../../fields/HazyField";
import { NumberField } from "../../fields/NumberField";
import { numberOf } from "../../fields/stored";
import { assumed } from "../../fuelSystem/assumed";
import { useUnits } from "../../words/useUnits";
import { answerAt, isUnknown, markUnknown, withAnswer } from "./answers";
import { Joints } from "./Joints";
import { PairTable } from "./PairTable";
import { Photos } from "./Photos";
import { inWords } from "./SurveySheet";
import type { Joint, SurveyDocument, SurveyFinding, ToMeasure } from "./types";
import type { Asked } from "./useWalk";
import { YesNo } from "./YesNo";

interface Props {
  question: Asked;
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
  const unknown = isUnknown(survey, question.field);
  const set = (answer: unknown) => onChange(withAnswer(survey, question.field, answer));
  return (
    <div className="grid gap-2 py-3">
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div className="min-w-0 grow">
          {unknown ? (
            <>
              <p className="label-text">{question.ask}</p>
              <p className="flex min-h-[44px] items-center text-ink-2">
                Not known{open?.usedMeanwhile ? `; meanwhile ${assumed(open.usedMeanwhile, units)}` : ""}
              </p>
            </>
          ) : (
            <Answer question={question} value={answerAt(survey, question.field)} onChange={set} errorFor={errorFor} />
          )}
        </div>
        {question.answer.kind !== "text" && (
          <button
            type="button"
            className="btn btn-ghost no-print"
            aria-pressed={unknown}
            aria-label={`${question.ask}: not known`}
            onClick={() => onChange(markUnknown(survey, question.field, !unknown))}
          >
            {unknown ? "I know it" : "Do not know"}
          </button>
        )}
      </div>
      {saved && <OnRecord question={question} survey={survey} saved={saved} onChange={onChange} />}
      {question.photo && <Photos field={question.field} ask={question.ask} survey={survey} onChange={onChange} />}
      {unknown && open && (
        <p className="text-[0.9rem] text-ink-2">
          {units.say({ text: open.effect, template: open.effectTemplate, values: open.values })}
        </p>
      )}
      {findings.map((f) => (
        <p
          key={f.code}
          className={`border-l-4 pl-3 text-[0.93rem] ${f.severity === "stop" ? "border-stop" : f.severity === "caution" ? "border-base-content" : "border-rule text-ink-2"}`}
        >
          {f.severity === "stop" && <b className="text-stop">Stop. </b>}
          {f.severity === "caution" && <b>Look at this. </b>}
          {units.say(f)}
        </p>
      ))}
    </div>
  );
}

interface OnRecordProps {
  question: Asked;
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
      isUnknown(saved, question.field)
        ? markUnknown(survey, question.field, true)
        : withAnswer(markUnknown(survey, question.field, false), question.field, answerAt(saved, question.field)),
    );
  return (
    <p className="no-print flex flex-wrap items-center gap-x-3 text-[0.9rem] text-ink-2">
      On record: {theirs || "no answer"}
      <button
        type="button"
        className="link-quiet min-h-[32px]"
        aria-label={`${question.ask}: take what is on record`}
        onClick={take}
      >
        Take that
      </button>
    </p>
  );
}

interface AnswerProps {
  question: Asked;
  value: unknown;
  onChange: (answer: unknown) => void;
  errorFor: (field: string) => string | undefined;
}

function Answer({ question, value, onChange, errorFor }: AnswerProps) {
  const id = useId();
  const units = useUnits();
  const { field, ask, answer, catalogued } = question;
  const usual = usualText(catalogued, units);
  const hint = [question.hint, usual && `If blank: ${usual}.`].filter(Boolean).join(" ") || undefined;
  const error = errorFor(field);
  switch (answer.kind) {
    case "count":
    case "number":
      return (
        <NumberField
          label={ask}
          hint={hint}
          quantity={catalogued.quantity}
          prefix={prefixOf(catalogued)}
          value={numberOf(value as Stored)}
          error={error}
          onChange={(number) => onChange(number ?? undefined)}
        />
      );
    case "hazy":
      return (
        <HazyField
          label={ask}
          hint={hint}
          prefix={prefixOf(catalogued)}
          quantity={catalogued.quantity}
          value={value as Stored}
          error={error}
          onChange={onChange}
        />
      );
    case "choice":
      return (
        <fieldset>
          <legend className="label-text">{ask}</legend>
          {hint && <p className="text-[0.9rem] text-ink-3">{hint}</p>}
          <div className="grid gap-x-6 sm:grid-cols-2">
            {answer.choices.map((choice) => (
              <Choice
                key={choice.name}
                group={field}
                name={choice.label}
                how={choice.how ?? ""}
                checked={value === choice.name}
                onChoose={() => onChange(choice.name)}
              />
            ))}
          </div>
        </fieldset>
      );
    case "yesNo":
      return <YesNo label={ask} hint={hint} value={value as boolean | undefined} onChange={onChange} />;
    case "text":
      return (
        <div className="grid gap-1">
          <label htmlFor={id} className="label-text">
            {ask}
          </label>
          <input
            id={id}
            className="field w-full max-w-[32rem]"
            maxLength={200}
            value={(value as string | undefined) ?? ""}
            aria-invalid={Boolean(error)}
            onChange={(e) => onChange(e.target.value || undefined)}
          />
          {error && <p className="text-[0.9rem] text-stop">{error}</p>}
        </div>
      );
    case "joints":
      return (
        <div className="grid gap-1">
          <p className="label-text">{ask}</p>
          {hint && <p className="text-[0.9rem] text-ink-3">{hint}</p>}
          <Joints joints={(value as Joint[] | undefined) ?? []} onChange={onChange} errorFor={errorFor} />
        </div>
      );
    case "curve":
      return (
        <div className="grid gap-1">
          <p className="label-text">{ask}</p>
          {hint && <p className="text-[0.9rem] text-ink-3">{hint}</p>}
          <PairTable
            label={ask}
            field={field}
            columns={[
              { name: "pressureKpa", label: "Pressure", quantity: "kpa" },
              { name: "flowLph", label: "Flow", quantity: "lph" },
            ]}
            rows={(value as Record<string, number>[] | undefined) ?? []}
            onChange={onChange}
            errorFor={errorFor}
          />
        </div>
      );
    case "deadTimes":
      return (
        <div className="grid gap-1">
          <p className="label-text">{ask}</p>
          <PairTable
            label={ask}
            field={field}
            columns={[
              { name: "batteryV", label: "Battery", unit: "V" },
              { name: "deadTimeMs", label: "Dead time", unit: "ms" },
            ]}
            rows={(value as Record<string, number>[] | undefined) ?? []}
            onChange={onChange}
            errorFor={errorFor}
          />
        </div>
      );
  }
}
