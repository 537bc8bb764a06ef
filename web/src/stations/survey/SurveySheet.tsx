import type { Field, Stored } from "../../api/client";
import { numberOf, plusMinusOf } from "../../fields/stored";
import { assumed } from "../../fuelSystem/assumed";
import { type UnitWords, useUnits } from "../../words/useUnits";
import { answerAt, isUnknown } from "./answers";
import type { Joint, SurveyDocument } from "./types";
import type { Stop } from "./useWalk";

/** Every answer on paper, in the order of the walk, with room for what is still open. */
export function SurveySheet({ survey, walk }: { survey: SurveyDocument; walk: readonly Stop[] }) {
  const units = useUnits();
  return (
    <section className="hidden print:block" aria-label="Survey sheet">
      {walk.map((stop) => (
        <table key={stop.name} className="mt-4 w-full break-inside-avoid border-collapse">
          <caption className="text-left font-bold">
            {stop.name}, {stop.place}
          </caption>
          <tbody>
            {stop.questions.map((question) => (
              <tr key={question.path} className="border-b border-rule align-top">
                <th scope="row" className="w-1/2 py-1 pr-4 text-left font-normal">
                  {question.label}
                </th>
                <td className="reading py-1">{inWords(question, survey, units)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
    </section>
  );
}

/** An answer in words; empty where there is none. */
export function inWords(
  { path, answer, choices, columns, quantity, items }: Field,
  survey: SurveyDocument,
  units: UnitWords,
): string {
  const value = answerAt(survey, path);
  if (value === undefined) {
    return isUnknown(survey, path) ? "not known" : "";
  }
  const number = (stored: Stored, unit: Field["quantity"]) =>
    assumed({ words: null, value: numberOf(stored), unit, plusMinusPct: null, plusMinus: plusMinusOf(stored) }, units);
  switch (answer) {
    case "count":
    case "text":
      return String(value);
    case "yesNo":
      return value ? "yes" : "no";
    case "choice":
      return choices.find((c) => c.name === value)?.label ?? "";
    case "number":
    case "hazy":
      return number(value as Stored, quantity);
    case "table":
      return (value as Record<string, Stored>[])
        .map((row) =>
          [...columns]
            .reverse()
            .map((c) => number(row[c.name], c.quantity))
            .join(" at "),
        )
        .join(", ");
    case "several":
      return (value as string[]).map((name) => choices.find((c) => c.name === name)?.label ?? name).join(", ") || "none";
    case "list":
      return (value as Record<string, unknown>[]).map((thing) => thingInWords(items, thing, units)).join("; ");
    case "connections":
      return (value as Joint[])
        .map((j) =>
          [j.place, j.line, j.size, j.gender, j.angleDeg != null ? `${j.angleDeg}°` : null, j.retainer]
            .filter(Boolean)
            .join(", "),
        )
        .join("; ");
  }
}

/** One thing of a list in words: what it is, then what is said of it. */
function thingInWords(items: Field["items"], thing: Record<string, unknown>, units: UnitWords): string {
  return items
    .filter((item) => thing[item.path] !== undefined && thing[item.path] !== null)
    .map((item) => {
      const value = thing[item.path];
      const words =
        item.answer === "choice"
          ? (item.choices.find((c) => c.name === value)?.label ?? String(value))
          : item.answer === "number" || item.answer === "hazy"
            ? assumed(
                {
                  words: null,
                  value: numberOf(value as Stored),
                  unit: item.quantity,
                  plusMinusPct: null,
                  plusMinus: plusMinusOf(value as Stored),
                },
                units,
              )
            : String(value);
      return item.required ? words : `${item.label.toLowerCase()} ${words}`;
    })
    .join(", ");
}
