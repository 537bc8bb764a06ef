import { renderHook } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import { units } from "../../shell/settings";
import { useUnits } from "../../words/useUnits";
import { dropText, lengthText, timeText } from "./lengths";

const words = () => renderHook(() => useUnits()).result.current;
const hazy = (value: number, plusMinus = 0) => ({ value, u: plusMinus / 2, plusMinus, parts: [] });

afterEach(() => units.set("metric"));

test("lengths, times and drops are said as a mechanic reads them, in both systems", () => {
  units.set("metric");
  expect(lengthText(129.6, words())).toBe("130 mm");
  expect(timeText(hazy(82, 58), words())).toBe("82 ± 58 s");
  // Above two minutes nobody counts seconds; what is negative is how long the other way.
  expect(timeText(hazy(566, 403), words())).toBe("9 ± 7 min");
  expect(timeText(hazy(-4.1, 2.6), words())).toBe("4 ± 3 s");
  expect(dropText(hazy(0.07, 0.02), words())).toBe("less than 0.1 kPa");
  expect(dropText(hazy(1.83, 1.1), words())).toBe("2 ± 1 kPa");
  units.set("us");
  expect(lengthText(129.6, words())).toBe("5.10 in");
  expect(dropText(hazy(0.07, 0.02), words())).toBe("less than 0.0145 psi");
});
