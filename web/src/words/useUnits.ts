import type { Sentence, Unit } from "../api/client";
import { units } from "../shell/settings";
import { type Haze, hazyText } from "./numbers";
import { render } from "./sentences";
import { stepToShown, styleOf, toShown, unitOf } from "./units";

/** Numbers and sentences in the units this browser shows. */
export function useUnits() {
  const [current] = units.use();
  const shownHaze = ({ value, plusMinus }: Haze, unit: Unit): Haze => ({
    value: toShown(value, unit, current),
    plusMinus: stepToShown(plusMinus, unit, current),
  });
  return {
    current,
    unit: (unit: Unit) => unitOf(unit, current),
    /** A number alone, with three digits. */
    number: (metric: number, unit: Unit) => Number(toShown(metric, unit, current).toPrecision(3)).toString(),
    /** A haze alone: no offset, and two digits say enough. */
    step: (metric: number, unit: Unit) => Number(stepToShown(metric, unit, current).toPrecision(2)).toString(),
    hazy: (number: Haze, unit: Unit, most = 0) => hazyText(shownHaze(number, unit), styleOf(unit)[current], most),
    plain: (metric: number, unit: Unit, digits: number) =>
      `${toShown(metric, unit, current).toFixed(digits)}${styleOf(unit)[current]}`,
    /** What Core says; a number and its haze stay on one line. */
    say: (sentence: { text?: string | null; template?: string | null; values?: Sentence["values"] | null } | null | undefined) =>
      sentence ? render(sentence, current).replaceAll(" ± ", "\u00a0±\u00a0") : "",
  };
}

export type UnitWords = ReturnType<typeof useUnits>;
