import type { Stored } from "../../api/client";
import { Choice } from "../../fields/Choice";
import { NumberField } from "../../fields/NumberField";
import { numberOf } from "../../fields/stored";
import { useUnits } from "../../words/useUnits";
import { FuellingProof } from "./FuellingProof";
import { SparkLine } from "./SparkLine";
import type { Props, SparkWeighting } from "./types";

const weightings: readonly { weighting: SparkWeighting; name: string; how: string }[] = [
  { weighting: "linear", name: "Straight", how: "evenly by volume; adds latest" },
  { weighting: "mole", name: "By mole", how: "as octane rises; most of it by E50" },
  { weighting: "saturating", name: "Full advance from", how: "all of it from a chosen blend up" },
];

/** The spark between two maps, each on its own blend, and why none of it goes in yet. */
export function SparkPanel({ compensate }: Props) {
  const units = useUnits();
  const { document, setDraft, results } = compensate;
  const choice = document.spark ?? {};
  const spark = results?.spark ?? null;
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
            <b className="text-stop">Held at zero.</b> Add spark only after a log proves the fueling: a lean engine with more
            spark knocks, and knock breaks pistons. Then at most:{" "}
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
        {weightings.map((w) => (
          <Choice
            key={w.weighting}
            group="weighting"
            name={w.name}
            how={w.how}
            checked={weighting === w.weighting}
            onChoose={() => set({ weighting: w.weighting })}
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
        <p className="text-ink-2">
          Name the blend each map was made on and the spark between them; a map copied from an E85 tune knocks on gasoline.
        </p>
      )}
      <FuellingProof compensate={compensate} />
    </section>
  );
}
