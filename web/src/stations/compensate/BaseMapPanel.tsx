import type { ApiError, CompensateDocument, Stored } from "../../api/client";
import { HazyField } from "../../fields/HazyField";
import { NumberField } from "../../fields/NumberField";
import { numberOf, plusMinusOf, stored } from "../../fields/stored";

interface Props {
  document: CompensateDocument;
  onChange: (document: CompensateDocument) => void;
  refused: ApiError | null;
  hasTemperature: boolean;
  /** What the survey found the fuel map to be made on. */
  surveyed: Stored;
}

/** The base map: which blend it was made on, and what the controller may hold on top of it already. */
export function BaseMapPanel({ document, onChange, refused, hasTemperature, surveyed }: Props) {
  const multiplier = document.multiplier ?? {};
  const setMultiplier = (part: Partial<typeof multiplier>) => onChange({ ...document, multiplier: { ...multiplier, ...part } });
  return (
    <section className="panel grid grid-cols-1 content-start gap-4" aria-labelledby="base-title">
      <h2 id="base-title" className="panel-title">
        The base map
      </h2>
      <HazyField
        label="Made on"
        prefix="E"
        placeholder="ask"
        value={document.baseEthanolPct}
        error={refused?.for("baseEthanolPct")}
        onChange={(baseEthanolPct) => onChange({ ...document, baseEthanolPct })}
      />
      {numberOf(surveyed) !== null && numberOf(surveyed) !== numberOf(document.baseEthanolPct) && (
        <p className="flex flex-wrap items-center gap-x-3 border-l-4 border-base-content pl-3 text-[0.93rem]">
          <span>
            <b>Look at this.</b> The survey says the fuel map was made on E{numberOf(surveyed)}.
          </span>
          <button
            type="button"
            className="link-quiet min-h-[44px]"
            onClick={() => onChange({ ...document, baseEthanolPct: stored(numberOf(surveyed), plusMinusOf(surveyed)) })}
          >
            Take that
          </button>
        </p>
      )}
      <NumberField
        label="Fuel temperature it was made at"
        quantity="celsius"
        placeholder="leave out"
        value={numberOf(document.baseFuelTempC)}
        error={refused?.for("baseFuelTempC")}
        hint={
          hasTemperature
            ? "Given, the fuel's warming since then is counted in."
            : "Needs a fuel temperature from the sensor to count."
        }
        onChange={(value) => onChange({ ...document, baseFuelTempC: value ?? undefined })}
      />
      <fieldset className="grid gap-2 border-t border-rule pt-3">
        <legend className="sr-only">A multiplier the controller holds already</legend>
        <p className="text-[0.9rem] text-ink-2">Does the controller hold a straight multiplier already? What does it say</p>
        <div className="flex flex-wrap gap-x-6 gap-y-3">
          <NumberField
            label="at E0"
            unit="%"
            placeholder="none"
            value={multiplier.at0Pct ?? null}
            error={refused?.for("multiplier") ? "Refused: the reason stands above." : undefined}
            onChange={(value) => setMultiplier({ at0Pct: value ?? undefined })}
          />
          <NumberField
            label="at E100"
            unit="%"
            placeholder="none"
            value={multiplier.at100Pct ?? null}
            onChange={(value) => setMultiplier({ at100Pct: value ?? undefined })}
          />
        </div>
      </fieldset>
    </section>
  );
}
