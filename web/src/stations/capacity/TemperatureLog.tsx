import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import type { HazyNumber, Stored } from "../../api/client";
import { api, unwrap } from "../../api/client";
import { NumberField } from "../../fields/NumberField";
import { valueAt, withValue } from "../../fields/paths";
import { RowTable } from "../../fields/RowTable";
import { numberOf, stored } from "../../fields/stored";
import { Trouble } from "../../shell/Trouble";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import type { CapacityPlan } from "./types";
import type { Survey } from "./useAskedHere";

interface Props {
  plan: CapacityPlan;
  survey: Survey;
  /** Blend in the tank, % by volume. */
  ethanolPct: number;
  /** Heat of the engine bay as it is calculated with: it comes on top of that of the pumps. */
  bayHeatW: HazyNumber | null | undefined;
}

type Reading = { minute?: number | null; tempC?: number | null };

const columns = [
  { name: "minute", label: "Minute", quantity: "minutes" },
  { name: "tempC", label: "Fuel", quantity: "celsius" },
] as const;

/** A number as it was typed: nothing is known of its haze. */
const exact = (value: number) => ({ value, u: 0, plusMinus: 0, parts: [] });

/** A log of the fuel's temperature over a drive: what heats the tank and what it loses, instead of typical figures. */
export function TemperatureLog({ plan, survey, ethanolPct, bayHeatW }: Props) {
  const units = useUnits();
  const [rows, setRows] = useState<Reading[]>([]);
  const [litres, setLitres] = useState(numberOf(plan.drive?.fuelLitres as Stored));
  const [ambientC, setAmbientC] = useState(numberOf(plan.drive?.ambientC as Stored));
  const [watts, setWatts] = useState(numberOf(valueAt(survey.document, "pump.electricalW") as Stored));
  const ready = litres !== null && ambientC !== null && watts !== null && rows.every((r) => r.minute != null && r.tempC != null);
  const fit = useMutation({
    mutationFn: () =>
      unwrap(
        api.POST("/api/calc/fuel-heating-fit", {
          body: {
            fuelLitres: exact(litres ?? 0),
            ethanolPct: exact(ethanolPct),
            ambientC: exact(ambientC ?? 0),
            pumpElectricalW: exact(watts ?? 0),
            bayHeatW,
            readings: rows.map((r) => ({ minute: r.minute ?? 0, tempC: r.tempC ?? 0 })),
          },
        }),
      ),
  });
  const take = () => {
    if (fit.data) {
      const { heatIntoFuelPct: share, lossWPerK: loss } = fit.data;
      const withShare = withValue(survey.document, "fuelSystem.heatIntoFuelPct", stored(share.value, share.plusMinus));
      survey.setDraft(withValue(withShare, "fuelSystem.tankLossWPerK", stored(loss.value, loss.plusMinus)));
    }
  };
  return (
    <details className="no-print mt-3 border-t border-rule pt-2">
      <summary className="min-h-[44px] cursor-pointer py-2 font-bold">Work it out from a temperature log</summary>
      <div className="grid gap-3">
        <p className="text-ink-2">{said("capacity", "readFuelSTemperature")}</p>
        <div className="flex flex-wrap gap-3">
          <NumberField label="Fuel then" quantity="litres" value={litres} onChange={setLitres} />
          <NumberField label="Air then" quantity="celsius" value={ambientC} onChange={setAmbientC} />
          <NumberField label="Pumps then" quantity="watt" value={watts} onChange={setWatts} />
        </div>
        <RowTable
          field="readings"
          columns={[...columns]}
          rows={rows}
          onChange={(next) => setRows(next ?? [])}
          errorFor={() => undefined}
        />
        <div>
          <button
            type="button"
            className="btn btn-outline"
            disabled={!ready || rows.length === 0 || fit.isPending}
            onClick={() => fit.mutate()}
          >
            Fit the log
          </button>
        </div>
        {fit.error && <Trouble error={fit.error} />}
        {fit.data && (
          <div className="grid gap-2" role="status">
            <p>
              <b>
                {units.hazy(fit.data.heatIntoFuelPct, "percent")} of the pumps' power heats the tank; it loses{" "}
                {units.hazy(fit.data.lossWPerK, "wattPerK", 1)}.
              </b>
            </p>
            {fit.data.findings.map((finding) => (
              <p key={finding.code}>{units.say(finding)}</p>
            ))}
            <div>
              <button type="button" className="btn btn-primary" onClick={take}>
                Use both
              </button>
            </div>
          </div>
        )}
      </div>
    </details>
  );
}
