import { useId } from "react";
import type { Field, Stored } from "../api/client";
import { useUnits } from "../words/useUnits";
import { Choice } from "./Choice";
import { prefixOf, usualText } from "./catalogue";
import { HazyField } from "./HazyField";
import { LabelledGroup } from "./Labelled";
import { NumberField } from "./NumberField";
import { RowTable } from "./RowTable";
import { SelectField } from "./SelectField";
import { Several } from "./Several";
import { numberOf } from "./stored";
import { TextField } from "./TextField";
import { type Thing, ThingList } from "./ThingList";
import { YesNo } from "./YesNo";

// More than these are chosen from a list that opens.
const MOST_IN_SIGHT = 9;

interface Props {
  field: Field;
  /** Where it stands in the document, where that is not its path in the catalogue: in a thing of a list. */
  at?: string;
  /** Its path for the program to understand what is typed. */
  path?: string;
  value: unknown;
  onChange: (answer: unknown) => void;
  errorFor: (field: string) => string | undefined;
}

/** Short enough to stand beside another. */
export function isShort({ answer, choices, photo }: Field): boolean {
  const few = choices.length <= 3 || choices.length > MOST_IN_SIGHT;
  return !photo && (["number", "count", "hazy", "text", "yesNo"].includes(answer) || (answer === "choice" && few));
}

/** The control a field is answered with. */
export function AnswerField({ field, at = field.path, path = field.path, value, onChange, errorFor }: Props) {
  const units = useUnits();
  const group = useId();
  const { label, answer, quantity } = field;
  const usual = usualText(field, units);
  const hint =
    [field.hint, usual ? `If blank: ${usual}.` : field.leftOut && `If blank: ${field.leftOut}.`].filter(Boolean).join(" ") ||
    undefined;
  const common = { label, hint, error: errorFor(at) };
  switch (answer) {
    case "count":
    case "number":
      return (
        <NumberField
          {...common}
          quantity={quantity}
          path={path}
          prefix={prefixOf(field)}
          value={numberOf(value as Stored)}
          onChange={(number) => onChange(number ?? undefined)}
        />
      );
    case "hazy":
      return (
        <HazyField
          {...common}
          path={path}
          prefix={prefixOf(field)}
          quantity={quantity}
          value={value as Stored}
          onChange={onChange}
        />
      );
    case "choice":
      return field.choices.length > MOST_IN_SIGHT ? (
        <SelectField {...common} none="Choose" value={value as string | undefined} choices={field.choices} onChange={onChange} />
      ) : (
        <LabelledGroup {...common}>
          <div className={`grid gap-x-6 sm:grid-cols-2 ${isShort(field) ? "" : "lg:grid-cols-3"}`}>
            {field.choices.map((choice) => (
              <Choice
                key={choice.name}
                group={group}
                name={choice.label}
                how={choice.how ?? ""}
                checked={value === choice.name}
                onChoose={() => onChange(choice.name)}
              />
            ))}
          </div>
        </LabelledGroup>
      );
    case "several":
      return <Several {...common} choices={field.choices} value={value as readonly string[] | undefined} onChange={onChange} />;
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
    case "list":
      return (
        <LabelledGroup {...common}>
          <ThingList field={field} things={(value as Thing[] | undefined) ?? []} onChange={onChange} errorFor={errorFor} />
        </LabelledGroup>
      );
    case "table":
      return (
        <LabelledGroup {...common}>
          <RowTable
            field={path}
            columns={field.columns}
            rows={(value as Record<string, number>[] | undefined) ?? []}
            onChange={onChange}
            errorFor={errorFor}
          />
        </LabelledGroup>
      );
    case "connections":
      throw new Error("Connections are answered at the survey alone.");
  }
}
