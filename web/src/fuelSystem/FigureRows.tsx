import type { Assumption, Field, Stored } from "../api/client";
import { valueAt, withValue } from "../fields/paths";
import type { StationWork } from "../job/useStation";
import { FigureRow } from "./FigureRow";

interface Props<T extends object> {
  /** The station whose document keeps them. */
  station: StationWork<T, unknown>;
  rows: readonly Field[];
  /** What is calculated with meanwhile, by path. */
  assumed: readonly { field: string; used: Assumption }[];
}

/** Figures of a station's document, one below the other. */
export function FigureRows<T extends object>({ station, rows, assumed }: Props<T>) {
  return rows.map((field) => (
    <FigureRow
      key={field.path}
      field={field}
      value={valueAt(station.document, field.path) as Stored}
      used={assumed.find((a) => a.field === field.path)?.used}
      error={station.errorFor(field.path)}
      onChange={(value) => station.setDraft(withValue(station.document, field.path, value))}
    />
  ));
}
