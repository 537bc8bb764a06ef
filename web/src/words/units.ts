import type { HazyNumber, Unit } from "../api/client";
import table from "./units.json";

export type Units = "us" | "metric";

/** How a unit is written in both systems: Core's own table, written out by its tests. */
interface UnitStyle {
  metric: string;
  us: string;
  /** US value = metric value * factor + offset. */
  factor: number;
  offset: number;
  digits: number;
  usDigits: number;
}

const styles = table as Record<Unit, UnitStyle>;

export const styleOf = (unit: Unit): UnitStyle => styles[unit];

/** The symbol alone; empty for a plain number. */
export function unitOf(unit: Unit, units: Units): string {
  return styles[unit][units].trim();
}

export function toShown(metric: number, unit: Unit, units: Units): number {
  const { factor, offset } = styles[unit];
  return units === "us" ? metric * factor + offset : metric;
}

/** What was typed, in metric; digits beyond what anybody types are dropped, so that a round trip gives back what was typed. */
export function toStored(shown: number, unit: Unit, units: Units): number {
  const { factor, offset } = styles[unit];
  return units === "us" ? Number(((shown - offset) / factor).toFixed(6)) : shown;
}

/** A stored number as somebody would have typed it: with four digits where it was typed in the other system's units. */
export function typedAs(metric: number, unit: Unit, units: Units): number {
  const short = (value: number) => Number(value.toPrecision(4));
  if (units === "us") {
    const { factor, offset } = styles[unit];
    return factor === 1 && offset === 0 ? metric : short(toShown(metric, unit, units));
  }
  return metric !== short(metric) && toStored(short(toShown(metric, unit, "us")), unit, "us") === metric ? short(metric) : metric;
}

/** A half-width in the units that are shown: it has no offset. */
export function stepToShown(metric: number, unit: Unit, units: Units): number {
  return units === "us" ? metric * styles[unit].factor : metric;
}

/** A hazy number in the units that are shown. */
export function hazyToShown(number: HazyNumber, unit: Unit, units: Units): HazyNumber {
  return {
    ...number,
    value: toShown(number.value, unit, units),
    u: stepToShown(number.u, unit, units),
    plusMinus: stepToShown(number.plusMinus, unit, units),
  };
}
