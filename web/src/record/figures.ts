import type { Figure } from "../api/client";
import { hazyText } from "../words/numbers";
import type { UnitWords } from "../words/useUnits";

/** A figure of a document in words. */
export function figureText(figure: Figure, units: UnitWords): string {
  const { number, unit, text } = figure;
  if (!number) {
    return text ?? "none";
  }
  switch (unit) {
    case "celsius":
    case "kw":
    case "kpa":
    case "lph":
    case "kelvinStep":
    case "ccPerMin":
      return units.hazy(number, unit, 1);
    case "percent":
    case "ethanolPct":
      return `${hazyText(number)} %`;
    case "hertz":
      return hazyText(number, " Hz", 3);
    case "milliseconds":
      return hazyText(number, " ms", 3);
    case "degrees":
      return hazyText(number, "°", 1);
    default:
      return hazyText(number, "", 3);
  }
}
