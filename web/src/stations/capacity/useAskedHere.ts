import type { FittedPart } from "../../api/client";
import { useFields } from "../../api/queries";
import type { StationWork } from "../../job/useStation";

/** The survey as far as this station knows it: what is not asked on this vehicle. */
export type Survey = StationWork<object, { notAsked: readonly string[]; fitted?: readonly FittedPart[] | null }>;

/** What is asked together at Capacity: its own figures, and facts of the vehicle where they concern it. */
export function useAskedHere(group: string, notAsked: readonly string[] = []) {
  const own = useFields("capacity").data ?? [];
  const vehicle = useFields("survey").data ?? [];
  return {
    figures: own.filter((f) => f.group?.name === group),
    facts: vehicle.filter((f) => f.askedAt === "capacity" && f.group?.name === group && !notAsked.includes(f.path)),
  };
}
