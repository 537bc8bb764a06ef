import type { NextAction, Sentence, SentenceValue } from "../api/client";
import { hazyText } from "./numbers";
import { stepToShown, styleOf, toShown, type Units } from "./units";

/** Something the program says: a template with its numbers, or, from an older version, words alone. */
type Said = { text?: string | null; template?: string | null; values?: Sentence["values"] | null };

/** A sentence in the units that are shown. Core's SentenceText does the same; both are held against sentences.table.json. */
export function render({ text, template, values }: Said, units: Units): string {
  return (template ?? text ?? "").replace(/\{([^{}]*)\}/g, (whole, name: string) => {
    const value = values?.[name];
    return value ? numberText(value, units) : whole;
  });
}

/** A blend that is less sure than this is said from where to where, points. */
const widestPct = 20;

/** A number with its haze and its unit. */
export function numberText(value: SentenceValue, units: Units): string {
  const { unit, digits, plusMinus } = value;
  const style = styleOf(unit);
  const prefix = unit === "ethanolPct" ? "E" : "";
  const symbol = value.bare ? "" : style[units];
  const shown = toShown(value.value, unit, units);
  if (digits === null || digits === undefined) {
    return `${prefix}${asGiven(shown, units)}${symbol}`;
  }
  // So much haze is a range, and no blend.
  if (unit === "ethanolPct" && plusMinus != null && plusMinus > widestPct) {
    return `E${Math.max(0, Math.round(value.value - plusMinus))} to E${Math.min(100, Math.round(value.value + plusMinus))}${symbol}`;
  }
  // As many more digits as the unit itself has more of in the other system.
  const most = Math.max(0, units === "us" ? digits + style.usDigits - style.digits : digits);
  if (unit === "ethanolPct" && (plusMinus === null || plusMinus === undefined)) {
    return `${prefix}${Number(shown.toFixed(most))}${symbol}`;
  }
  return prefix + hazyText({ value: shown, plusMinus: stepToShown(plusMinus ?? 0, unit, units) }, "", most) + symbol;
}

/** The command of a next action, and why. */
export function renderNext(next: NextAction, units: Units): { command: string; why: string } {
  return {
    command: render({ text: next.command, template: next.template, values: next.values }, units),
    why: render({ text: next.why, template: next.whyTemplate, values: next.values }, units),
  };
}

// What was typed has come through a conversion and back: four digits give back what was typed.
function asGiven(shown: number, units: Units): string {
  return (units === "metric" || shown === 0 ? Number(shown.toFixed(3)) : Number(shown.toPrecision(4))).toString();
}
