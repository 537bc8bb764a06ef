import { useState } from "react";
import type { Field, Stored } from "../api/client";
import { useFields } from "../api/queries";
import { numberOf, plusMinusOf } from "../fields/stored";
import type { Conflict } from "../job/merge";
import type { BothChanged } from "../job/saveDrafts";
import { type UnitWords, useUnits } from "../words/useUnits";

interface Props {
  both: BothChanged;
  /** The station. */
  name: string;
  /** Saves with their value in these fields, and mine in the others. */
  onSave: (takeTheirs: ReadonlySet<string>) => void;
}

/** Asks field by field what counts where two people changed the same; everything else is put together already. */
export function BothChangedPanel({ both, name, onSave }: Props) {
  const [chosen, setChosen] = useState<ReadonlyMap<string, Whose>>(new Map());
  const fields = useFields(both.slug).data ?? [];
  const units = useUnits();
  const { by, conflicts } = both;
  const choose = (paths: readonly string[], whose: Whose) =>
    setChosen((before) => new Map([...before, ...paths.map((path) => [path, whose] as const)]));
  const paths = conflicts.map(({ path }) => path);
  return (
    <section role="alert" className="panel mb-3 grid max-h-[60vh] gap-3 overflow-y-auto" aria-label={`${name}, changed by both`}>
      <p>
        <b>
          {by} saved {name} meanwhile.
        </b>{" "}
        You both changed {conflicts.length === 1 ? "one field" : "these fields"}. Choose what counts. Everything else of both is
        kept.
      </p>
      {conflicts.length > 2 && (
        <div className="flex flex-wrap gap-3">
          <button type="button" className="btn btn-outline" onClick={() => choose(paths, "mine")}>
            All yours
          </button>
          <button type="button" className="btn btn-outline" onClick={() => choose(paths, "theirs")}>
            All of {by}
          </button>
        </div>
      )}
      {conflicts.map((conflict) => {
        const field = fieldOf(fields, conflict.path);
        return (
          <fieldset key={conflict.path} className="grid gap-1 border-t border-rule pt-2">
            <legend className="contents font-bold">{labelOf(fields, conflict)}</legend>
            {(["mine", "theirs"] as const).map((whose) => (
              <label key={whose} className="flex min-h-[44px] items-center gap-3">
                <input
                  type="radio"
                  className="radio border-ink-2"
                  name={conflict.path}
                  checked={chosen.get(conflict.path) === whose}
                  onChange={() => choose([conflict.path], whose)}
                />
                <span className="min-w-0 break-words">
                  <span className="text-ink-3">{whose === "mine" ? "Yours:" : `${by}:`}</span>{" "}
                  {textOf(conflict[whose], field, units)}
                </span>
              </label>
            ))}
          </fieldset>
        );
      })}
      <button
        type="button"
        className="btn btn-primary w-fit"
        disabled={paths.some((path) => !chosen.has(path))}
        onClick={() => onSave(new Set(paths.filter((path) => chosen.get(path) === "theirs")))}
      >
        Save with these
      </button>
    </section>
  );
}

type Whose = "mine" | "theirs";

const inList = /^(.*)\[[^\]]*\](?:\.(.*))?$/;

function fieldOf(fields: readonly Field[], path: string): Field | undefined {
  const [, list, item] = path.match(inList) ?? [];
  return list === undefined
    ? fields.find((f) => f.path === path)
    : fields.find((f) => f.path === list)?.items.find((f) => f.path === item);
}

/** What a field is called; one that has no name of its own is named by its place. */
function labelOf(fields: readonly Field[], { path, mine, theirs }: Conflict): string {
  const [, list] = path.match(inList) ?? [];
  const label =
    fieldOf(fields, path)?.label ?? (list === undefined ? fields.find((f) => path.startsWith(`${f.path}.`))?.label : undefined);
  const of = list === undefined ? undefined : fields.find((f) => f.path === list);
  if (list === undefined) {
    return label ?? inWords(path);
  }
  const called = [mine, theirs].map((thing) => (thing as { name?: string } | undefined)?.name).find((name) => name);
  return [of?.itemName ?? inWords(list), called, label].filter(Boolean).join(", ");
}

/** A name of a document as words: whatTheShopSaw, What the shop saw. */
function inWords(path: string): string {
  const words = path.slice(path.lastIndexOf(".") + 1).replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
  return words.charAt(0).toUpperCase() + words.slice(1);
}

function textOf(value: unknown, field: Field | undefined, units: UnitWords): string {
  if (value === undefined || value === null) {
    return "nothing";
  }
  if (typeof value === "boolean") {
    return value ? "yes" : "no";
  }
  const number = numberOf(value as Stored);
  if (typeof number === "number") {
    const plusMinus = plusMinusOf(value as Stored);
    return field
      ? plusMinus
        ? units.hazy({ value: number, plusMinus }, field.quantity)
        : units.plain(number, field.quantity, 1)
      : String(number);
  }
  if (Array.isArray(value)) {
    return value.length === 1 ? "1 entry" : `${value.length} entries`;
  }
  return typeof value === "string" ? (field?.choices.find((c) => c.name === value)?.label ?? value) : "changed";
}
