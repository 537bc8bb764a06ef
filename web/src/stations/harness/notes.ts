import type { HarnessPlan, WireNote } from "./types";

/** The plan with something else known of a wire; a note that says nothing goes. */
export function withNote(plan: HarnessPlan, wire: string, part: Partial<WireNote>): HarnessPlan {
  const before = (plan.wires ?? []).filter((w) => w.wire !== wire);
  const note = Object.fromEntries(
    Object.entries({ ...noteOf(plan, wire), ...part }).filter(
      ([, value]) => value !== undefined && value !== null && value !== "",
    ),
  ) as WireNote;
  const all = Object.keys(note).some((key) => key !== "wire") ? [...before, { ...note, wire }] : before;
  return { ...plan, wires: all.length > 0 ? all : undefined };
}

/** What is known of a wire. */
export const noteOf = (plan: HarnessPlan, wire: string): WireNote => (plan.wires ?? []).find((w) => w.wire === wire) ?? { wire };

/** Where a note stands in the plan, for what is refused of it. */
export const notePath = (plan: HarnessPlan, wire: string, name: string) =>
  `wires[${(plan.wires ?? []).findIndex((w) => w.wire === wire)}].${name}`;
