import type { Field, Stored } from "../../api/client";
import { Choice } from "../../fields/Choice";
import { prefixOf, usualText } from "../../fields/catalogue";
import { HazyField } from "../../fields/HazyField";
import { LabelledGroup } from "../../fields/Labelled";
import { NumberField } from "../../fields/NumberField";
import { RowTable } from "../../fields/RowTable";
import { SelectField } from "../../fields/SelectField";
import { numberOf } from "../../fields/stored";
import { TextField } from "../../fields/TextField";
import { assumed } from "../../fuelSystem/assumed";
import { useUnits } from "../../words/useUnits";
import { answerAt, isUnknown, markUnknown, withAnswer } from "./answers";
import { Joints } from "./Joints";
import { Photos } from "./Photos";
import { inWords } from "./SurveySheet";
import type { Joint, SurveyDocument, SurveyFinding, ToMeasure } from "./types";
import { YesNo } from "./YesNo";

// More than these are chosen from a list that opens.
const MOST_IN_SIGHT = 9;

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
        {question.answer !== "text" && (
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
      {question.photo && <Photos field={question.path} ask={question.label} survey={survey} onChange={onChange} />}
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

/** Short enough to stand beside another. */
function isShort({ answer, choices, photo }: Field): boolean {
  const few = choices.length <= 3 || choices.length > MOST_IN_SIGHT;
  return !photo && (["number", "count", "hazy", "text", "yesNo"].includes(answer) || (answer === "choice" && few));
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
  const units = useUnits();
  const { path, label, answer, quantity } = question;
  const usual = usualText(question, units);
  const hint = [question.hint, usual && `If blank: ${usual}.`].filter(Boolean).join(" ") || undefined;
  const common = { label, hint, error: errorFor(path) };
  switch (answer) {
    case "count":
    case "number":
      return (
        <NumberField
          {...common}
          quantity={quantity}
          path={path}
          prefix={prefixOf(question)}
          value={numberOf(value as Stored)}
          onChange={(number) => onChange(number ?? undefined)}
        />
      );
    case "hazy":
      return (
        <HazyField
          {...common}
          path={path}
          prefix={prefixOf(question)}
          quantity={quantity}
          value={value as Stored}
          onChange={onChange}
        />
      );
    case "choice":
      return question.choices.length > MOST_IN_SIGHT ? (
        <SelectField
          {...common}
          none="Choose"
          value={value as string | undefined}
          choices={question.choices}
          onChange={onChange}
        />
      ) : (
        <LabelledGroup {...common}>
          <div className={`grid gap-x-6 sm:grid-cols-2 ${isShort(question) ? "" : "lg:grid-cols-3"}`}>
            {question.choices.map((choice) => (
              <Choice
                key={choice.name}
                group={path}
                name={choice.label}
                how={choice.how ?? ""}
                checked={value === choice.name}
                onChoose={() => onChange(choice.name)}
              />
            ))}
          </div>
        </LabelledGroup>
      );
    case "yesNo":
      return <YesNo {...common} value={value as boolean | undefined} onChange={onChange} />;
    case "text":
      return (
        <TextField
          {...common}
          width="w-full max-w-[32rem]"
          value={(value as string | undefined) ?? ""}
          onChange={(text) => onChange(text || undefined)}
        />
      );
    case "connections":
      return (
        <LabelledGroup {...common}>
          <Joints joints={(value as Joint[] | undefined) ?? []} onChange={onChange} errorFor={errorFor} />
        </LabelledGroup>
      );
    case "table":
      return (
        <LabelledGroup {...common}>
          <RowTable
            field={path}
            columns={question.columns}
            rows={(value as Record<string, number>[] | undefined) ?? []}
            onChange={onChange}
            errorFor={errorFor}
          />
        </LabelledGroup>
      );
  }
}
