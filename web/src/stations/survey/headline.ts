import { ApiError, type SurveyVerdict } from "../../api/client";
import { componentWords } from "../../fuelSystem/words";
import { hazyText } from "../../words/numbers";

/** The verdict in a sentence. */
export function headlineOf(verdict: SurveyVerdict | null, error: unknown): string {
  if (error) {
    return error instanceof ApiError ? "One answer does not fit yet." : "Nothing was judged.";
  }
  if (!verdict) {
    return "Judging.";
  }
  const load = verdict.loads[0];
  const loaded = load ? ` ${componentWords[load.component].name} would be used to ${hazyText(load.usePct, " %", 0)}.` : "";
  switch (verdict.eligible) {
    case "yes":
      return verdict.findings.some((f) => f.code === "tooSmall")
        ? `It can be converted, but not as it is.${loaded}`
        : `It can be converted.${loaded}`;
    case "no":
      return "Not this way. Buy nothing yet.";
    default:
      return `Not decided yet.${loaded}`;
  }
}

/** What to find out next, and why that. */
export function leadOf(verdict: SurveyVerdict | null): string {
  if (!verdict) {
    return "";
  }
  if (verdict.eligible === "no") {
    return "What stands in the way is below; everything else may go on being looked at.";
  }
  const first = verdict.toMeasure[0];
  return first ? `Most helpful now: ${first.text} ${first.effect}` : "Nothing is left to measure.";
}
