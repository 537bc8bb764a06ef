import { expect, test } from "vitest";
import { hazyToShown, type QuantityName, quantities, toShown, toStored } from "./units";
import table from "./units.unitsnet.json";

test("every quantity is shown as UnitsNet has it, and typed back is what it was", () => {
  expect(Object.keys(table).sort()).toEqual(Object.keys(quantities).sort());
  for (const [name, pairs] of Object.entries(table)) {
    for (const [metric, us] of pairs as [number, number][]) {
      expect(toShown(metric, name as QuantityName, "us")).toBeCloseTo(us, 6);
      expect(toShown(metric, name as QuantityName, "metric")).toBe(metric);
      expect(toStored(us, name as QuantityName, "us")).toBeCloseTo(metric, 5);
    }
  }
});

test("the haze of a temperature scales but is not shifted", () => {
  const shown = hazyToShown({ value: 20, u: 1, plusMinus: 2, parts: [] }, "celsius", "us");
  expect(shown.value).toBeCloseTo(68, 9);
  expect(shown.plusMinus).toBeCloseTo(3.6, 9);
});
