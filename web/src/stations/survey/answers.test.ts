import { expect, test } from "vitest";
import { answerAt, fillOpen, isUnknown, markUnknown, withAnswer } from "./answers";

test("an answer is no longer unknown, and what is unknown has no answer", () => {
  const asked = markUnknown({ pump: { flowLph: 200 } }, "pump.flowLph", true);
  expect([answerAt(asked, "pump.flowLph"), asked.unknowns, isUnknown(asked, "pump.flowLph")]).toEqual([
    undefined,
    ["pump.flowLph"],
    true,
  ]);
  const answered = withAnswer(asked, "pump.flowLph", 180);
  expect([answerAt(answered, "pump.flowLph"), answered.unknowns]).toEqual([180, undefined]);
  expect(isUnknown(markUnknown(asked, "pump.flowLph", false), "pump.flowLph")).toBe(false);
});

test("a profile fills in what is open and leaves what was found", () => {
  const found = { engine: { cylinders: 5 }, unknowns: ["pump.count"] };
  const filled = fillOpen(found, { engine: { cylinders: 6, displacementCc: 3000 }, pump: { count: 1 }, unknowns: null });
  expect(filled.engine).toEqual({ cylinders: 5, displacementCc: 3000 });
  expect([filled.pump?.count, filled.unknowns]).toEqual([1, undefined]);
});
