import { useCatalogue } from "../../fields/catalogue";
import { NumberField } from "../../fields/NumberField";
import { SelectField } from "../../fields/SelectField";
import { YesNo } from "../../fields/YesNo";
import { said } from "../../words/said";
import { PortField } from "./PortField";
import type { RouteStation } from "./types";

const elbows = ["", "45", "90", "45 45", "45 90", "90 90"] as const;

/** The two ends of the stock line, how far they are apart, and what may be done to it. */
export function EndsPanel({ route }: { route: RouteStation }) {
  const { document, setDraft, errorFor } = route;
  const field = useCatalogue("route");
  const angles = document.anglesDeg?.join(" ");
  return (
    <section className="panel" aria-labelledby="ends-title">
      <h2 id="ends-title" className="panel-title">
        The stock line
      </h2>
      <div className="mt-2 grid gap-4">
        <PortField
          label="Open end, tank side"
          hint={said("route", "whatStaysCarWhen")}
          value={document.from}
          error={errorFor("from")}
          onChange={(from) => setDraft({ ...document, from })}
        />
        <PortField
          label="Open end, engine side"
          value={document.to}
          error={errorFor("to")}
          onChange={(to) => setDraft({ ...document, to })}
        />
        <NumberField
          label={field("gapMm").label}
          path="gapMm"
          quantity="millimetre"
          hint={said("route", "n0JointPulledApart")}
          value={document.gapMm ?? null}
          error={errorFor("gapMm")}
          onChange={(gapMm) => setDraft({ ...document, gapMm: gapMm ?? undefined })}
        />
        <SelectField
          className="no-print"
          label="Elbows wanted"
          hint={said("route", "whereLineHasTurn")}
          none="As they come"
          value={angles === undefined ? undefined : angles === "" ? "none" : angles}
          choices={elbows.map((a) => ({ name: a === "" ? "none" : a, label: a === "" ? "None, straight" : words(a) }))}
          error={errorFor("anglesDeg")}
          onChange={(next) =>
            setDraft({
              ...document,
              anglesDeg: next === undefined ? undefined : next === "none" ? [] : next.split(" ").map(Number),
            })
          }
        />
        <div className="no-print">
          <YesNo
            label={field("cut").label}
            hint={said("route", "withoutCutGoesBack")}
            value={document.cut ?? false}
            error={errorFor("cut")}
            onChange={(cut) => setDraft({ ...document, cut })}
          />
        </div>
      </div>
    </section>
  );
}

const words = (angles: string) =>
  angles
    .split(" ")
    .map((a) => `${a}°`)
    .join(" and ");
