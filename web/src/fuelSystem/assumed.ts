import type { Assumption } from "../api/client";
import { type QuantityName, quantities } from "../words/units";
import type { UnitWords } from "../words/useUnits";

/** Units that are the same in both systems. */
const plainUnits: Record<string, string> = {
  rpm: "1/min",
  volt: "V",
  percent: "%",
  gPerS: "g/s",
  degrees: "°",
  ccPerRev: "cm³ a turn",
  milliseconds: "ms",
  watt: "W",
  wattPerK: "W/K",
};

/** What is reckoned with until an answer is there, in the units of this browser. */
export function assumed({ words, value, unit, plusMinusPct, plusMinus }: Assumption, units: UnitWords): string {
  if (value === null || value === undefined) {
    return words ?? "";
  }
  const quantity = quantityOf(unit);
  const shown = quantity ? units.number(value, quantity) : Number(value.toPrecision(3)).toString();
  const name = quantity ? units.unit(quantity) : (plainUnits[unit ?? ""] ?? unit);
  if (plusMinusPct != null) {
    return `${shown} ${name} ± ${plusMinusPct} %`;
  }
  const half = plusMinus == null ? "" : ` ± ${quantity ? units.step(plusMinus, quantity) : plusMinus}`;
  return `${shown}${half} ${name}`;
}

function quantityOf(unit: string | null | undefined): QuantityName | null {
  const name = unit === "kelvin" ? "kelvinStep" : unit;
  return name && name in quantities ? (name as QuantityName) : null;
}
