import { expect, test } from "vitest";
import { merge, withTheirs } from "./merge";

const of = (base: object, mine: object, theirs: object) => {
  const { document, conflicts } = merge(base, mine, theirs);
  return { document, asked: conflicts.map(({ path }) => path) };
};

test("what one did not touch is the other's, whoever of the two it is", () => {
  const base = { a: 1, g: { b: 2, c: 3 }, list: [1, 2] };
  expect(of(base, { a: 9, g: { b: 2, c: 3 }, list: [1, 2] }, { a: 1, g: { b: 2, c: 4 }, list: [1] })).toEqual({
    document: { a: 9, g: { b: 2, c: 4 }, list: [1] },
    asked: [],
  });
  // Taken out by one, untouched by the other: out. Both to the same: no question.
  expect(of(base, { g: { b: 2, c: 3 }, list: [1, 2] }, { ...base, d: 5 }).document).toEqual({
    d: 5,
    g: { b: 2, c: 3 },
    list: [1, 2],
  });
  expect(of({ a: 1 }, { a: 2 }, { a: 2 })).toEqual({ document: { a: 2 }, asked: [] });
  // Without knowing what it was made from, only what stands in both and differs is asked.
  expect(merge(undefined, { a: 1, b: 2 }, { b: 3, c: 4 }).conflicts.map((c) => c.path)).toEqual(["b"]);
  expect(merge(undefined, { a: 1 }, undefined).document).toEqual({ a: 1 });
});

test("a number with its haze is one field, and is asked about whole", () => {
  const { document, asked } = of(
    { p: { value: 1, plusMinus: 1 } },
    { p: { value: 2, plusMinus: 1 } },
    { p: { value: 1, plusMinus: 3 } },
  );
  expect(asked).toEqual(["p"]);
  expect(document).toEqual({ p: { value: 2, plusMinus: 1 } });
});

test("things of a list are told apart by their ids: moved, added, changed and taken out on either side", () => {
  const thing = (id: string, note = "") => ({ id, note });
  const base = { users: [thing("a"), thing("b"), thing("c")] };
  const mine = { users: [thing("c"), thing("a", "mine"), thing("b"), thing("m")] };
  const theirs = { users: [thing("a"), thing("t"), thing("c", "theirs")] };
  expect(of(base, mine, theirs)).toEqual({
    document: { users: [thing("c", "theirs"), thing("a", "mine"), thing("t"), thing("m")] },
    asked: [],
  });
  // One took it out, the other worked on it: that is a question.
  const { document, conflicts } = merge(
    base,
    { users: [thing("a", "mine"), thing("b"), thing("c")] },
    { users: [thing("b"), thing("c")] },
  );
  expect(conflicts.map((c) => c.path)).toEqual(["users[a]"]);
  expect(document.users.map((u) => u.id)).toEqual(["a", "b", "c"]);
  expect(conflicts.reduce(withTheirs, document).users.map((u) => u.id)).toEqual(["b", "c"]);
});

test("ids and givers that the program put in are nobody's change", () => {
  const sent = { shown: [{ by: "gauge", ethanolPct: 30 }] };
  const stored = { shown: [{ by: "gauge", ethanolPct: 30, id: "gauge", given: { at: "2026-11-30", by: "JM" } }] };
  expect(of(sent, sent, stored)).toEqual({ document: stored, asked: [] });
  expect(of(sent, { ...sent, notes: "typed" }, stored).document).toEqual({ ...stored, notes: "typed" });
});

test("over many documents: nothing either of them did is lost, and nothing is asked that only one did", () => {
  let seed = 7;
  const random = (below: number) => {
    seed = (seed * 1103515245 + 12345) % 2147483648;
    return seed % below;
  };
  const names = ["a", "b", "c", "d", "e", "f"];
  const edited = (document: Record<string, number>) => {
    const next = { ...document };
    for (let i = random(4); i > 0; i--) {
      const name = names[random(6)] as string;
      if (random(3) === 0) {
        delete next[name];
      } else {
        next[name] = random(4);
      }
    }
    return next;
  };
  for (let run = 0; run < 2000; run++) {
    const base = edited(edited({}));
    const [mine, theirs] = [edited(base), edited(base)];
    const { document, conflicts } = merge(base, mine, theirs);
    for (const name of names) {
      const [was, here, there, now] = [base[name], mine[name], theirs[name], (document as Record<string, number>)[name]];
      const isAsked = conflicts.some((c) => c.path === name);
      expect(isAsked).toBe(here !== was && there !== was && here !== there);
      expect(now).toBe(isAsked || here !== was ? here : there);
    }
    expect(conflicts.reduce(withTheirs, document)).toEqual(
      Object.fromEntries(
        Object.entries({ ...(document as object), ...Object.fromEntries(conflicts.map((c) => [c.path, c.theirs])) }).filter(
          ([, v]) => v !== undefined,
        ),
      ),
    );
  }
});
