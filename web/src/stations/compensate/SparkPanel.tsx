import type { Stored } from "../../api/client";
import { Choice } from "../../fields/Choice";
import { useCatalogue } from "../../fields/catalogue";
import { NumberField } from "../../fields/NumberField";
import { numberOf } from "../../fields/stored";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { FuellingClaim } from "./FuellingClaim";
import { SparkLine } from "./SparkLine";
import type { Props, SparkWeighting } from "./types";

/** The spark between two maps, each on its own blend, and why none of it goes in yet. */
export function SparkPanel({ compensate }: Props) {
  const units = useUnits();
  const { document, setDraft, results } = compensate;
  const choice = document.spark ?? {};
  const spark = results?.spark ?? null;
  const { choices } = useCatalogue("compensate")("spark.weighting");
  const weighting = choice.weighting ?? "linear";
  const set = (part: Partial<typeof choice>) => setDraft({ ...document, spark: { ...choice, ...part } });
  const field = (
    name: "gasolineMapEthanolPct" | "ethanolMapEthanolPct" | "fullAdditionDeg" | "saturatesAtPct",
    label: string,
    prefix?: string,
    unit?: string,
  ) => (
    <NumberField
      label={label}
      prefix={prefix}
      unit={unit}
      path={`spark.${name}`}
      placeholder={name === "saturatesAtPct" ? "60" : "ask"}
      value={numberOf(choice[name] as Stored)}
      error={compensate.errorFor(`spark.${name}`)}
      onChange={(value) => set({ [name]: value ?? undefined })}
    />
  );
  return (
    <section className="panel grid grid-cols-1 content-start gap-3" aria-labelledby="spark-title">
      <h2 id="spark-title" className="panel-title">
        Spark between two maps
      </h2>
      {spark?.isHeld && (
        <div className="hatched">
          <p className="px-4 py-3">
            <b className="text-stop">{said("compensate", "heldZero")}</b> {said("compensate", "addSparkOnlyAfter")}{" "}
            <span className="reading">{spark.addition.cautiousAdditionDeg.value.toFixed(1)}°</span>.
          </p>
        </div>
      )}
      <div className="flex flex-wrap gap-x-6 gap-y-3">
        {field("gasolineMapEthanolPct", "Gasoline map made on", "E")}
        {field("ethanolMapEthanolPct", "Ethanol map made on", "E")}
        {field("fullAdditionDeg", "Spark between them", undefined, "°")}
        {weighting === "saturating" && field("saturatesAtPct", "All of it from", "E")}
      </div>
      <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
        <legend className="sr-only">How the addition grows</legend>
        {choices.map(({ name, label, how }) => (
          <Choice
            key={name}
            group="weighting"
            name={label}
            how={how ?? ""}
            checked={weighting === name}
            onChoose={() => set({ weighting: name as SparkWeighting })}
          />
        ))}
      </fieldset>
      {spark ? (
        <>
          <SparkLine spark={spark} />
          <ul className="grid gap-1.5 text-[0.93rem] text-ink-2">
            {spark.addition.findings.map((f) => (
              <li
                key={f.code}
                className={f.severity === "caution" ? "border-l-4 border-base-content pl-3 text-base-content" : undefined}
              >
                {units.say(f)}
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p className="text-ink-2">{said("compensate", "nameBlendEachMap")}</p>
      )}
      <FuellingClaim compensate={compensate} />
    </section>
  );
}
