import type { ReactNode } from "react";
import { useArrival } from "./useArrival";

/** The one headline of a page: read aloud when it changes, without cutting in. */
export function Verdict({ children, className = "" }: { children: ReactNode; className?: string }) {
  const heading = useArrival();
  return (
    <h1 ref={heading} tabIndex={-1} aria-live="polite" className={`verdict outline-none ${className}`}>
      {children}
    </h1>
  );
}
