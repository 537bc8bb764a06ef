import type { Stored } from "../../api/client";
import { numberOf, plusMinusOf } from "../../fields/stored";
import { assumed } from "../../fuelSystem/assumed";
import { type UnitWords, useUnits } from "../../words/useUnits";
import { answerAt, isUnknown } from "./answers";
import type { Joint, SurveyDocument } from "./types";
import type { Asked, AskedStop } from "./useWalk";

/** Every answer on paper, in the order of the walk, with room for what is still open. */
export function SurveySheet({ survey, walk }: { survey: SurveyDocument; walk: readonly AskedStop[] }) {
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
              <tr key={question.field} className="border-b border-rule align-top">
                <th scope="row" className="w-1/2 py-1 pr-4 text-left font-normal">
                  {question.ask}
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
export function inWords({ field, answer, catalogued }: Asked, survey: SurveyDocument, units: UnitWords): string {
  const value = answerAt(survey, field);
  if (value === undefined) {
    return isUnknown(survey, field) ? "not known" : "";
  }
  switch (answer.kind) {
    case "count":
    case "text":
      return String(value);
    case "yesNo":
      return value ? "yes" : "no";
    case "choice":
      return answer.choices.find((c) => c.name === value)?.label ?? "";
    case "number":
    case "hazy": {
      return assumed(
        {
          words: null,
          value: numberOf(value as Stored),
          unit: catalogued.quantity,
          plusMinusPct: null,
          plusMinus: plusMinusOf(value as Stored),
        },
        units,
      );
    }
    case "curve":
      return (value as { pressureKpa: number; flowLph: number }[])
        .map((p) => `${units.plain(p.flowLph, "lph", 0)} at ${units.plain(p.pressureKpa, "kpa", 0)}`)
        .join(", ");
    case "deadTimes":
      return (value as { batteryV: number; deadTimeMs: number }[]).map((p) => `${p.deadTimeMs} ms at ${p.batteryV} V`).join(", ");
    case "joints":
      return (value as Joint[])
        .map((j) =>
          [j.place, j.line, j.size, j.gender, j.angleDeg != null ? `${j.angleDeg}°` : null, j.retainer]
            .filter(Boolean)
            .join(", "),
        )
        .join("; ");
  }
}
