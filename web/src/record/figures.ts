import type { Figure } from "../api/client";
import { styleOf } from "../words/units";
import type { UnitWords } from "../words/useUnits";

/** A figure of a document in words. */
export function figureText({ number, unit, text }: Figure, units: UnitWords): string {
  if (!number || !unit) {
    return text ?? "none";
  }
  const style = styleOf(unit);
  return `${unit === "ethanolPct" ? "E" : ""}${units.hazy(number, unit, 1 + (units.current === "us" ? style.usDigits : style.digits))}`;
}
