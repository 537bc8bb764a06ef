import { expect, test } from "vitest";
import { dimensioned, firstWindow, stretchesOf } from "./excerptWindow";

const wave = (from: number, count: number) =>
  Array.from({ length: count }, (_, i) => [
    { tS: from + i * 0.01, level: 0 as number | null },
    { tS: from + i * 0.01 + 0.002, level: 1 as number | null },
  ]).flat();

test("a clean wave is drawn from its beginning, with one whole period to measure", () => {
  const stretches = stretchesOf([{ tS: 0, level: 1 }, ...wave(0.001, 20)], 0.2);
  const window = firstWindow(stretches, 0.01, 0.2);
  expect(window.fromS).toBe(0);
  expect(window.toS).toBeCloseTo(0.032, 9);
  const measured = dimensioned(stretches, window, 0.01);
  expect(measured?.fallS).toBeCloseTo(0.001, 9);
  expect(measured?.riseS).toBeCloseTo(0.003, 9);
  expect(measured?.nextS).toBeCloseTo(0.011, 9);
});

test("what is odd stands in the window", () => {
  const gap = firstWindow(stretchesOf([{ tS: 0, level: 1 }, ...wave(0.001, 5), ...wave(0.101, 5)], 0.15), 0.01, 0.15);
  expect(gap.fromS).toBeLessThan(0.043);
  expect(gap.toS).toBeGreaterThan(0.1);

  const edges = [...wave(0.001, 30), { tS: 0.2052, level: 0 }, { tS: 0.20523, level: 1 }].sort((a, b) => a.tS - b.tS);
  const spike = firstWindow(stretchesOf(edges, 0.3), 0.01, 0.3);
  expect(spike.fromS).toBeLessThan(0.2052);
  expect(spike.toS).toBeGreaterThan(0.20523);
});
