import { useCatalogue } from "../../fields/catalogue";
import { YesNo } from "../../fields/YesNo";
import { hazyText } from "../../words/numbers";
import { said } from "../../words/said";
import type { SignalStation, SurveyStation } from "./types";

interface Props {
  signal: SignalStation;
  survey: SurveyStation;
}

/** The first reading on unchanged fuel is the blend the map ran on: said here, and kept in the survey before the tank is filled. */
export function MapFuelPanel({ signal, survey }: Props) {
  const field = useCatalogue("signal")("onMapFuel");
  const { document, setDraft, errorFor } = signal;
  const blend = signal.results?.mapBlend;
  const control = survey.document.control ?? {};
  const isKept = control.fuelMapKnown === "read";
  const keep = () =>
    blend &&
    survey.setDraft({
      ...survey.document,
      unknowns: survey.document.unknowns?.filter((path) => path !== "control.fuelMapEthanolPct"),
      control: {
        ...control,
        fuelMapEthanolPct: blend,
        fuelMapKnown: "read",
      },
    });
  return (
    <section className="panel" aria-labelledby="map-fuel-title">
      <h2 id="map-fuel-title" className="panel-title">
        The blend of the map
      </h2>
      <div className="mt-2">
        <YesNo
          label={field.label}
          hint={field.hint ?? undefined}
          error={errorFor("onMapFuel")}
          value={document.onMapFuel}
          onChange={(onMapFuel) => setDraft({ ...document, onMapFuel })}
        />
      </div>
      {blend && !isKept && (
        <button type="button" className="btn btn-outline no-print mt-2" onClick={keep}>
          Keep E{hazyText(blend, "", 1)} as the blend of the map
        </button>
      )}
      {document.onMapFuel && isKept && (
        <p role="status" className="mt-2 text-ink-2">
          {said("signal", "surveyHoldsReadingBlend")}
        </p>
      )}
    </section>
  );
}
