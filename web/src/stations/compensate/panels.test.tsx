import { render, screen, within } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import { units } from "../../shell/settings";
import { seenAt } from "../../testWidth";
import { FuelCurve } from "./FuelCurve";
import { OutsidePanel } from "./OutsidePanel";
import { SparkLine } from "./SparkLine";
import { StretchedPanel } from "./StretchedPanel";
import type { CompensateResults } from "./types";

const hazy = (value: number, plusMinus = 0) => ({ value, u: plusMinus / 2, plusMinus, parts: [] });
const words = (text: string) => ({ text, template: text, values: {} });

seenAt(640);

afterEach(() => {
  units.set("metric");
});

test("other blends are lean, rich or as they should be", () => {
  const outside = [
    { ethanolPct: 0, lambda: 0.963, isHeld: false },
    { ethanolPct: 10, lambda: 1, isHeld: true },
    { ethanolPct: 85, lambda: 1.404, isHeld: false },
  ];
  render(<OutsidePanel outside={outside} said={words("Nothing corrects it.")} />);
  const rows = screen.getAllByRole("row").slice(1);
  expect(rows.map((row) => within(row).getByRole("rowheader").textContent)).toEqual(["E0", "E10", "E85"]);
  expect(
    rows.map((row) =>
      within(row)
        .getAllByRole("cell")
        .map((c) => c.textContent),
    ),
  ).toEqual([
    ["0.96", "rich"],
    ["1.00", "as it should be"],
    ["1.40", "lean"],
  ]);
  expect(screen.getByText("Nothing corrects it.")).toBeTruthy();
});

test("a whole pulse that is stretched says how rich each length comes out, with its haze", () => {
  const stretched = [
    { pulseMs: 1.5, errorPct: hazy(61, 12) },
    { pulseMs: 10, errorPct: hazy(3.4, 0.4) },
  ];
  render(<StretchedPanel stretched={stretched} said={words("Short pulses are worst.")} />);
  expect(screen.getByRole("row", { name: /^1\.5 ms 61.±.12 %$/ })).toBeTruthy();
  expect(screen.getByRole("row", { name: /^10\.0 ms 3.* %$/ })).toBeTruthy();
});

const points = Array.from({ length: 11 }, (_, i) => {
  const factor = 0.96 + 0.045 * i;
  return { ethanolPct: 10 * i, factor, plusMinus: 0.02, mass: factor + 0.02, orifice: factor, volume: factor - 0.02 };
});

test("the curve of the fuel names its ends and where today's fuel stands, and marks it there alone", () => {
  const results = {
    ethanolPct: hazy(60, 5),
    fuelFactor: { compositionFactor: hazy(1.23, 0.02) },
  } as unknown as CompensateResults;
  const { container, rerender } = render(<FuelCurve points={points} metering="orifice" results={results} basePct={10} />);
  expect(screen.getByText("Fuel factor on an E10 base")).toBeTruthy();
  const drawing = screen.getByRole("img");
  expect(drawing.getAttribute("aria-label")).toMatch(/0\.96.*1\.41/);
  expect(container.querySelectorAll("circle")).toHaveLength(1);
  // The two other schools stand beside the one that counts, by name.
  expect(within(drawing).getByText("by mass")).toBeTruthy();
  expect(within(drawing).getByText("by volume")).toBeTruthy();
  expect(within(drawing).queryByText("orifice")).toBeNull();
  rerender(
    <FuelCurve points={points} metering="mass" results={{ ...results, ethanolPct: null, fuelFactor: null }} basePct={10} />,
  );
  expect(container.querySelectorAll("circle")).toHaveLength(0);
  expect(within(screen.getByRole("img")).queryByText("orifice")).toBeTruthy();
});

test("spark is marked at the cautious end of the haze", () => {
  const spark = {
    curve: [
      { ethanolPct: 0, additionDeg: 0 },
      { ethanolPct: 100, additionDeg: 6 },
    ],
    cautiousEthanolPct: 50,
    addition: { cautiousAdditionDeg: hazy(3, 0.5) },
  } as unknown as NonNullable<CompensateResults["spark"]>;
  const { container } = render(<SparkLine spark={spark} />);
  expect(screen.getByRole("img").getAttribute("aria-label")).toMatch(/0\.0.*6\.0.*3\.0/);
  const mark = container.querySelector("circle");
  const line = container.querySelector("path[stroke-width='3.5']")?.getAttribute("d") ?? "";
  const [, x0 = 0, y0 = 0, x1 = 0, y1 = 0] = /M([\d.]+),([\d.]+)L([\d.]+),([\d.]+)/.exec(line)?.map(Number) ?? [];
  expect(Number(mark?.getAttribute("cx"))).toBeCloseTo((x0 + x1) / 2, 0);
  expect(Number(mark?.getAttribute("cy"))).toBeCloseTo((y0 + y1) / 2, 0);
});
