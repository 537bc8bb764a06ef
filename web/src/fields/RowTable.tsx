import type { Field } from "../api/client";
import { NumberField } from "./NumberField";

type Row = Record<string, number | null | undefined>;

interface Props {
  /** API path of the list, for what is refused in it. */
  field: string;
  columns: Field["columns"];
  rows: readonly Row[];
  onChange: (rows: Row[] | undefined) => void;
  errorFor: (field: string) => string | undefined;
}

/** A short table of numbers: a curve over pressure, a dead time over voltage. */
export function RowTable({ field, columns, rows, onChange, errorFor }: Props) {
  const set = (at: number, part: Row) => onChange(rows.map((row, i) => (i === at ? { ...row, ...part } : row)));
  return (
    <div className="grid gap-3">
      {rows.map((row, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a row is what stands at its place.
        <div key={at} className="flex flex-wrap items-end gap-x-5 gap-y-2">
          {columns.map((column) => (
            <NumberField
              key={column.name}
              label={`${column.label}, point ${at + 1}`}
              quantity={column.quantity}
              value={row[column.name] ?? null}
              error={errorFor(`${field}[${at}].${column.name}`)}
              onChange={(value) => set(at, { [column.name]: value ?? undefined })}
            />
          ))}
          <button
            type="button"
            className="btn btn-ghost"
            aria-label={`Remove point ${at + 1}`}
            onClick={() => onChange(rows.length === 1 ? undefined : rows.filter((_, i) => i !== at))}
          >
            Remove
          </button>
        </div>
      ))}
      <div>
        <button type="button" className="btn btn-outline" onClick={() => onChange([...rows, {}])}>
          {rows.length === 0 ? "Type in points" : "One more point"}
        </button>
      </div>
    </div>
  );
}
