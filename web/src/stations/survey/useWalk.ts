import type { Field } from "../../api/client";
import { useFields } from "../../api/queries";

/** Where one stands on the walk round the vehicle, and what is asked there. */
export interface Stop {
  name: string;
  place: string;
  questions: readonly Field[];
}

/** The walk round the vehicle with the questions that concern it, in Core's order; empty until Core has told it. */
export function useWalk(notAsked: readonly string[]): readonly Stop[] {
  const { data } = useFields("survey");
  const stops = new Map<string, Stop>();
  for (const field of data ?? []) {
    if (field.group && !field.askedAt) {
      const { name, place } = field.group;
      const stop = stops.get(name) ?? { name, place: place ?? "", questions: [] };
      stops.set(name, notAsked.includes(field.path) ? stop : { ...stop, questions: [...stop.questions, field] });
    }
  }
  return [...stops.values()];
}
