import { expect, test } from "vitest";
import openApi from "../../../openapi.json";
import { answerAt, fillOpen, isUnknown, markUnknown, withAnswer } from "./answers";
import { questionsOf, type Stop, walk } from "./walk";

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

test("every answer the program knows is asked for at one stop, and no other", () => {
  const groups = ["Engine", "FuelSystem", "Pump", "Injector", "DirectInjection", "Control", "Goal"];
  const names = ["engine", "fuelSystem", "pump", "injectors", "directInjection", "control", "goals"];
  const schemas = openApi.components.schemas as Record<string, { properties?: object }>;
  const known = groups.flatMap((group, i) =>
    Object.keys(schemas[`${group}Answers`]?.properties ?? {}).map((answer) => `${names[i]}.${answer}`),
  );
  expect(known.length).toBeGreaterThan(40);
  expect(walk.flatMap((stop) => stop.questions.map((q) => q.field)).sort()).toEqual(known.sort());
  expect(questionsOf(walk[0] as Stop, ["engine.powerKw"]).map((q) => q.field)).not.toContain("engine.powerKw");
});
