import type { HazyNumber } from "../api/client";
import { units } from "../shell/settings";
import { hazyText } from "./numbers";
import { hazyToShown, type QuantityName, toShown, unitOf } from "./units";

/** Numbers in words, in the units this browser shows. */
export function useUnits() {
  const [current] = units.use();
  return {
    current,
    unit: (name: QuantityName) => unitOf(name, current),
    /** A number alone, with three digits. */
    number: (metric: number, name: QuantityName) => threeDigits(toShown(metric, name, current)),
    /** A haze alone: no offset, and two digits say enough. */
    step: (metric: number, name: QuantityName) =>
      Number(hazyToShown({ value: 0, u: 0, plusMinus: metric, parts: [] }, name, current).plusMinus.toPrecision(2)).toString(),
    hazy: (number: HazyNumber, name: QuantityName, most = 0) =>
      hazyText(hazyToShown(number, name, current), ` ${unitOf(name, current)}`, most),
    plain: (metric: number, name: QuantityName, digits: number) =>
      `${toShown(metric, name, current).toFixed(digits)} ${unitOf(name, current)}`,
  };
}

function threeDigits(number: number): string {
  return Number(number.toPrecision(3)).toString();
}

export type UnitWords = ReturnType<typeof useUnits>;
