import { fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import { units } from "../../shell/settings";
import { seenAt } from "../../testWidth";
import { HoseDrawing } from "./HoseDrawing";
import { LeakPanel } from "./LeakPanel";
import type { LeakPoint, PlannedHose, RoutePlan, RouteStation } from "./types";

seenAt(640);

afterEach(() => {
  units.set("metric");
});

const leak = (number: number, name: string, part: Partial<LeakPoint> = {}): LeakPoint => ({
  number,
  name,
  seal: "hose under a clamp",
  asks: "clamp",
  shouldBe: null,
  id: `j${number}`,
  ...part,
});

function station(document: RoutePlan, leaks: LeakPoint[], setDraft: (plan: RoutePlan) => void): RouteStation {
  const results = {
    leaks,
    check: {
      findings: [{ joint: 2, code: "wormGear", severity: "stop", text: "It weeps.", template: "It weeps.", values: {} }],
    },
  };
  return { document, setDraft, results, lastResults: results, errorFor: () => undefined } as unknown as RouteStation;
}

const chain = [{ code: "barb" }, { code: "hose" }] as unknown as NonNullable<RoutePlan["chain"]>;

test("every leak point stands under its number, with what is wrong at its own joint and nowhere else", () => {
  const leaks = [leak(1, "Line to barb"), leak(2, "Barb to hose"), leak(3, "Hose to line"), leak(4, "Filter")];
  render(<LeakPanel route={station({ chain, opened: ["Filter"] }, leaks, vi.fn())} />);
  const items = within(screen.getAllByRole("list")[0] as HTMLElement).getAllByRole("listitem");
  expect(items.map((item) => item.textContent?.slice(0, 1))).toEqual(["1", "2", "3", "4"]);
  expect(items.map((item) => within(item).queryByText("It weeps.") !== null)).toEqual([false, true, false, false]);
  // Only what was opened beside the chain can be taken off the list.
  expect(screen.getAllByRole("button", { name: /^Remove / }).map((b) => b.getAttribute("aria-label"))).toEqual(["Remove Filter"]);
});

test("a joint that was opened is taken off by itself, and the last one leaves nothing behind", () => {
  const setDraft = vi.fn();
  const leaks = [leak(1, "a"), leak(2, "b"), leak(3, "c"), leak(4, "Filter"), leak(5, "Rail"), leak(6, "Tank")];
  const plan: RoutePlan = { chain, opened: ["Filter", "Rail", "Tank"] };
  const { rerender } = render(<LeakPanel route={station(plan, leaks, setDraft)} />);
  fireEvent.click(screen.getByRole("button", { name: "Remove Rail" }));
  expect(setDraft).toHaveBeenLastCalledWith({ chain, opened: ["Filter", "Tank"] });
  rerender(<LeakPanel route={station({ chain, opened: ["Tank"] }, [...leaks.slice(0, 3), leak(4, "Tank")], setDraft)} />);
  fireEvent.click(screen.getByRole("button", { name: "Remove Tank" }));
  expect(setDraft).toHaveBeenLastCalledWith({ chain, opened: undefined });
});

const hose = (part: Partial<PlannedHose>): PlannedHose => ({
  part: 2,
  name: "Hose",
  boreMm: 9.5,
  cutMm: 150,
  freeMm: 100,
  pushedOverMm: 25,
  minBendMm: 57,
  isLoop: false,
  why: null,
  isMeasured: true,
  id: null,
  ...part,
});

test("a hose is drawn with all its lengths, and says them in the units of the shop", () => {
  units.set("metric");
  const { rerender } = render(<HoseDrawing hose={hose({})} clampFromMm={3} clampToMm={6} />);
  const name = () => screen.getByRole("img").getAttribute("aria-label");
  expect(name()).toBe("Hose cut to 150 mm, 25 mm over each barb, clamps 3 mm to 6 mm from the ends");
  expect(screen.getByText("free 100 mm")).toBeTruthy();
  rerender(<HoseDrawing hose={hose({ isLoop: true, cutMm: 409 })} clampFromMm={3} clampToMm={6} />);
  expect(screen.getByText("loop, bend 57 mm or wider")).toBeTruthy();
  expect(screen.queryByText(/^free/)).toBeNull();
  units.set("us");
  rerender(<HoseDrawing hose={hose({ cutMm: 254 })} clampFromMm={3} clampToMm={6} />);
  expect(name()).toContain("Hose cut to 10.00 in");
  expect(name()).not.toContain("mm");
});
