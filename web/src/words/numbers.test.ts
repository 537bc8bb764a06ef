import { expect, test } from "vitest";
import { hazyText } from "./numbers";
import { when } from "./times";

const number = (value: number, plusMinus: number) => ({ value, u: plusMinus / 2, plusMinus, parts: [] });

test("a number shows no more digits than its haze allows", () => {
  expect(hazyText(number(73.42, 4.75))).toBe("73 ± 5");
  expect(hazyText(number(73.42, 0.31))).toBe("73.4 ± 0.3");
  expect(hazyText(number(1.32251, 0.0382), "", 2)).toBe("1.32 ± 0.04");
  expect(hazyText(number(31.04, 0.003), " °C", 0)).toBe("31 °C");
  expect(hazyText(number(123.4, 0), " Hz", 2)).toBe("123.40 Hz");
});

test("times say today, the day or the year", () => {
  const now = new Date("2026-11-25T18:00:00");
  expect(when("2026-11-25T14:06:00", now)).toBe("today 14:06");
  expect(when("2026-11-24T14:06:00", now)).toMatch(/^Tue,? 24 Nov,? 14:06$/);
  expect(when("2025-11-24T14:06:00", now)).toContain("2025");
});
