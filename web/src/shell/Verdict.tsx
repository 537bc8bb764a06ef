import type { ReactNode } from "react";
import { useArrival } from "./useArrival";

/** The one headline of a page: read aloud when it changes, without cutting in. */
export function Verdict({ children, className = "" }: { children: ReactNode; className?: string }) {
  const heading = useArrival();
  return (
    <h1 ref={heading} tabIndex={-1} aria-live="polite" className={`verdict outline-none ${className}`}>
      {typeof children === "string" ? unbroken(children) : children}
    </h1>
  );
}

/** A figure, its haze and its unit stay in one line. */
function unbroken(text: string): string {
  return text.replaceAll(" ± ", "\u00a0±\u00a0").replace(/(\d) (%|°|[kM]?[A-Za-z]{1,3}\b)(?=[\s.,;:]|$)/g, "$1\u00a0$2");
}
