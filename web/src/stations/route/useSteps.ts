import { useEffect, useRef } from "react";
import { useSearchParams } from "react-router";
import type { Step } from "../../shell/Steps";
import { useUnits } from "../../words/useUnits";
import { lengthText } from "./lengths";
import type { RouteStation } from "./types";

export const stepNames = ["Place", "Parts", "Hoses", "Holding", "Lists"] as const;
export type StepName = (typeof stepNames)[number];

const codesAt: readonly [StepName, RegExp][] = [
  ["Place", /^(route|place|starves|returnNotKnown|overrun|otherPlace)$/],
  ["Hoses", /^(gapMm|tankSide|engineSide|tooShort-\d+)$/],
  ["Holding", /^(hot|moving|highVoltage|plugRoom|serviceLoop|lie|ties|noRemedy)$/],
];

/** The step where something that is said is mended. */
export const stepOf = (code: string): StepName => codesAt.find(([, codes]) => codes.test(code))?.[0] ?? "Parts";

/** Where one stands on the page. It stands in the address: back and reload keep it; one begins where something is to be done, and stays until one goes on. */
export function useSteps(route: RouteStation) {
  const units = useUnits();
  const [params, setParams] = useSearchParams();
  const began = useRef<StepName | null>(null);
  const heading = useRef<HTMLParagraphElement>(null);
  const hasMoved = useRef(false);
  const { lastResults, document } = route;
  if (began.current === null && lastResults) {
    began.current = stepOf(lastResults.nextAction.code);
  }
  const asked = stepNames.find((name) => name === params.get("step"));
  const current = asked ?? began.current ?? "Place";
  const cuts = lastResults?.hoses?.hoses ?? [];
  const notes: Record<StepName, string> = {
    Place: document.place ? (lastResults?.place?.possible === false ? "not possible" : "chosen") : "open",
    Parts: document.chain?.length ? `${document.chain.length} parts` : "open",
    Hoses: cuts.length > 0 ? cuts.map((h) => lengthText(h.cutMm, units)).join(", ") : document.chain?.length ? "none" : "open",
    Holding: document.holding?.kind ? "said" : "open",
    Lists: `${lastResults?.leaks.length ?? 0} leak points`,
  };
  const goTo = (name: StepName) => {
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
  return { current, goTo, heading, steps: stepNames.map((name): Step => ({ name, note: notes[name] })) };
}
