import { render, screen } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import { units } from "../../shell/settings";
import { FailsafePanel } from "./FailsafePanel";
import type { CapacityResults } from "./types";

type Failsafe = NonNullable<CapacityResults["failsafe"]>;

afterEach(() => {
  units.set("metric");
});

const failsafe = (rises: boolean) =>
  ({
    tripKpa: { value: 262, u: 5, plusMinus: 10, parts: [] },
    delayS: 0.5,
    risesWithManifold: rises,
    reasons: [{ text: "The pump falls first.", template: "The pump falls first.", values: {} }],
  }) as unknown as Failsafe;

test("the trip is said with its haze, its delay and its reasons, and only where the line follows boost that it must rise too", () => {
  units.set("metric");
  const { rerender } = render(<FailsafePanel failsafe={failsafe(false)} />);
  expect(screen.getByText(/^Cut load below 26\d.±.10 kPa for 0\.5 s\.$/)).toBeTruthy();
  expect(screen.getAllByRole("listitem")).toHaveLength(1);
  rerender(<FailsafePanel failsafe={failsafe(true)} />);
  expect(screen.getAllByRole("listitem")).toHaveLength(2);
  units.set("us");
  rerender(<FailsafePanel failsafe={failsafe(false)} />);
  expect(screen.getByText(/^Cut load below 38.±.\d psi for 0\.5 s\.$/)).toBeTruthy();
});
