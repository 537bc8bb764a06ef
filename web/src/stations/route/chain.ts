import type { JointMade, Part, RoutePlan } from "./types";

/** An id no other part of the job has: a part keeps it wherever it is moved, and what is said of its joints is found by it. */
const newId = () => `p-${crypto.randomUUID().slice(0, 8)}`;

/** A part of the catalog as one piece of a chain. */
const piece = (part: Part): Part => ({ ...part, id: newId() });

const withChain = (plan: RoutePlan, chain: readonly Part[]): RoutePlan => ({
  ...plan,
  chain: chain.length > 0 ? [...chain] : undefined,
});

/** A part moved to another place. */
export function moved(plan: RoutePlan, from: number, to: number): RoutePlan {
  const chain = [...(plan.chain ?? [])];
  const [part] = chain.splice(from, 1);
  if (!part || to < 0 || to > chain.length) {
    return plan;
  }
  chain.splice(to, 0, part);
  return withChain(plan, chain);
}

/** Another part in the place of one. */
export const replaced = (plan: RoutePlan, at: number, part: Part): RoutePlan =>
  withChain(
    plan,
    (plan.chain ?? []).map((p, i) => (i === at ? piece(part) : p)),
  );

/** A part taken out. */
export const removed = (plan: RoutePlan, at: number): RoutePlan =>
  withChain(
    plan,
    (plan.chain ?? []).filter((_, i) => i !== at),
  );

/** A part put in before a place. */
export const inserted = (plan: RoutePlan, at: number, part: Part): RoutePlan =>
  withChain(plan, [...(plan.chain ?? []).slice(0, at), piece(part), ...(plan.chain ?? []).slice(at)]);

/** Other parts altogether. */
export const chosen = (plan: RoutePlan, chain: readonly Part[]): RoutePlan => withChain(plan, chain.map(piece));

type Ids = readonly (string | null | undefined)[];

/** What is said of joints, each with the id of its joint: one that has none yet is the one at its place. */
const named = (plan: RoutePlan, ids: Ids): JointMade[] =>
  (plan.joints ?? []).flatMap((made, i) => {
    const joint = made.joint ?? ids[i];
    return joint == null ? [] : [{ ...made, joint }];
  });

/** What is said of a joint; what is known of the others, also of those that are not there now, stays. */
export function withJoint(plan: RoutePlan, ids: Ids, joint: string, made: JointMade): RoutePlan {
  const others = named(plan, ids).filter((j) => j.joint !== joint && Object.keys(j).length > 1);
  const { joint: _, ...said } = made;
  const joints = Object.values(said).some((v) => v != null) ? [...others, { ...said, joint }] : others;
  return { ...plan, joints: joints.length > 0 ? joints : undefined };
}

/** What is said of a joint. */
export const madeAt = (plan: RoutePlan, ids: Ids, joint: string | null | undefined): JointMade =>
  named(plan, ids).find((j) => joint != null && j.joint === joint) ?? {};
