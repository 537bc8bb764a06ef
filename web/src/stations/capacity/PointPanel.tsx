import type { Stored } from "../../api/client";
import { prefixOf, useCatalogue, usualText } from "../../fields/catalogue";
import { HazyField } from "../../fields/HazyField";
import { valueAt, withValue } from "../../fields/paths";
import { UseBars } from "../../fuelSystem/UseBars";
import type { StationWork } from "../../job/useStation";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { withPoint } from "./changes";
import type { CapacityPlan, CapacityResults } from "./types";

/** The point that is wanted, and how heavily everything is used there. */
export function PointPanel({ capacity }: { capacity: StationWork<CapacityPlan, CapacityResults> }) {
  const units = useUnits();
  const field = useCatalogue("capacity");
  const { document, setDraft, results } = capacity;
  const { powerKw, ethanolPct } = results ?? {};
  const row = (path: string, meanwhile: string) => (
    <HazyField
      label={field(path).label}
      quantity={field(path).quantity}
      path={path}
      prefix={prefixOf(field(path))}
      placeholder={meanwhile || usualText(field(path), units) || "?"}
      value={valueAt(document, path) as Stored}
      error={capacity.errorFor(path)}
      onChange={(value) => setDraft(withValue(document, path, value))}
    />
  );
  const nudge = (kw: number, points: number) =>
    setDraft(
      withPoint(document, {
        ...(kw && powerKw ? { powerKw: Math.max(5, Math.round(powerKw.value) + kw) } : {}),
        ...(points && ethanolPct ? { ethanolPct: Math.min(100, Math.max(0, Math.round(ethanolPct.value) + points)) } : {}),
      }),
    );
  return (
    <section className="panel" aria-labelledby="point-title">
      <h2 id="point-title" className="panel-title">
        What is wanted
      </h2>
      <div className="mt-2 grid gap-3">
        {row("fullLoad.powerKw", powerKw ? units.number(powerKw.value, "kw") : "")}
        {row("fullLoad.ethanolPct", ethanolPct ? ethanolPct.value.toFixed(0) : "")}
      </div>
      {powerKw && (
        <fieldset className="no-print mt-3 grid grid-cols-2 gap-2" aria-label="Move the wanted point">
          <Nudge text="Less power" onPress={() => nudge(-5, 0)} />
          <Nudge text="More power" onPress={() => nudge(5, 0)} />
          <Nudge text="Less ethanol" onPress={() => nudge(0, -5)} />
          <Nudge text="More ethanol" onPress={() => nudge(0, 5)} />
        </fieldset>
      )}
      {results?.atPoint && (
        <>
          <UseBars uses={results.atPoint.limits} />
          <p className="mt-2 text-[0.88rem] text-ink-3">{said("capacity", "dashedMarkLimit")}</p>
        </>
      )}
    </section>
  );
}

function Nudge({ text, onPress }: { text: string; onPress: () => void }) {
  return (
    <button type="button" className="btn btn-outline" onClick={onPress}>
      {text}
    </button>
  );
}
