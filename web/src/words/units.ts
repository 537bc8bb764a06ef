import type { HazyNumber } from "../api/client";

export type Units = "us" | "metric";

/** A quantity that the two systems of units write differently. Stored and sent in its metric unit, always. */
interface Quantity {
  metric: string;
  us: string;
  /** US value = metric value * factor + offset. */
  factor: number;
  offset: number;
}

// The only arithmetic of the front end; checked against UnitsNet.
export const quantities = {
  celsius: { metric: "°C", us: "°F", factor: 1.8, offset: 32 },
  kelvinStep: { metric: "K", us: "°F", factor: 1.8, offset: 0 },
  kpa: { metric: "kPa", us: "psi", factor: 0.45359237 ** -1 * (9.80665 ** -1 * 1000 * 0.0254 ** 2), offset: 0 },
  kw: { metric: "kW", us: "hp", factor: 1000 / (550 * 0.3048 * 0.45359237 * 9.80665), offset: 0 },
  litres: { metric: "L", us: "gal", factor: 3.785411784 ** -1, offset: 0 },
  lph: { metric: "L/h", us: "gph", factor: 3.785411784 ** -1, offset: 0 },
  cc: { metric: "cm³", us: "in³", factor: 2.54 ** -3, offset: 0 },
  /** Injectors are sold by weight in US units: gasoline of 720 kg/m³, which is the trade's 10.5 cm³/min for a pound an hour. */
  ccPerMin: { metric: "cm³/min", us: "lb/h", factor: (60 * 0.72) / 453.59237, offset: 0 },
  gPerKwh: { metric: "g/kWh", us: "lb/hp·h", factor: (550 * 0.3048 * 9.80665 * 3600) / 1000 / 3.6e6, offset: 0 },
  metre: { metric: "m", us: "ft", factor: 0.3048 ** -1, offset: 0 },
  kgPerM3: { metric: "kg/m³", us: "lb/gal", factor: 0.45359237 ** -1 * 0.003785411784, offset: 0 },
} as const satisfies Record<string, Quantity>;

export type QuantityName = keyof typeof quantities;

export function unitOf(name: QuantityName, units: Units): string {
  return quantities[name][units];
}

export function toShown(metric: number, name: QuantityName, units: Units): number {
  const { factor, offset } = quantities[name];
  return units === "us" ? metric * factor + offset : metric;
}

/** What was typed, in metric; digits beyond what anybody types are dropped, so that a round trip gives back what was typed. */
export function toStored(shown: number, name: QuantityName, units: Units): number {
  const { factor, offset } = quantities[name];
  return units === "us" ? Number(((shown - offset) / factor).toFixed(6)) : shown;
}

/** A hazy number in the units that are shown; its haze has no offset. */
export function hazyToShown(number: HazyNumber, name: QuantityName, units: Units): HazyNumber {
  const { factor } = quantities[name];
  const scale = units === "us" ? factor : 1;
  return { ...number, value: toShown(number.value, name, units), u: number.u * scale, plusMinus: number.plusMinus * scale };
}
