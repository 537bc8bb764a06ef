import { render, screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { ethanolColour } from "./ethanolColour";
import { SightGlass } from "./SightGlass";

/** Top of the blur and top of the solid fluid, as the gradient of the surface has them. */
function surfaceOf(container: HTMLElement): [number, number] {
  const surface = container.querySelector("linearGradient[id$=surface]");
  return [Number(surface?.getAttribute("y1")), Number(surface?.getAttribute("y2"))];
}

test("the blur is the 95 % interval, true to scale", () => {
  const { container, rerender } = render(<SightGlass ethanolPct={60} plusMinus={5} />);
  const [high, low] = surfaceOf(container);
  rerender(<SightGlass ethanolPct={60} plusMinus={10} />);
  const [higher, lower] = surfaceOf(container);

  // Twice the haze is twice the blur, round the same middle; ten points are a tenth of the scale of 350.
  expect(low - high).toBeCloseTo(35, 9);
  expect(lower - higher).toBeCloseTo(70, 9);
  expect(high + low).toBeCloseTo(higher + lower, 9);
});

test("the blur ends where the scale ends", () => {
  const { container } = render(<SightGlass ethanolPct={98} plusMinus={5} />);
  const [high, low] = surfaceOf(container);
  expect(high).toBe(14);
  expect(low - high).toBeCloseTo(3.5 * 7, 9);
});

test("an empty glass says that it is empty, a full one what it holds", () => {
  const { container, rerender } = render(<SightGlass ethanolPct={null} plusMinus={0} />);
  expect(screen.getByRole("img").getAttribute("aria-label")).toMatch(/empty/);
  expect(container.querySelectorAll("path")).toHaveLength(0);
  rerender(<SightGlass ethanolPct={73.4} plusMinus={4.75} />);
  expect(screen.getByRole("img").getAttribute("aria-label")).toBe("Sight glass: 73 percent ethanol, plus or minus 5");
});

test("the colour of a blend lies between its neighbours on the scale and stops at the ends", () => {
  expect(ethanolColour(0)).toBe("color-mix(in oklab, var(--e25) 0%, var(--e0))");
  expect(ethanolColour(60)).toBe("color-mix(in oklab, var(--e75) 40%, var(--e50))");
  expect(ethanolColour(100)).toBe("color-mix(in oklab, var(--e100) 100%, var(--e75))");
  expect(ethanolColour(140)).toBe(ethanolColour(100));
});
