import type { Field } from "../../api/client";
import { useCatalogue } from "../../fields/catalogue";
import { type Question, type Stop, walk } from "./walk";

/** A question as it is asked: what Core calls it, its unit and its range with it. */
export interface Asked extends Question {
  ask: string;
  catalogued: Field;
}

export interface AskedStop extends Stop {
  questions: readonly Asked[];
}

/** The walk round the vehicle with the questions that concern it. */
export function useWalk(notAsked: readonly string[]): readonly AskedStop[] {
  const field = useCatalogue("survey");
  return walk.map((stop) => ({
    ...stop,
    questions: stop.questions
      .filter((q) => !notAsked.includes(q.field))
      .map((q) => ({ ...q, ask: field(q.field).label, catalogued: field(q.field) })),
  }));
}
