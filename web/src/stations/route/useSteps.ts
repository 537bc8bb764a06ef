import type { Step } from "../../shell/Steps";
import { useStepInAddress } from "../../shell/useStepInAddress";
import { useUnits } from "../../words/useUnits";
import { lengthText } from "./lengths";
import type { RouteStation } from "./types";

export const stepNames = ["Place", "Parts", "Hoses", "Holding", "Lists"] as const;
export type StepName = (typeof stepNames)[number];

/** The parts of what Route says, by the step where they are mended. */
const parts: Record<string, StepName> = { place: "Place", parts: "Parts", hoses: "Hoses", holding: "Holding" };

/** The step where something that is said is mended. */
export const stepOf = ({ part }: { part?: string | null }): StepName => parts[part ?? ""] ?? "Parts";

/** The steps of the route, and where one stands. */
export function useSteps(route: RouteStation) {
  const units = useUnits();
  const { lastResults, document } = route;
  const at = useStepInAddress(stepNames, lastResults ? stepOf(lastResults.nextAction) : null);
  const cuts = lastResults?.hoses?.hoses ?? [];
  const notes: Record<StepName, string> = {
    Place: document.place ? (lastResults?.place?.possible === false ? "not possible" : "chosen") : "open",
    Parts: document.chain?.length ? `${document.chain.length} parts` : "open",
    Hoses: cuts.length > 0 ? cuts.map((h) => lengthText(h.cutMm, units)).join(", ") : document.chain?.length ? "none" : "open",
    Holding: document.holding?.kind ? "said" : "open",
    Lists: `${lastResults?.leaks.length ?? 0} leak points`,
  };
  return { ...at, steps: stepNames.map((name): Step => ({ name, note: notes[name] })) };
}
