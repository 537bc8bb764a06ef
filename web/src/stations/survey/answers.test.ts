import { expect, test } from "vitest";
import openApi from "../../../openapi.json";
import { answerAt, fillOpen, isUnknown, markUnknown, withAnswer } from "./answers";
import { walk } from "./walk";

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

test("every fact of the vehicle is asked for at one stop or at Capacity, and no other", () => {
  const schemas = openApi.components.schemas as Record<string, { properties?: object }>;
  const facts = (schema: string, group: string) =>
    Object.keys(schemas[schema]?.properties ?? {}).map((name) => `${group}.${name}`);
  const known = [
    ...facts("Engine", "engine"),
    ...facts("FuelSystemSurvey", "fuelSystem"),
    ...facts("FuelPump", "pump"),
    ...facts("PortInjectors", "injectors"),
    ...facts("DirectInjection", "directInjection"),
    ...facts("EngineControl", "control"),
    ...facts("Goals", "goals"),
  ];
  const asked = walk.flatMap((stop) => stop.questions.map((q) => q.field));
  expect(new Set(asked).size).toBe(asked.length);
  expect(asked.filter((field) => !known.includes(field))).toEqual([]);
  expect(known.filter((field) => !asked.includes(field)).sort()).toEqual([
    "directInjection.injectorStaticGPerS",
    "directInjection.pumpEfficiencyPct",
    "engine.bsfcEthanolPct",
    "engine.bsfcGPerKwh",
    "engine.fullPowerRpm",
    "engine.supplyV",
    "fuelSystem.heatIntoFuelPct",
    "fuelSystem.portSharePct",
    "fuelSystem.returnRiseK",
    "fuelSystem.tankLossWPerK",
    "pump.electricalW",
    "pump.inletSuctionKpa",
    "pump.pumpV",
  ]);
});
