import { describe, expect, it } from "vitest";
import { chosen, inserted, moved, removed, replaced, withJoint } from "./chain";
import type { Part, RoutePlan } from "./types";

const part = (code: string) => ({ code }) as Part;
const plan: RoutePlan = {
  from: "qc-3-8-m",
  chain: ["a", "b", "c"].map(part),
  joints: [{ clip: false }, { clamp: "ear" }, { clamp: "fullCircle" }, { sealant: true }],
};
const codes = (of: RoutePlan) => (of.chain ?? []).map((p) => p.code).join("");

describe("a chain as it is put together by hand", () => {
  it("keeps what is said of the joints that stay, and forgets it of those that are others now", () => {
    const swapped = moved(plan, 1, 2);
    expect(codes(swapped)).toBe("acb");
    expect(swapped.joints).toEqual([{ clip: false }]);
    expect(codes(moved(plan, 0, 2))).toBe("bca");
    expect(codes(moved(plan, 2, 0))).toBe("cab");

    const other = replaced(plan, 0, part("x"));
    expect(codes(other)).toBe("xbc");
    expect(other.joints).toEqual([{}, {}, { clamp: "fullCircle" }, { sealant: true }]);

    const fewer = removed(plan, 1);
    expect(codes(fewer)).toBe("ac");
    expect(fewer.joints).toEqual([{ clip: false }, {}, { sealant: true }]);

    const more = inserted(plan, 3, part("d"));
    expect(codes(more)).toBe("abcd");
    expect(more.joints).toEqual([{ clip: false }, { clamp: "ear" }, { clamp: "fullCircle" }]);
  });

  it("never has more joints than its parts have, and none where nothing is said", () => {
    expect(moved(plan, 0, 5)).toBe(plan);
    expect(chosen(plan, [part("z")])).toEqual({ from: "qc-3-8-m", chain: [part("z")], joints: undefined });
    expect(chosen(plan, []).chain).toBeUndefined();
    expect(removed(chosen(plan, [part("z")]), 0)).toEqual({ from: "qc-3-8-m", chain: undefined, joints: undefined });
    expect(withJoint(chosen(plan, [part("z")]), 1, { clamp: "ear" }).joints).toEqual([{}, { clamp: "ear" }]);
    expect(withJoint(plan, 3, {}).joints).toHaveLength(3);
  });
});
