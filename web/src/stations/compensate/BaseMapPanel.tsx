import type { Stored } from "../../api/client";
import { useCatalogue, usualText } from "../../fields/catalogue";
import { HazyField } from "../../fields/HazyField";
import { NumberField } from "../../fields/NumberField";
import { numberOf } from "../../fields/stored";
import { TextField } from "../../fields/TextField";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import type { Props } from "./types";

/** The base map: which blend it was made on, and what the controller may hold on top of it already. */
export function BaseMapPanel({ compensate }: Props) {
  const units = useUnits();
  const field = useCatalogue("compensate");
  const { document, setDraft, results, lastResults, errorFor } = compensate;
  const multiplier = document.multiplier ?? {};
  const setMultiplier = (part: Partial<typeof multiplier>) => setDraft({ ...document, multiplier: { ...multiplier, ...part } });
  const own = numberOf(document.baseEthanolPct as Stored);
  const surveyed = own === null ? (lastResults?.baseEthanolPct ?? null) : null;
  const otherwise = results?.findings.find((f) => f.part === "base");
  return (
    <section className="panel grid grid-cols-1 content-start gap-4" aria-labelledby="base-title">
      <h2 id="base-title" className="panel-title">
        The base map
      </h2>
      <HazyField
        label={field("baseEthanolPct").label}
        path="baseEthanolPct"
        prefix="E"
        placeholder={surveyed ? surveyed.value.toFixed(0) : "ask"}
        hint={surveyed ? "As surveyed." : undefined}
        value={document.baseEthanolPct as Stored}
        error={errorFor("baseEthanolPct")}
        onChange={(baseEthanolPct) => setDraft({ ...document, baseEthanolPct })}
      />
      {otherwise && (
        <button
          type="button"
          className="btn btn-outline no-print w-fit"
          onClick={() => setDraft({ ...document, baseEthanolPct: undefined })}
        >
          Use the survey's
        </button>
      )}
      <TextField
        label="Map revision in the controller"
        value={document.mapRevision ?? ""}
        error={errorFor("mapRevision") ?? errorFor("fuellingProof.mapRevision")}
        onChange={(mapRevision) => setDraft({ ...document, mapRevision: mapRevision || undefined })}
      />
      {(results ?? lastResults)?.setBy !== "nobody" && (
        <>
          <NumberField
            label={field("baseFuelTempC").label}
            quantity="celsius"
            path="baseFuelTempC"
            placeholder={usualText(field("baseFuelTempC"), units) || "leave out"}
            value={numberOf(document.baseFuelTempC as Stored)}
            error={errorFor("baseFuelTempC")}
            hint={
              results?.fuelTempC ? said("compensate", "factorCorrectedWarmerColder") : said("compensate", "countsOnceSensorGives")
            }
            onChange={(value) => setDraft({ ...document, baseFuelTempC: value ?? undefined })}
          />
          <fieldset className="grid gap-2 border-t border-rule pt-3">
            <legend className="sr-only">A multiplier the controller holds already</legend>
            <p className="text-[0.9rem] text-ink-2">A straight multiplier the controller holds already</p>
            <div className="flex flex-wrap gap-x-6 gap-y-3">
              <NumberField
                label={field("multiplier.at0Pct").label}
                unit="%"
                path="multiplier.at0Pct"
                placeholder="none"
                value={multiplier.at0Pct ?? null}
                error={errorFor("multiplier")}
                onChange={(value) => setMultiplier({ at0Pct: value ?? undefined })}
              />
              <NumberField
                label={field("multiplier.at100Pct").label}
                unit="%"
                path="multiplier.at100Pct"
                placeholder="none"
                value={multiplier.at100Pct ?? null}
                onChange={(value) => setMultiplier({ at100Pct: value ?? undefined })}
              />
            </div>
          </fieldset>
        </>
      )}
    </section>
  );
}
