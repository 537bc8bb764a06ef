import { useRef, useState } from "react";
import type { Assumption, Field, Stored } from "../api/client";
import { valueAt, withValue } from "../fields/paths";
import { numberOf } from "../fields/stored";
import { useMedia } from "../shell/useMedia";
import { FigureRow } from "./FigureRow";

/** What is used of a station here. */
interface Holder {
  document: object;
  setDraft: (document: never) => void;
  errorFor: (field: string) => string | undefined;
}

interface Props {
  /** Figures, each with the station whose document keeps it. */
  figures: readonly { field: Field; station: Holder }[];
  /** What is calculated with meanwhile, by path. */
  assumed: readonly { field: string; used: Assumption }[];
}

/** Figures one below the other: those that were given, and at a click those that are left at what is usual. */
export function FigureList({ figures, assumed }: Props) {
  const [isOpen, setOpen] = useState(false);
  // On paper stands what it was calculated with, all of it.
  const isPrinted = useMedia("print");
  // A figure that is emptied stays under the hand that empties it.
  const seen = useRef(new Set<string>());
  const isShown = ({ field, station }: Props["figures"][number]) => {
    const wasGiven = numberOf(valueAt(station.document, field.path) as Stored) !== null || Boolean(station.errorFor(field.path));
    if (wasGiven || isOpen) {
      seen.current.add(field.path);
    }
    return isPrinted || seen.current.has(field.path);
  };
  const shown = figures.filter(isShown);
  const folded = figures.length - shown.length;
  return (
    <>
      <ul className="mt-1 divide-y divide-rule">
        {shown.map(({ field, station }) => (
          <FigureRow
            key={field.path}
            field={field}
            value={valueAt(station.document, field.path) as Stored}
            used={assumed.find((a) => a.field === field.path)?.used}
            error={station.errorFor(field.path)}
            onChange={(value) => station.setDraft(withValue(station.document, field.path, value) as never)}
          />
        ))}
      </ul>
      {folded > 0 && (
        <button type="button" className="btn btn-ghost no-print -ml-3" aria-expanded={false} onClick={() => setOpen(true)}>
          {shown.length > 0 ? `${folded} more, left at usual figures` : `${folded} figures, left at usual values`}
        </button>
      )}
    </>
  );
}
