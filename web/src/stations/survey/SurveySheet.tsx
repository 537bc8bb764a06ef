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
export function inWords({ path, answer, choices, columns, quantity }: Field, survey: SurveyDocument, units: UnitWords): string {
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
