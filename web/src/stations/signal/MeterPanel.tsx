import type { Stored } from "../../api/client";
import { useCatalogue } from "../../fields/catalogue";
import { NumberField } from "../../fields/NumberField";
import { numberOf } from "../../fields/stored";
import { said } from "../../words/said";
import type { SignalPlan, SignalStation } from "./types";

type Meter = NonNullable<SignalPlan["meter"]>;

const lines = [
  { quantity: "frequencyHz", name: "Frequency", unit: "Hz", digits: 1 },
  { quantity: "lowPulseMs", name: "Low pulse", unit: "ms", digits: 2 },
  { quantity: "averageV", name: "DC volts on the sensor wire (an average)", unit: "V", digits: 2 },
] as const;

/** What a meter should read between signal pin and ground, and what it did. */
export function MeterPanel({ signal }: { signal: SignalStation }) {
  const { document, setDraft, results } = signal;
  const catalogued = useCatalogue("signal");
  const rows = results?.meter ?? [];
  const meter: Meter = document.meter ?? {};
  const set = (part: Partial<Meter>) => setDraft({ ...document, meter: { ...meter, ...part } });
  const field = (name: keyof Meter, label: string, unit: string, placeholder?: string, hint?: string) => (
    <NumberField
      label={label}
      unit={unit}
      path={`meter.${name}`}
      placeholder={placeholder}
      hint={hint}
      value={numberOf(meter[name] as Stored)}
      error={signal.errorFor(`meter.${name}`)}
      onChange={(value) => set({ [name]: value ?? undefined })}
    />
  );
  const known = document.capture != null;
  return (
    <section className="panel" aria-labelledby="meter-title">
      <h2 id="meter-title" className="panel-title">
        {known ? "What the meter should read, signal pin to ground" : "What the meter shows, signal pin to ground"}
      </h2>
      <div className="mt-2 divide-y divide-rule">
        {lines.map(({ quantity, name, unit, digits }) => {
          const row = rows.find((r) => r.quantity === quantity);
          return (
            <div key={quantity} className="grid grid-cols-[1fr_auto] items-end gap-x-4 py-2.5">
              <div className="min-w-0 self-center">
                <p>{name}</p>
                {row ? (
                  <p className="text-[0.9rem] text-ink-2">
                    should be{" "}
                    <span className="reading whitespace-nowrap">
                      {row.expected.value.toFixed(digits)} ± {row.within.toFixed(digits)} {unit}
                    </span>
                    {row.agrees !== null && (
                      <b className={row.agrees ? "" : "text-stop"}>{row.agrees ? ", and is" : ", and is not"}</b>
                    )}
                  </p>
                ) : (
                  known && quantity === "averageV" && <p className="text-[0.9rem] text-ink-3">needs the high voltage</p>
                )}
              </div>
              <div className="w-[9.5rem]">{field(quantity, known ? `${name}: measured` : name, unit)}</div>
            </div>
          );
        })}
      </div>
      <div className="mt-2 flex flex-wrap gap-x-6 gap-y-3 border-t border-rule pt-3">
        {field("highV", catalogued("meter.highV").label, "V", undefined, catalogued("meter.highV").howTo || undefined)}
        {field("lowV", catalogued("meter.lowV").label, "V", "0")}
      </div>
      <p className="mt-3 text-[0.9rem] text-ink-3">{said("signal", "dcVoltsAverageSquare")}</p>
    </section>
  );
}
