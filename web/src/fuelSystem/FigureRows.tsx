import type { Assumption, Stored } from "../api/client";
import { useCatalogue } from "../fields/catalogue";
import { valueAt, withValue } from "../fields/paths";
import type { StationWork } from "../job/useStation";
import { FigureRow } from "./FigureRow";

interface Props<T extends object> {
  /** The station whose document keeps them. */
  station: StationWork<T, unknown>;
  /** Path of each, and what is said where it is left out and no figure stands in. */
  rows: readonly { path: string; leftOut?: string }[];
  /** What is calculated with meanwhile, by path. */
  assumed: readonly { field: string; used: Assumption }[];
}

/** Figures of a station's document, one below the other. */
export function FigureRows<T extends object>({ station, rows, assumed }: Props<T>) {
  const field = useCatalogue(station.slug);
  return rows.map(({ path, leftOut }) => (
    <FigureRow
      key={path}
      field={field(path)}
      value={valueAt(station.document, path) as Stored}
      used={assumed.find((a) => a.field === path)?.used}
      leftOut={leftOut}
      error={station.errorFor(path)}
      onChange={(value) => station.setDraft(withValue(station.document, path, value))}
    />
  ));
}
