import type { Metering } from "../../api/client";
import { Choice } from "../../fields/Choice";
import { useUnits } from "../../words/useUnits";
import type { Props } from "./types";

const schools: readonly { metering: Metering; name: string; how: string }[] = [
  {
    metering: "orifice",
    name: "Orifice at constant pressure",
    how: "flow follows the square root of density; the usual solenoid injector",
  },
  { metering: "mass", name: "Mass", how: "the controller corrects density by itself" },
  { metering: "volume", name: "Volume", how: "positive displacement" },
];

/** The three schools of metering, what each makes of the reading, and which way a wrong guess errs. */
export function MeteringPanel({ compensate }: Props) {
  const units = useUnits();
  const { document, setDraft, results } = compensate;
  const factor = results?.fuelFactor ?? null;
  const metering = document.metering ?? "orifice";
  return (
    <fieldset className="panel grid grid-cols-1 content-start gap-1">
      <legend className="panel-title float-left mb-1">How this controller meters</legend>
      {schools.map((school) => (
        <Choice
          key={school.metering}
          group="metering"
          name={school.name}
          how={school.how}
          checked={metering === school.metering}
          onChoose={() => setDraft({ ...document, metering: school.metering })}
        >
          <span className="reading pt-0.5 text-[1.05rem] whitespace-nowrap">
            {factor ? `× ${factor.schools[school.metering].value.toFixed(3)}` : ""}
          </span>
        </Choice>
      ))}
      {factor && (
        <ul className="mt-1 grid gap-1 border-t border-rule pt-2 text-[0.9rem] text-ink-2">
          {factor.findings
            .filter((f) => f.code.startsWith("wrongSchool"))
            .map((f) => (
              <li key={f.code}>{units.say(f)}</li>
            ))}
          <li>Two logged fills settle it.</li>
        </ul>
      )}
    </fieldset>
  );
}
