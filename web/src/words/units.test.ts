import { expect, test } from "vitest";
import type { Unit } from "../api/client";
import { hazyToShown, toShown, toStored } from "./units";
import styles from "./units.json";
import table from "./units.unitsnet.json";

test("every quantity is shown as UnitsNet has it, and typed back is what it was", () => {
  // What differs stands in the table of UnitsNet, but for what is made of the others: a turn's volume, a heat loss, a growing dead time.
  const differing = Object.entries(styles).filter(([, s]) => s.metric !== s.us);
  const made = ["ccPerRev", "wattPerK", "msPer100Kpa"];
  expect(
    differing
      .map(([unit]) => unit)
      .filter((unit) => !made.includes(unit))
      .sort(),
  ).toEqual(Object.keys(table).sort());
  for (const [name, pairs] of Object.entries(table)) {
    for (const [metric, us] of pairs as [number, number][]) {
      expect(toShown(metric, name as Unit, "us")).toBeCloseTo(us, 6);
      expect(toShown(metric, name as Unit, "metric")).toBe(metric);
      expect(toStored(us, name as Unit, "us")).toBeCloseTo(metric, 5);
    }
  }
});

test("the haze of a temperature scales but is not shifted", () => {
  const shown = hazyToShown({ value: 20, u: 1, plusMinus: 2, parts: [] }, "celsius", "us");
  expect(shown.value).toBeCloseTo(68, 9);
  expect(shown.plusMinus).toBeCloseTo(3.6, 9);
});
