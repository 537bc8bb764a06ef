import type { Metering } from "../../api/client";
import { Choice } from "../../fields/Choice";
import { useCatalogue } from "../../fields/catalogue";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import type { Props } from "./types";

/** The three schools of metering, what each makes of the reading, and which way a wrong guess errs. */
export function MeteringPanel({ compensate }: Props) {
  const units = useUnits();
  const { document, setDraft, results } = compensate;
  const factor = results?.fuelFactor ?? null;
  const { choices } = useCatalogue("compensate")("metering");
  const metering = document.metering ?? compensate.lastResults?.metering;
  return (
    <fieldset className="panel grid grid-cols-1 content-start gap-1">
      <legend className="panel-title float-left mb-1">How this controller meters</legend>
      {choices.map(({ name, label, how }) => (
        <Choice
          key={name}
          group="metering"
          name={label}
          how={how ?? ""}
          checked={metering === name}
          onChoose={() => setDraft({ ...document, metering: name as Metering })}
        >
          <span className="reading pt-0.5 text-[1.05rem] whitespace-nowrap">
            {factor ? `× ${factor.schools[name as Metering].value.toFixed(3)}` : ""}
          </span>
        </Choice>
      ))}
      {factor && (
        <ul className="mt-1 grid gap-1 border-t border-rule pt-2 text-[0.9rem] text-ink-2">
          {factor.findings
            .filter((f) => f.part === "metering")
            .map((f) => (
              <li key={f.about ?? f.code}>{units.say(f)}</li>
            ))}
          <li>{said("compensate", "twoLoggedFillsSettle")}</li>
        </ul>
      )}
    </fieldset>
  );
}
