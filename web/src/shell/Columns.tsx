import type { ReactNode } from "react";

interface Props {
  /** What stands in each column, from the top. */
  left: readonly Piece[];
  right: readonly Piece[];
  /** Both columns are as wide; otherwise the left one is the wider. */
  even?: boolean;
}

/** A part of the page, with its place from the top where there is room for one column only. */
export type Piece = readonly [onPhone: number, part: ReactNode];

const places = [
  "max-md:order-1",
  "max-md:order-2",
  "max-md:order-3",
  "max-md:order-4",
  "max-md:order-5",
  "max-md:order-6",
  "max-md:order-7",
  "max-md:order-8",
];

/** Two columns that fill from the top, or one where there is no room; then what is most wanted in the hand comes first. */
export function Columns({ left, right, even }: Props) {
  return (
    <div
      className={`mt-4 grid grid-cols-1 items-start gap-4 ${even ? "md:grid-cols-2" : "md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]"}`}
    >
      {[left, right].map((column, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a column is where it stands.
        <div key={at} className="contents md:grid md:grid-cols-1 md:gap-4">
          {column.map(([onPhone, part]) => (
            <div key={onPhone} className={`empty:hidden ${places[onPhone - 1]}`}>
              {part}
            </div>
          ))}
        </div>
      ))}
    </div>
  );
}
