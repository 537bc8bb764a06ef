import { expect, test } from "vitest";
import { onDay, timeOfDay, when } from "./times";

const now = new Date(2026, 10, 30, 14, 6);
const iso = (...of: [number, number, number, number, number]) => new Date(...of).toISOString();

test("a time is said the shorter the nearer it is", () => {
  expect(timeOfDay(iso(2026, 10, 30, 9, 5))).toBe("09:05");
  expect(when(iso(2026, 10, 30, 9, 5), now)).toBe("today 09:05");
  expect(when(iso(2026, 10, 24, 14, 6), now)).toMatch(/^Tue,? 24 Nov,? 14:06$/);
  expect(when(iso(2025, 10, 30, 14, 6), now)).toMatch(/^30 Nov 2025,? 14:06$/);
});

test("a day is the shop's, whatever the hour", () => {
  for (const hour of [0, 12, 23]) {
    expect(onDay("2026-11-30", new Date(2026, 10, 30, hour, 59))).toBe("today");
  }
  expect(onDay("2026-12-01", now)).toMatch(/^Tue,? 1 Dec$/);
  expect(onDay("2027-01-04", now)).toBe("4 Jan 2027");
});
