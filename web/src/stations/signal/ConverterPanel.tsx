import type { Stored } from "../../api/client";
import { useCatalogue, usualText } from "../../fields/catalogue";
import { NumberField } from "../../fields/NumberField";
import { numberOf } from "../../fields/stored";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import type { SignalStation, SurveyStation } from "./types";

const points = ["converterAt0V", "converterAt100V"] as const;

/** Volts behind a signal converter: what a meter should show there, and what the two ends of its line are. */
export function ConverterPanel({ signal, survey }: { signal: SignalStation; survey: SurveyStation }) {
  const units = useUnits();
  const { document, setDraft, results } = signal;
  const field = useCatalogue("signal")("converterV");
  const asked = useCatalogue("survey");
  const row = results?.meter?.find((r) => r.quantity === "converterV");
  const control = survey.document.control ?? {};
  return (
    <section className="panel" aria-labelledby="converter-title">
      <h2 id="converter-title" className="panel-title">
        Behind the signal converter
      </h2>
      <div className="mt-2 flex flex-wrap gap-x-6 gap-y-3">
        <NumberField
          label={field.label}
          quantity="volt"
          path="converterV"
          hint={field.howTo}
          value={numberOf(document.converterV as Stored)}
          error={signal.errorFor("converterV")}
          onChange={(value) => setDraft({ ...document, converterV: value ?? undefined })}
        />
        {points.map((name) => (
          <NumberField
            key={name}
            label={asked(`control.${name}`).label}
            quantity="volt"
            path={`control.${name}`}
            placeholder={usualText(asked(`control.${name}`), units)}
            value={numberOf(control[name] as Stored)}
            error={survey.errorFor(`control.${name}`) ?? signal.errorFor(`control.${name}`)}
            onChange={(value) => survey.setDraft({ ...survey.document, control: { ...control, [name]: value ?? undefined } })}
          />
        ))}
      </div>
      {row && (
        <p className="mt-3">
          A meter should show{" "}
          <span className="reading whitespace-nowrap">
            {row.expected.value.toFixed(2)} ± {row.within.toFixed(2)} V
          </span>{" "}
          there
          {row.agrees !== null && <b className={row.agrees ? "" : "text-stop"}>{row.agrees ? ", and does" : ", and does not"}</b>}
          .
        </p>
      )}
      <p className="mt-2 text-[0.9rem] text-ink-3">{said("signal", "sensorSOwnWire")}</p>
    </section>
  );
}
