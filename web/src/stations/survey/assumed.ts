import type { ToMeasure } from "../../api/client";
import { type QuantityName, quantities } from "../../words/units";
import type { UnitWords } from "../../words/useUnits";

/** What is reckoned with until an answer is there, in the units of this browser. */
export function assumed({ words, value, unit, plusMinusPct }: NonNullable<ToMeasure["usedMeanwhile"]>, units: UnitWords): string {
  if (value === null || value === undefined) {
    return words ?? "";
  }
  const figure = unit && unit in quantities ? units.plain(value, unit as QuantityName, 0) : `${value} g/kWh`;
  return plusMinusPct == null ? figure : `${figure} ± ${plusMinusPct} %`;
}
