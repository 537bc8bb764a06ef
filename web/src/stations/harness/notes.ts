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

type Connectors = HarnessPlan["connectors"];

/** The plan with other connectors. What referred to one by its name goes on to do so where it is called something else now. */
export function withConnectors(plan: HarnessPlan, connectors: Connectors): HarnessPlan {
  const before = plan.connectors ?? [];
  const now = connectors ?? [];
  const only = now.length === 1 ? now[0]?.name : undefined;
  const nameNow = (name: string | null | undefined) => {
    const at = before.findIndex((c) => c.name === name);
    const isThere = now.some((c) => c.name === name);
    return !name || isThere ? name : ((now.length === before.length ? now[at]?.name : undefined) ?? only ?? name);
  };
  const follow = <T extends { connector?: string | null }>(things: readonly T[] | null | undefined) =>
    things?.map((thing) => (thing.connector ? { ...thing, connector: nameNow(thing.connector) } : thing));
  return { ...plan, connectors, wires: follow(plan.wires), displaced: follow(plan.displaced) };
}
