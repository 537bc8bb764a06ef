import { useEffect, useId, useState } from "react";
import type { Field } from "../api/client";
import { AnswerField, isShort } from "./AnswerField";
import { SelectField } from "./SelectField";

export type Thing = Record<string, unknown>;

interface Props {
  /** The list, with what is asked of each thing. */
  field: Field;
  things: readonly Thing[];
  onChange: (things: Thing[] | undefined) => void;
  errorFor: (field: string) => string | undefined;
}

/** So much of a thing is seen at once; the rest opens. */
const seenFirst = 4;

/** Several things, each with fields of its own. One counts as soon as it has what it cannot be without; until then it is no error. */
export function ThingList({ field, things, onChange, errorFor }: Props) {
  const required = field.items.filter((item) => item.required);
  const isWhole = (thing: Thing) => required.every((item) => isAnswered(thing[item.path]));
  const [typed, setTyped] = useState<readonly Thing[]>(things);
  const whole = typed.filter(isWhole);
  // What comes from elsewhere takes the place of what was typed.
  const elsewhere = JSON.stringify(things) !== JSON.stringify(whole);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only where the things themselves are others.
  useEffect(() => {
    if (elsewhere) {
      setTyped(things);
    }
  }, [JSON.stringify(things)]);
  const change = (next: readonly Thing[]) => {
    setTyped(next);
    const counts = next.filter(isWhole);
    onChange(counts.length > 0 ? counts : undefined);
  };
  const name = field.itemName ?? field.label;
  return (
    <div className="grid gap-4">
      {typed.map((thing, i) => (
        <ThingCard
          // biome-ignore lint/suspicious/noArrayIndexKey: a thing is what stands at its place.
          key={i}
          name={`${name} ${i + 1}`}
          field={field}
          at={whole.indexOf(thing)}
          thing={thing}
          onChange={(part) => change(typed.map((t, j) => (j === i ? without({ ...t, ...part }) : t)))}
          onRemove={() => change(typed.filter((_, j) => j !== i))}
          errorFor={errorFor}
        />
      ))}
      <div className="no-print">
        <button type="button" className="btn btn-outline" onClick={() => setTyped([...typed, {}])}>
          {typed.length === 0 ? "Add" : "Add another"}: {name.toLowerCase()}
        </button>
      </div>
    </div>
  );
}

interface CardProps {
  name: string;
  field: Field;
  /** Its place among those that count; below 0 where it does not count yet. */
  at: number;
  thing: Thing;
  onChange: (part: Thing) => void;
  onRemove: () => void;
  errorFor: (field: string) => string | undefined;
}

function ThingCard({ name, field, at, thing, onChange, onRemove, errorFor }: CardProps) {
  const id = useId();
  const errors = (path: string) => (at < 0 ? undefined : errorFor(path));
  const isMore = (item: Field, i: number) =>
    i >= seenFirst && !isAnswered(thing[item.path]) && !errors(`${field.path}[${at}].${item.path}`);
  const [open, setOpen] = useState(false);
  const folded = field.items.filter(isMore);
  const missing = field.items.filter((item) => item.required && !isAnswered(thing[item.path]));
  return (
    <section className="border-l-2 border-rule pl-3" aria-labelledby={id}>
      <p className="font-bold">
        <span id={id}>{name}</span>
        {missing.length > 0 && (
          <span className="font-normal text-ink-3"> still needs: {missing.map((m) => m.label.toLowerCase()).join(", ")}</span>
        )}
      </p>
      <div className="mt-1 grid items-start gap-x-6 gap-y-3 sm:grid-cols-2">
        {field.items
          .filter((item, i) => open || !isMore(item, i))
          .map((item) => (
            <div key={item.path} className={isShort(item) || item.answer === "choice" ? "min-w-0" : "min-w-0 sm:col-span-2"}>
              {item.answer === "choice" ? (
                <SelectField
                  label={item.label}
                  none="Choose"
                  width="w-full pr-8"
                  value={thing[item.path] as string | undefined}
                  choices={item.choices.map((c) => ({ name: c.name, label: c.how ? `${c.label}: ${c.how}` : c.label }))}
                  error={errors(`${field.path}[${at}].${item.path}`)}
                  onChange={(value) => onChange({ [item.path]: value })}
                />
              ) : (
                <AnswerField
                  field={item}
                  at={`${field.path}[${at}].${item.path}`}
                  path={`${field.path}.${item.path}`}
                  value={thing[item.path]}
                  onChange={(value) => onChange({ [item.path]: value })}
                  errorFor={errors}
                />
              )}
            </div>
          ))}
      </div>
      <div className="no-print mt-2 flex flex-wrap gap-2">
        {(folded.length > 0 || open) && (
          <button type="button" className="btn btn-ghost" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? "Less" : `${folded.length} more`}
            <span className="sr-only"> of {name}</span>
          </button>
        )}
        <button type="button" className="btn btn-ghost" onClick={onRemove}>
          Remove {name.toLowerCase()}
        </button>
      </div>
    </section>
  );
}

const isAnswered = (value: unknown) => value !== undefined && value !== null && value !== "";

/** What was left out is not there. */
const without = (thing: Thing): Thing => Object.fromEntries(Object.entries(thing).filter(([, value]) => isAnswered(value)));
