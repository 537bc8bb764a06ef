import { useEffect, useRef } from "react";
import { useSearchParams } from "react-router";

/**
 * Where one stands on a page that is walked through. It stands in the address: back and reload keep it; one begins where something is to be
 * done, and stays until one goes on.
 */
export function useStepInAddress<T extends string>(names: readonly T[], toDo: T | null) {
  const [params, setParams] = useSearchParams();
  const began = useRef<T | null>(null);
  const heading = useRef<HTMLParagraphElement>(null);
  const hasMoved = useRef(false);
  if (began.current === null) {
    began.current = toDo;
  }
  const current = names.find((name) => name === params.get("step")) ?? began.current ?? (names[0] as T);
  const goTo = (name: T) => {
    hasMoved.current = true;
    setParams({ step: name });
  };
  // The hand goes on where the next step begins.
  // biome-ignore lint/correctness/useExhaustiveDependencies: whenever another step is shown.
  useEffect(() => {
    if (hasMoved.current) {
      hasMoved.current = false;
      heading.current?.focus({ preventScroll: true });
      heading.current?.scrollIntoView({ block: "start" });
    }
  }, [current]);
  return { current, goTo, heading };
}
