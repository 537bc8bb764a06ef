import { expect, test } from "vitest";
import { valueAt, withValue } from "./paths";
import { plainNumber } from "./plainNumber";
import { numberOf, plusMinusOf, stored } from "./stored";

test("what is put at a path is found there, and nothing else has moved", () => {
  const before = { engine: { cylinders: 6, powerKw: 150 }, name: "x" };
  for (const [path, value] of [
    ["engine.powerKw", 180],
    ["pump.curve", [1, 2]],
    ["name", "y"],
    ["a.b.c.d", false],
  ] as const) {
    const after = withValue(before, path, value);
    expect(valueAt(after, path)).toEqual(value);
    expect(valueAt(after, "engine.cylinders")).toBe(6);
    expect(before).toEqual({ engine: { cylinders: 6, powerKw: 150 }, name: "x" });
  }
  expect(valueAt(before, "engine.turbo.kpa")).toBeUndefined();
  expect(valueAt({ engine: null }, "engine.powerKw")).toBeUndefined();
  expect(valueAt({ a: null }, "a")).toBeUndefined();
});

test("a number and its haze go into a document and come out as they were", () => {
  for (const [value, plusMinus] of [
    [12.5, null],
    [12.5, 0.2],
    [0, 0],
    [-4, 1],
  ] as const) {
    const held = stored(value, plusMinus);
    expect([numberOf(held), plusMinusOf(held)]).toEqual([value, plusMinus]);
  }
  expect(stored(null, 3)).toBeUndefined();
  expect([numberOf(null), numberOf(undefined), plusMinusOf(null)]).toEqual([null, null, null]);
});

test.each([
  ["", null],
  ["  ", null],
  ["12", 12],
  [" -3.5 ", -3.5],
  ["+0,25", 0.25],
  [".5", 0.5],
  ["5.", 5],
  ["0,125", 0.125], // no group begins with nothing
  ["1,250", Number.NaN], // thousands, or a digit and three decimals
  ["12,500", Number.NaN],
  ["1.250", 1.25],
  ["1 250", Number.NaN],
  ["1e3", Number.NaN],
  ["12 mm", Number.NaN],
  ["--1", Number.NaN],
  ["1,2,3", Number.NaN],
])("%j alone is %j", (text, number) => expect(plainNumber(text)).toEqual(number));
