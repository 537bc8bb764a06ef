import type { Step } from "../../shell/Steps";
import { useStepInAddress } from "../../shell/useStepInAddress";
import type { HarnessStation } from "./types";

/** The steps by the parts of the results, in the order of the work. */
const parts = { Supply: "supply", Signal: "signal", Wires: "wires", Pins: "pins", Boxes: "boxes", Meter: "meter" } as const;
export type StepName = keyof typeof parts;

/** The steps of the harness, and where one stands. Boxes are a step only where there is one. */
export function useSteps(harness: HarnessStation) {
  const { lastResults, document } = harness;
  const hasBox = Boolean(lastResults?.extender || lastResults?.gateway);
  const names = (Object.keys(parts) as StepName[]).filter((name) => name !== "Boxes" || hasBox);
  const toDo = lastResults?.nextAction.part;
  const at = useStepInAddress<StepName>(names, lastResults ? (names.find((name) => parts[name] === toDo) ?? "Supply") : null);
  const { wires, pins, meter, signal, extender } = lastResults ?? {};
  const seats = pins?.seats ?? [];
  const lines = meter?.lines ?? [];
  const notes: Record<StepName, string> = {
    Supply: document.supply ? (document.ground ? "chosen" : "ground open") : "open",
    Signal:
      signal && signal.pullUps > 0 ? (signal.pullUps === 1 ? "one pull-up" : `${signal.pullUps} pull-ups`) : "no pull-up yet",
    Wires: `${wires?.list.length ?? 0} wires`,
    Pins: seats.length > 0 ? `${seats.filter((s) => s.byHand).length} of ${seats.length} seated` : "none named",
    Boxes: extender ? (extender.unseen.length === 0 ? "all injectors seen" : `${extender.unseen.length} not seen`) : "bus",
    Meter: `${lines.filter((l) => l.agrees).length} of ${lines.length} agree`,
  };
  return { ...at, names, steps: names.map((name): Step => ({ name, note: notes[name] })) };
}
