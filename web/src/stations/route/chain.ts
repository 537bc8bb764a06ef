import type { JointMade, Part, RoutePlan } from "./types";

/** What is known of a joint moves with the part before it; one whose neighbors change is not known any more. */
function withChain(plan: RoutePlan, chain: readonly Part[], joints: readonly JointMade[]): RoutePlan {
  const said = joints.slice(0, chain.length + 1);
  while (said.length > 0 && Object.values(said[said.length - 1] ?? {}).every((v) => v == null)) {
    said.pop();
  }
  return { ...plan, chain: chain.length > 0 ? [...chain] : undefined, joints: said.length > 0 ? said : undefined };
}

/** The joints on both sides of a part, forgotten: they are others now. */
const forgotten = (plan: RoutePlan, places: readonly number[]): JointMade[] =>
  Array.from({ length: (plan.chain?.length ?? 0) + 1 }, (_, i) => (places.includes(i) ? {} : (plan.joints?.[i] ?? {})));

/** A part moved to another place. */
export function moved(plan: RoutePlan, from: number, to: number): RoutePlan {
  const chain = [...(plan.chain ?? [])];
  const [part] = chain.splice(from, 1);
  if (!part || to < 0 || to > chain.length) {
    return plan;
  }
  chain.splice(to, 0, part);
  const [least, most] = [Math.min(from, to), Math.max(from, to)];
  return withChain(
    plan,
    chain,
    forgotten(
      plan,
      Array.from({ length: most - least + 2 }, (_, i) => least + i),
    ),
  );
}

/** Another part in the place of one. */
export const replaced = (plan: RoutePlan, at: number, part: Part): RoutePlan =>
  withChain(
    plan,
    (plan.chain ?? []).map((p, i) => (i === at ? part : p)),
    forgotten(plan, [at, at + 1]),
  );

/** A part taken out. */
export function removed(plan: RoutePlan, at: number): RoutePlan {
  const joints = forgotten(plan, [at, at + 1]);
  joints.splice(at, 1);
  return withChain(
    plan,
    (plan.chain ?? []).filter((_, i) => i !== at),
    joints,
  );
}

/** A part put in before a place. */
export function inserted(plan: RoutePlan, at: number, part: Part): RoutePlan {
  const chain = [...(plan.chain ?? [])];
  chain.splice(at, 0, part);
  const joints = forgotten(plan, [at]);
  joints.splice(at, 0, {});
  return withChain(plan, chain, joints);
}

/** Other parts altogether. */
export const chosen = (plan: RoutePlan, chain: readonly Part[]): RoutePlan => withChain(plan, chain, []);

/** What is said of a joint. */
export function withJoint(plan: RoutePlan, at: number, made: JointMade): RoutePlan {
  const joints = forgotten(plan, []);
  joints[at] = made;
  return withChain(plan, plan.chain ?? [], joints);
}
