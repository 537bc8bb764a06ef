import { expect, test } from "vitest";
import { chosen, inserted, madeAt, moved, removed, replaced, withJoint } from "./chain";
import type { Part, RoutePlan } from "./types";

const part = (code: string) => ({ code }) as Part;
const plan = chosen({ from: "qc-3-8-m" }, ["a", "b", "c"].map(part));
const ids = (of: RoutePlan) => (of.chain ?? []).map((p) => p.id);
const codes = (of: RoutePlan) => (of.chain ?? []).map((p) => p.code).join("");

test("a part keeps its id wherever it goes, and another part has another", () => {
  const [a, b, c] = ids(plan);
  expect(new Set(ids(plan)).size).toBe(3);
  expect(ids(plan).every((id) => /^[a-z][a-z0-9-]{1,31}$/.test(id ?? ""))).toBe(true);
  expect(ids(moved(plan, 0, 2))).toEqual([b, c, a]);
  expect(ids(removed(plan, 1))).toEqual([a, c]);
  expect(moved(plan, 0, 5)).toBe(plan);

  // The same part put in again, or put in the place of itself, is another piece.
  const more = inserted(plan, 1, part("a"));
  expect(codes(more)).toBe("aabc");
  expect(ids(plan)).not.toContain(ids(more)[1]);
  expect(ids(replaced(plan, 0, part("a")))[0]).not.toBe(a);
  expect(removed(chosen(plan, [part("z")]), 0).chain).toBeUndefined();
});

test("what is said of a joint names the joint, stays while others are edited, and goes where nothing is said any more", () => {
  const at = ["x~y", "y~z"];
  const said = withJoint(withJoint(plan, at, "x~y", { clip: false }), at, "y~z", { clamp: "ear" });
  expect(said.joints).toEqual([
    { clip: false, joint: "x~y" },
    { clamp: "ear", joint: "y~z" },
  ]);
  expect(madeAt(said, at, "y~z").clamp).toBe("ear");
  expect(madeAt(said, at, null)).toEqual({});
  expect(moved(said, 0, 2).joints).toEqual(said.joints);
  expect(withJoint(withJoint(said, at, "x~y", { clip: undefined }), at, "y~z", {}).joints).toBeUndefined();

  // A draft from before named none: each belongs to the joint at its place.
  const older = { ...plan, joints: [{}, { clip: false }] };
  expect(withJoint(older, at, "x~y", { clamp: "ear" }).joints).toEqual([
    { clip: false, joint: "y~z" },
    { clamp: "ear", joint: "x~y" },
  ]);
});
