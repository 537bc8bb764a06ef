import { useEffect, useRef } from "react";

let isFirstPage = true;

/** The heading of a page: the keyboard and what is read aloud begin there, but for the first page, which the browser announces itself. */
export function useArrival() {
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    if (!isFirstPage) {
      heading.current?.focus({ preventScroll: true });
    }
    isFirstPage = false;
  }, []);
  return heading;
}
