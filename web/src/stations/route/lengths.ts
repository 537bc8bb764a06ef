import type { HazyNumber } from "../../api/client";
import type { UnitWords } from "../../words/useUnits";

/** A length as a tape shows it. */
export const lengthText = (mm: number, units: UnitWords) => units.plain(mm, "millimetre", units.current === "us" ? 2 : 0);

// Above this nobody counts seconds.
const longestSeconds = 120;

/** A time, in minutes where seconds say too much; of what is negative how long the other way. */
export function timeText(seconds: HazyNumber, units: UnitWords): string {
  const inMinutes = Math.abs(seconds.value) > longestSeconds;
  const scale = (inMinutes ? 1 / 60 : 1) * Math.sign(seconds.value || 1);
  return units.hazy(
    { value: seconds.value * scale, plusMinus: seconds.plusMinus * Math.abs(scale) },
    inMinutes ? "minutes" : "seconds",
    inMinutes ? 0 : 1,
  );
}

// Below this nobody needs to know how far below, kPa.
const leastKpa = 0.1;

/** Pressure that is lost somewhere. */
export const dropText = (kpa: HazyNumber, units: UnitWords) =>
  kpa.value + kpa.plusMinus < leastKpa
    ? `less than ${units.number(leastKpa, "kpa")} ${units.unit("kpa")}`
    : units.hazy(kpa, "kpa", units.current === "us" ? 2 : 1);
