import type { ReactNode } from "react";

/** What may be wider than the screen; reachable by keyboard, so that it can be scrolled without a mouse. */
export function Scrollable({ label, children }: { label: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must take the focus.
    <section className="overflow-x-auto" tabIndex={0} aria-label={label}>
      {children}
    </section>
  );
}
