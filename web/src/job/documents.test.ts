import { expect, test } from "vitest";
import { inputsOf, sameInputs } from "./documents";

test("only what was chosen counts: not results, not what the program writes for what was left out, not the order", () => {
  const saved = { b: { y: 2, x: null }, a: 1, c: null, results: { z: 3 }, coreVersion: "0.1.0", d: { e: undefined } };
  expect(inputsOf(saved)).toEqual({ a: 1, b: { y: 2 } });
  expect(sameInputs(saved, { a: 1, b: { x: undefined, y: 2 } })).toBe(true);
  expect(sameInputs(saved, { a: 1, b: { y: 3 } })).toBe(false);
  expect(sameInputs({ row: { ethanolPcts: [0, 50] } }, { row: { ethanolPcts: [0, 100] } })).toBe(false);
});
