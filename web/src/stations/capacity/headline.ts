import { ApiError, type CapacityResults } from "../../api/client";
import { componentWords, inSentence } from "../../fuelSystem/words";
import { hazyText } from "../../words/numbers";
import type { UnitWords } from "../../words/useUnits";
import { remedyWords } from "./changes";

/** The verdict in a sentence or two; a number and its haze stay on one line. */
export function headlineOf(results: CapacityResults | null, error: unknown, units: UnitWords): string {
  const boils = !error && results?.findings?.some((f) => f.code === "boils") ? " The fuel boils on the hottest drive." : "";
  return `${sentence(results, error, units)}${boils}`.replaceAll(" ± ", "\u00a0±\u00a0");
}

function sentence(results: CapacityResults | null, error: unknown, units: UnitWords): string {
  if (error) {
    return error instanceof ApiError ? "One number does not fit yet." : "Nothing was reckoned.";
  }
  if (!results) {
    return "Reckoning.";
  }
  const { atPoint: point, powerKw, ethanolPct } = results;
  if (!point || !powerKw || !ethanolPct) {
    return "Which power is wanted?";
  }
  const at = `At ${units.plain(powerKw.value, "kw", 0)} this system carries`;
  const limit =
    point.ethanolBinding && (point.maxEthanolPct?.value ?? 0) < 100
      ? `${componentWords[point.ethanolBinding].name} ${componentWords[point.ethanolBinding].verb} the limit.`
      : "";
  switch (point.verdict) {
    case "notKnown":
      return "Nothing is known of what carries the fuel.";
    case "carried":
      return `${at} E${ethanolPct.value.toFixed(0)}.`;
    case "doubtful":
      return `${at} up to E${point.maxEthanolPct ? hazyText(point.maxEthanolPct, "", 0) : "0, if that"}. E${ethanolPct.value.toFixed(0)} may be too much.`;
    case "tooSmall":
      return `${at} not even E0. ${limit}`;
    default:
      return point.maxEthanolPct
        ? `${at} up to E${hazyText(point.maxEthanolPct, "", 0)}. ${limit}`
        : `${at} not even E0, as far as is known. ${limit}`;
  }
}

function otherWays(count: number): string {
  return count === 0
    ? "."
    : count === 1
      ? ", or take the other way below; both are reckoned through."
      : `, or choose one of ${count} other ways below; each is reckoned through.`;
}

/** Why, and what to do next. */
export function leadOf(results: CapacityResults | null, units: UnitWords): string {
  const point = results?.atPoint;
  if (!results || !point) {
    return results ? "Give it below, or at the survey. Everything is reckoned from there." : "";
  }
  const blend = `E${results.ethanolPct?.value.toFixed(0)}`;
  const most = point.maxPowerKw ? `On ${blend} it carries up to ${units.hazy(point.maxPowerKw, "kw")}` : "";
  const binding = point.binding ? `, limited by ${inSentence(point.binding)}` : "";
  switch (point.verdict) {
    case "carried":
      return `${most}${binding}. All of the haze lies inside.`;
    case "doubtful": {
      const check = point.budget.find((line) => line.check)?.check;
      return `${most}${binding}. ${check ? `Most helpful now: ${check.text}` : "Stay a little below, or fit more."}`;
    }
    case "notKnown":
      return "Give pump or injectors at the survey.";
    default: {
      const [first, ...others] = point.remedies;
      return first
        ? `${remedyWords(first, units)}${otherWays(others.length)}`
        : `${most}${binding}. No single change brings it inside; want less, or fit another fuel system.`;
    }
  }
}
