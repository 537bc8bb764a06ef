import type { Assumption } from "../api/client";
import type { UnitWords } from "../words/useUnits";

/** What is calculated with until an answer is there, in the units of this browser. */
export function assumed({ words, value, unit, plusMinusPct, plusMinus }: Assumption, units: UnitWords): string {
  if (value === null || value === undefined || !unit) {
    return words ?? "";
  }
  const prefix = unit === "ethanolPct" ? "E" : "";
  const name = units.unit(unit);
  const ending = name === "" ? "" : ` ${name}`;
  const shown = `${prefix}${units.number(value, unit)}`;
  if (plusMinusPct != null) {
    return `${shown}${ending} ± ${plusMinusPct} %`;
  }
  return `${shown}${plusMinus == null ? "" : ` ± ${units.step(plusMinus, unit)}`}${ending}`;
}
