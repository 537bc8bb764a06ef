import { type ReactNode, useEffect, useRef, useState } from "react";
import { useMedia } from "./useMedia";

interface Props {
  /** What stands in each column, from the top. */
  left: readonly Piece[];
  right: readonly Piece[];
  /** What comes behind, each part in whichever column leaves the smaller hole; there it stays. */
  rest?: readonly Piece[];
  /** Both columns are as wide; otherwise the left one is the wider. */
  even?: boolean;
}

/** A part of the page, with its place from the top where there is room for one column only. */
export type Piece = readonly [onPhone: number, part: ReactNode];

/** A page that has not changed for this long is at rest. */
const restMs = 120;

/** Two columns that fill from the top to about the same height, or one where there is no room; then what is most wanted in the hand comes first. */
export function Columns({ left, right, rest = [], even }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  // Which column each part of the rest stands in, once the page is at rest and it is seen how tall it is. It moves that once and never again;
  // a part somebody is in stays where it is, for a field that moves is another field, and what is typed meanwhile goes nowhere.
  const [chosen, setChosen] = useState<Readonly<Record<number, number>>>({});
  useEffect(() => {
    const timer = setTimeout(() => {
      const next = placed(frame.current, rest, chosen);
      if (next) {
        setChosen(next);
      }
    }, restMs);
    return () => clearTimeout(timer);
  });
  // In one column the parts stand in the order of the hand, for eyes, keys and screen readers alike.
  const isNarrow = useMedia("(width < 48rem)");
  const columns = isNarrow
    ? [[...left, ...right, ...rest].sort(([a], [b]) => a - b)]
    : [left, right].map((fixed, at) => [...fixed, ...rest.filter(([onPhone]) => (chosen[onPhone] ?? 1) === at)]);
  return (
    <div
      ref={frame}
      className={`mt-2 grid grid-cols-1 items-start gap-4 md:mt-4 ${even ? "md:grid-cols-2" : "md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]"}`}
    >
      {columns.map((column, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a column is where it stands.
        <div key={at} className="grid grid-cols-1 gap-4">
          {column.map(([onPhone, part]) => (
            <div key={onPhone} data-piece={onPhone} className="empty:hidden">
              {part}
            </div>
          ))}
        </div>
      ))}
    </div>
  );
}

/** The parts of the rest that have no column yet, placed so that both end at about the same height; null where there are none. */
function placed(frame: HTMLElement | null, rest: readonly Piece[], chosen: Readonly<Record<number, number>>) {
  const partOf = (onPhone: number) => frame?.querySelector<HTMLElement>(`[data-piece="${onPhone}"]`);
  const heightOf = (onPhone: number) => partOf(onPhone)?.offsetHeight ?? 0;
  const shown = rest.map(([onPhone]) => onPhone).filter((onPhone) => !(onPhone in chosen) && heightOf(onPhone) > 0);
  if (shown.length === 0) {
    return null;
  }
  const fresh = shown.filter((onPhone) => !partOf(onPhone)?.contains(document.activeElement));
  const total = [...(frame?.children ?? [])].map((column) =>
    [...column.children]
      .filter((piece) => !fresh.includes(Number((piece as HTMLElement).dataset.piece)))
      .reduce((sum, piece) => sum + (piece as HTMLElement).offsetHeight, 0),
  );
  // The parts are few: of all ways to place them the one that leaves the smallest hole.
  const ways = Array.from({ length: 2 ** fresh.length }, (_, way) => fresh.map((_, i) => (way >> i) & 1));
  const hole = (way: readonly number[]) =>
    Math.abs(way.reduce((sum, at, i) => sum + (at === 0 ? 1 : -1) * heightOf(fresh[i] ?? 0), (total[0] ?? 0) - (total[1] ?? 0)));
  const best = ways.reduce((a, b) => (hole(b) < hole(a) ? b : a));
  return { ...chosen, ...Object.fromEntries(shown.map((onPhone) => [onPhone, best[fresh.indexOf(onPhone)] ?? 1])) };
}
