import type { ReactNode } from "react";
import type { HazyNumber, Reading, Stored } from "../../api/client";
import { NumberField } from "../../fields/NumberField";
import { numberOf } from "../../fields/stored";
import { type StationWork, useStation } from "../../job/useStation";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { Answers } from "./Answers";
import type { HarnessPlan, HarnessStation, MeterLine } from "./types";

const modes = { dcVolts: "DC volts", frequency: "frequency", ohms: "ohms", continuity: "continuity" } as const;

/** What the meter should show, check by check, and what it did. */
export function MeterPanel({ harness, title }: { harness: HarnessStation; title: ReactNode }) {
  const lines = harness.lastResults?.meter.lines ?? [];
  return (
    <section className="panel print:break-before-page print:border-0 print:p-0" aria-labelledby="meter-title">
      <h2 id="meter-title" className="panel-title">
        What the meter should show
      </h2>
      {title}
      {lines.length === 0 && <p className="mt-2 text-ink-2">{said("harness", "nothingCanCheckedWhat")}</p>}
      <ol className="divide-y divide-rule">
        {lines.map((line, i) => (
          <CheckRow key={line.id} harness={harness} line={line} number={i + 1} />
        ))}
      </ol>
    </section>
  );
}

/** The blend and temperature the sheet is made for. */
export function MeterFor({ harness }: { harness: HarnessStation }) {
  const signal = useStation("signal") as StationWork<object, { reading: Reading | null }>;
  const units = useUnits();
  const { ethanolPct, fuelTempC } = signal.results?.reading ?? {};
  const { document, setDraft } = harness;
  return (
    <section className="panel no-print" aria-labelledby="meter-for-title">
      <h2 id="meter-for-title" className="panel-title">
        In the line while you read
      </h2>
      {ethanolPct && document.ethanolPct == null && (
        <p className="mt-2">
          <button
            type="button"
            className="btn btn-outline"
            onClick={() =>
              setDraft({
                ...document,
                ethanolPct: typedOf(ethanolPct),
                fuelTempC: fuelTempC ? typedOf(fuelTempC) : document.fuelTempC,
              })
            }
          >
            Take E{units.hazy(ethanolPct, "ethanolPct")} from Signal
          </button>
        </p>
      )}
      <Answers harness={harness} paths={["ethanolPct", "fuelTempC"]} columns="lg:grid-cols-2" />
    </section>
  );
}

function CheckRow({ harness, line, number }: { harness: HarnessStation; line: MeterLine; number: number }) {
  const { document, setDraft, errorFor } = harness;
  const units = useUnits();
  const digits = line.expected.value >= 20 ? 0 : 2;
  const readings = document.readings ?? [];
  const at = readings.findIndex((r) => r.check === line.id);
  return (
    <li
      className="grid grid-cols-2 gap-x-6 gap-y-2 py-3 md:grid-cols-[minmax(0,1fr)_10rem_10rem]
      print:grid-cols-[minmax(0,5fr)_6.5rem_4.5rem_minmax(0,4fr)] print:gap-x-3 print:py-1 print:text-[0.7rem] print:leading-tight"
    >
      <div className="col-span-2 min-w-0 md:col-span-1 print:col-span-1">
        <p className="font-bold">
          <span className="reading mr-2 font-normal">{number}</span>
          {line.name} <span className="font-normal text-ink-2">set to {modes[line.mode]}</span>
        </p>
        <p className="text-ink-2">{units.say(line.probes)}</p>
        {line.agrees === false && (
          <p className="mt-1 border-l-4 border-stop pl-3">
            <b className="text-stop">Not right.</b> {units.say(line.missMeans)}
          </p>
        )}
      </div>
      <p>
        <span className="block text-[0.85rem] text-ink-2 print:text-[0.7rem]">Should show</span>
        <b className="reading whitespace-nowrap">{units.plain(line.expected.value, line.unit, digits)}</b>
        <span className="reading block text-[0.9rem] text-ink-2 print:text-[0.7rem]">
          {units.plain(line.low, line.unit, digits)} to {units.plain(line.high, line.unit, digits)}
        </span>
      </p>
      <div className="no-print">
        <NumberField
          label={`Check ${number} shows`}
          quantity={line.unit}
          path="readings.read"
          value={numberOf((readings[at]?.read ?? null) as Stored)}
          error={at >= 0 ? errorFor(`readings[${at}].read`) : undefined}
          onChange={(read) => setDraft(withReading(document, line.id, read))}
        />
        {line.agrees != null && <b className={line.agrees ? "" : "text-stop"}>{line.agrees ? "Right" : "Not right"}</b>}
      </div>
      <p className="hidden print:block">
        <span className="block text-ink-2">Shows</span>
        <span className="reading block border-b border-base-content pb-0.5">
          {line.read ? units.plain(line.read.value, line.unit, digits) : "\u00a0"}
        </span>
      </p>
      <p className="hidden print:block">{units.say(line.missMeans)}</p>
    </li>
  );
}

/** A number as somebody would have typed it. */
const typedOf = ({ value, plusMinus }: HazyNumber) => ({
  value: Number(value.toFixed(1)),
  plusMinus: Number(plusMinus.toFixed(1)),
});

/** The plan with another reading of a check; none where it was taken out. */
function withReading(plan: HarnessPlan, check: string, read: number | null): HarnessPlan {
  const rest = (plan.readings ?? []).filter((r) => r.check !== check);
  const all = read === null ? rest : [...rest, { check, read }];
  return { ...plan, readings: all.length > 0 ? all : undefined };
}
