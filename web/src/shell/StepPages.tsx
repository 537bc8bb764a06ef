import type { ReactNode, RefObject } from "react";

interface Props<T extends string> {
  names: readonly T[];
  current: T;
  goTo: (name: T) => void;
  heading: RefObject<HTMLParagraphElement | null>;
  pages: Record<T, ReactNode>;
  /** The order on paper, where that is another one. */
  onPaper?: readonly T[];
}

/** The steps of a page: one is seen, on paper every one stands behind the other. */
export function StepPages<T extends string>({ names, current, goTo, heading, pages, onPaper = names }: Props<T>) {
  const next = names[names.indexOf(current) + 1];
  return (
    <>
      {onPaper.map((name) => (
        <div key={name} className={name === current ? "mt-3" : "mt-3 hidden print:block"}>
          <p ref={name === current ? heading : undefined} tabIndex={-1} className="sr-only scroll-mt-4 outline-none">
            {name}
          </p>
          {pages[name]}
        </div>
      ))}
      {next && (
        <p className="no-print mt-4">
          <button type="button" className="btn btn-outline" onClick={() => goTo(next)}>
            On to {next}
          </button>
        </p>
      )}
    </>
  );
}
