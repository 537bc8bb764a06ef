import { useEffect, useState } from "react";
import type { Field } from "../api/client";
import { NumberField } from "./NumberField";

type Row = Record<string, number | null | undefined>;

interface Props {
  /** API path of the list, for what is refused in it. */
  field: string;
  columns: Field["columns"];
  /** The rows that are whole. */
  rows: readonly Row[];
  onChange: (rows: Row[] | undefined) => void;
  errorFor: (field: string) => string | undefined;
}

/** A short table of numbers: a curve over pressure, a dead time over voltage. A row counts as soon as it is whole; until then it is no error. */
export function RowTable({ field, columns, rows, onChange, errorFor }: Props) {
  const isWhole = (row: Row) => columns.every((column) => row[column.name] != null);
  const [typed, setTyped] = useState<readonly Row[]>(rows);
  const whole = typed.filter(isWhole);
  // What comes from elsewhere takes the place of what was typed.
  const elsewhere = JSON.stringify(rows) !== JSON.stringify(whole);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only where the rows themselves are others.
  useEffect(() => {
    if (elsewhere) {
      setTyped(rows);
    }
  }, [JSON.stringify(rows)]);
  const change = (next: readonly Row[]) => {
    setTyped(next);
    const counts = next.filter(isWhole);
    onChange(counts.length > 0 ? counts : undefined);
  };
  return (
    <div className="grid gap-3">
      {typed.map((row, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a row is what stands at its place.
        <div key={at} className="flex flex-wrap items-end gap-x-5 gap-y-2">
          {columns.map((column) => (
            <NumberField
              key={column.name}
              label={`${column.label}, point ${at + 1}`}
              quantity={column.quantity}
              path={`${field}.${column.name}`}
              value={row[column.name] ?? null}
              error={isWhole(row) ? errorFor(`${field}[${whole.indexOf(row)}].${column.name}`) : undefined}
              onChange={(value) =>
                change(typed.map((other, i) => (i === at ? { ...other, [column.name]: value ?? undefined } : other)))
              }
            />
          ))}
          <button
            type="button"
            className="btn btn-ghost"
            aria-label={`Remove point ${at + 1}`}
            onClick={() => change(typed.filter((_, i) => i !== at))}
          >
            Remove
          </button>
        </div>
      ))}
      {whole.length < typed.length && <p className="text-[0.9rem] text-ink-3">A point counts when all of it is filled in.</p>}
      <div>
        <button type="button" className="btn btn-outline" onClick={() => change([...typed, {}])}>
          {typed.length === 0 ? "Type in points" : "One more point"}
        </button>
      </div>
    </div>
  );
}
