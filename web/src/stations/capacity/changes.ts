import type { Stored } from "../../api/client";
import { plusMinusOf, stored } from "../../fields/stored";
import type { CapacityPlan, Remedy } from "./types";

/** The plan with another point wanted; how well power and blend are known stays as it was said. */
export function withPoint(plan: CapacityPlan, point: { powerKw?: number; ethanolPct?: number }): CapacityPlan {
  const moved = Object.entries(point).map(([name, value]) => {
    const before = plan.fullLoad?.[name as "powerKw" | "ethanolPct"] as Stored;
    return [name, stored(value, plusMinusOf(before))] as const;
  });
  return { ...plan, fullLoad: { ...plan.fullLoad, ...Object.fromEntries(moved) } };
}

/** The plan with a remedy taken. */
export function withRemedy(plan: CapacityPlan, remedy: Remedy): CapacityPlan {
  const known = Object.entries(remedy.change).filter(([, value]) => value !== null && value !== undefined);
  return {
    ...plan,
    fullLoad: {
      ...plan.fullLoad,
      ...(remedy.powerKw != null ? { powerKw: remedy.powerKw } : {}),
      ...(remedy.ethanolPct != null ? { ethanolPct: remedy.ethanolPct } : {}),
    },
    changes: { ...plan.changes, ...Object.fromEntries(known) } as CapacityPlan["changes"],
  };
}

// A share of ports that are not added is none.
const goesWith = (key: string) => (key === "addedPorts" ? ["addedPorts", "portSharePct"] : [key]);

/** One of the changes of a plan, with what goes with it. */
export function changeOf(plan: CapacityPlan, key: string) {
  return Object.fromEntries(Object.entries(plan.changes ?? {}).filter(([name]) => goesWith(key).includes(name)));
}

/** The plan without one of its changes. */
export function withoutChange(plan: CapacityPlan, key: string): CapacityPlan {
  const left = Object.entries(plan.changes ?? {}).filter(([name]) => !goesWith(key).includes(name));
  return { ...plan, changes: Object.fromEntries(left) as CapacityPlan["changes"] };
}
