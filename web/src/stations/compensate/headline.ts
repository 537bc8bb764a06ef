import { ApiError, type CompensateResults } from "../../api/client";
import { digitsOf, hazyText } from "../../words/numbers";

interface State {
  results: CompensateResults | null;
  hasBase: boolean;
  hasReading: boolean;
  basePct: number | null;
  error: unknown;
}

/** The verdict: what to open by, and what becomes of the spark. */
export function headlineOf({ results, hasBase, hasReading, basePct, error }: State): string {
  if (!hasBase) {
    return "Which blend was the base map made on?";
  }
  if (error) {
    return error instanceof ApiError ? "These numbers cannot go in." : "Nothing was reckoned.";
  }
  if (!hasReading) {
    return `The row for a base map on E${basePct} is ready; today's factor needs a reading.`;
  }
  const { fuelFactor, ethanolPct, spark } = results ?? {};
  if (!fuelFactor || !ethanolPct) {
    return "Reckoning.";
  }
  return `At E${ethanolPct.value.toFixed(digitsOf(ethanolPct))}, open ${hazyText(fuelFactor.factor, "", 2)} times as long as on E${basePct}. ${sparkWords(spark)}`;
}

function sparkWords(spark: CompensateResults["spark"] | undefined): string {
  if (!spark) {
    return "Spark: none.";
  }
  if (spark.isHeld) {
    return "Spark: none yet.";
  }
  const deg = spark.toSetDeg.value;
  return deg < 0 ? `Spark: take out ${(-deg).toFixed(1)}°.` : `Spark: ${deg.toFixed(1)}° more.`;
}

/** What the haze is worth, and what must not be done. */
export function leadOf({ results, hasBase }: State): string {
  if (!hasBase) {
    return "Factors are relative to that blend, not to E0. Ask whoever made the map which fuel was in the tank; a guess is worth several percent of fuel, and a map made on E85 taken for one made on gasoline floods the engine.";
  }
  const factor = results?.fuelFactor;
  if (!factor) {
    return "";
  }
  const haze = (100 * factor.factor.plusMinus) / factor.factor.value;
  const lean = (factor.leanRatio.value - 1) * 100;
  const worst = lean < 0.05 ? "" : ` at worst ${lean.toFixed(1)} % lean, which ${factor.cautiousFactor.value.toFixed(3)} covers.`;
  const spark = results?.spark;
  const held = spark?.isHeld
    ? ` Spark stays out until the fuelling is proven on a log; then ${spark.addition.cautiousAdditionDeg.value.toFixed(1)}° at most, from the cautious end.`
    : "";
  return `The haze is worth ± ${haze.toFixed(1)} % of fuel:${worst || " nothing is in doubt."} Dead time is added after, never multiplied.${held}`;
}
