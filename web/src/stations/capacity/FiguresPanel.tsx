import type { CapacityDocument, CapacityResults, Stored, SurveyDocument } from "../../api/client";
import { assumed } from "../../fuelSystem/assumed";
import { FigureRow } from "../../fuelSystem/FigureRow";
import type { QuantityName } from "../../words/units";
import { useUnits } from "../../words/useUnits";

interface Props {
  document: CapacityDocument;
  survey: SurveyDocument;
  results: CapacityResults | null;
  onChange: (document: CapacityDocument) => void;
  errorFor: (field: string) => string | undefined;
}

interface FigureField {
  name: keyof NonNullable<CapacityDocument["fullLoad"]>;
  label: string;
  quantity?: QuantityName;
  unit?: string;
  prefix?: string;
  leftOut?: string;
  onlyFor?: "ports" | "direct" | "both";
}

const fields: readonly FigureField[] = [
  { name: "engineRpm", label: "Engine speed at that power", unit: "1/min" },
  { name: "bsfcGPerKwh", label: "Fuel for a kilowatt hour", quantity: "gPerKwh" },
  { name: "baseEthanolPct", label: "That figure holds on", prefix: "E", leftOut: "gasoline, E0" },
  { name: "lambdaBase", label: "That figure holds at lambda", leftOut: "as surveyed" },
  { name: "lambdaTarget", label: "Lambda wanted", leftOut: "the same" },
  { name: "fuelTempC", label: "Fuel temperature", quantity: "celsius" },
  { name: "supplyV", label: "Running voltage", unit: "V" },
  { name: "pumpV", label: "Voltage at the pump", unit: "V", leftOut: "as at the battery" },
  { name: "dutyLimitPct", label: "Injector duty at most", unit: "%", leftOut: "85 %", onlyFor: "ports" },
  { name: "marginPct", label: "Margin kept on the pump", unit: "%", leftOut: "10 %" },
  {
    name: "directInjectorGPerS",
    label: "Flow of one cylinder injector at rail pressure, base blend",
    unit: "g/s",
    onlyFor: "direct",
  },
  { name: "pumpEfficiencyPct", label: "High-pressure pump's efficiency", unit: "%", onlyFor: "direct" },
  { name: "portSharePct", label: "Share of the ports", unit: "%", onlyFor: "both" },
];

/** The figures of full load beside the survey; what is left out is said below its field. */
export function FiguresPanel({ document, survey, results, onChange, errorFor }: Props) {
  const injection = survey.fuelSystem?.injection ?? "port";
  const applies = ({ onlyFor }: FigureField) =>
    !onlyFor ||
    (onlyFor === "ports" && injection !== "direct") ||
    (onlyFor === "direct" && injection !== "port") ||
    (onlyFor === "both" && injection === "both");
  return (
    <section className="panel" aria-labelledby="figures-title">
      <h2 id="figures-title" className="panel-title">
        Full load, beside the survey
      </h2>
      <ul className="mt-1 divide-y divide-rule">
        {fields.filter(applies).map(({ name, label, quantity, unit, prefix, leftOut }) => (
          <FigureRow
            key={name}
            label={label}
            quantity={quantity}
            unit={unit}
            prefix={prefix}
            value={(document.fullLoad?.[name] as Stored) ?? null}
            used={results?.assumed.find((a) => a.field === name)?.used}
            leftOut={leftOut}
            error={errorFor(name)}
            onChange={(value) => onChange({ ...document, fullLoad: { ...document.fullLoad, [name]: value } })}
          />
        ))}
      </ul>
      <Surveyed results={results} />
    </section>
  );
}

/** What the survey leaves open, and what stands in for it. */
function Surveyed({ results }: { results: CapacityResults | null }) {
  const units = useUnits();
  const open = (results?.assumed ?? []).filter((a) => a.field.includes(".") && !a.field.startsWith("drive."));
  if (open.length === 0) {
    return null;
  }
  return (
    <div className="mt-4 border-t border-rule pt-3">
      <p className="label-text">Open at the survey, reckoned meanwhile with</p>
      <ul className="mt-1 grid gap-1 sm:grid-cols-2">
        {open.map((a) => (
          <li key={a.field} className="text-[0.93rem]">
            {a.label}: <span className="reading">{assumed(a.used, units)}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
