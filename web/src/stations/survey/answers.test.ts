import { expect, test } from "vitest";
import { answerAt, fillOpen, isDone, markUnknown, withAnswer } from "./answers";
import { progressOf, questionsOf, walk } from "./walk";

test("an answer is no longer unknown, and what is unknown has no answer", () => {
  const asked = markUnknown({ pump: { flowLph: 200 } }, "pump.flowLph", true);
  expect([answerAt(asked, "pump.flowLph"), asked.unknowns, isDone(asked, "pump.flowLph")]).toEqual([
    undefined,
    ["pump.flowLph"],
    true,
  ]);
  const answered = withAnswer(asked, "pump.flowLph", 180);
  expect([answerAt(answered, "pump.flowLph"), answered.unknowns]).toEqual([180, undefined]);
  expect(isDone(markUnknown(asked, "pump.flowLph", false), "pump.flowLph")).toBe(false);
  expect(isDone({ pump: { curve: [{ pressureKpa: 300, flowLph: 200 }] } }, "pump.flowLph")).toBe(true);
});

test("a profile fills in what is open and leaves what was found", () => {
  const found = { engine: { cylinders: 5 }, unknowns: ["pump.count"] };
  const filled = fillOpen(found, { engine: { cylinders: 6, displacementCc: 3000 }, pump: { count: 1 }, unknowns: null });
  expect(filled.engine).toEqual({ cylinders: 5, displacementCc: 3000 });
  expect([filled.pump?.count, filled.unknowns]).toEqual([1, undefined]);
});

test("only what concerns the vehicle is asked, and forty answers are enough", () => {
  const direct = { fuelSystem: { injection: "direct" as const }, control: { signalPath: "gateway" as const } };
  const asked = walk.flatMap((stop) => questionsOf(stop, direct)).map((q) => q.field);
  expect(asked).toContain("directInjection.windowDeg");
  expect(asked).not.toContain("injectors.count");
  expect(asked).not.toContain("control.freeInput");
  for (const injection of ["port", "direct", "both"] as const) {
    const most = {
      fuelSystem: { injection },
      engine: { aspiration: "boosted" as const },
      control: { signalPath: "directFrequency" as const },
    };
    expect(walk.reduce((sum, stop) => sum + progressOf(stop, most).of, 0)).toBeLessThanOrEqual(40);
  }
});
