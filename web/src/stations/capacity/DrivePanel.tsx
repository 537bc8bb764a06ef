import type { CapacityDocument, CapacityResults, Stored } from "../../api/client";
import { FigureRow } from "../../fuelSystem/FigureRow";
import type { QuantityName } from "../../words/units";
import { useUnits } from "../../words/useUnits";
import { HeatingPlot } from "./HeatingPlot";

interface Props {
  document: CapacityDocument;
  results: CapacityResults | null;
  onChange: (document: CapacityDocument) => void;
  errorFor: (field: string) => string | undefined;
}

interface DriveField {
  name: keyof NonNullable<CapacityDocument["drive"]>;
  label: string;
  quantity?: QuantityName;
  unit?: string;
  leftOut?: string;
  onlyReturn?: boolean;
}

const fields: readonly DriveField[] = [
  { name: "ambientC", label: "Around the tank", quantity: "celsius" },
  { name: "startC", label: "Fuel at the start", quantity: "celsius", leftOut: "as around the tank" },
  { name: "fuelLitres", label: "Fuel in the tank", quantity: "litres" },
  { name: "minutes", label: "The drive lasts", unit: "min", leftOut: "60 min" },
  { name: "altitudeM", label: "Highest place", quantity: "metre" },
  { name: "gasolineVapourPressureKpa", label: "Gasoline's true vapour pressure at 37.8 °C (100 °F)", quantity: "kpa" },
  { name: "pumpElectricalW", label: "Electrical power of all pumps", unit: "W" },
  { name: "heatIntoFuelPct", label: "Of it stays in the tank", unit: "%" },
  { name: "lossWPerK", label: "The tank loses", unit: "W/K" },
  { name: "inletSuctionKpa", label: "Suction at the pump's inlet", quantity: "kpa" },
  { name: "returnRiseK", label: "The engine bay adds", quantity: "kelvinStep", onlyReturn: true },
];

/** The drive that heats the fuel most: how hot it gets, and how far from boiling it stays. */
export function DrivePanel({ document, results, onChange, errorFor }: Props) {
  const units = useUnits();
  const drive = results?.drive;
  return (
    <section className="panel" aria-labelledby="drive-title">
      <h2 id="drive-title" className="panel-title">
        The hottest drive
      </h2>
      {drive && (
        <>
          <p className="mt-1 text-[1.1rem] font-bold">
            The fuel gets {units.hazy(drive.finalC, "celsius")}; at the pump's inlet it begins to boil at{" "}
            {units.hazy(drive.atInlet.bubblePointC, "celsius")}.
          </p>
          <HeatingPlot drive={drive} />
          <dl className="mt-2 grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
            <dt>To boiling at the pump's inlet</dt>
            <dd className="reading text-right font-bold">{units.hazy(drive.atInlet.marginK, "kelvinStep")}</dd>
            {drive.inReturn && (
              <>
                <dt>To boiling in the return</dt>
                <dd className="reading text-right font-bold">{units.hazy(drive.inReturn.marginK, "kelvinStep")}</dd>
              </>
            )}
            {drive.steadyC && (
              <>
                <dt>Where it would settle</dt>
                <dd className="reading text-right">{units.hazy(drive.steadyC, "celsius")}</dd>
              </>
            )}
          </dl>
        </>
      )}
      <ul className="mt-3 divide-y divide-rule border-t border-rule">
        {fields
          .filter((f) => !f.onlyReturn || drive?.inReturn)
          .map(({ name, label, quantity, unit, leftOut }) => (
            <FigureRow
              key={name}
              label={label}
              quantity={quantity}
              unit={unit}
              value={(document.drive?.[name] as Stored) ?? null}
              used={results?.assumed.find((a) => a.field === `drive.${name}`)?.used}
              leftOut={leftOut}
              error={errorFor(`drive.${name}`)}
              onChange={(value) => onChange({ ...document, drive: { ...document.drive, [name]: value } })}
            />
          ))}
      </ul>
    </section>
  );
}
