import type { CapacityDocument, CapacityResults, Stored } from "../../api/client";
import { HazyField } from "../../fields/HazyField";
import { UseBars } from "../../fuelSystem/UseBars";
import { useUnits } from "../../words/useUnits";
import { withPoint } from "./changes";

interface Props {
  document: CapacityDocument;
  results: CapacityResults | null;
  onChange: (document: CapacityDocument) => void;
  errorFor: (field: string) => string | undefined;
}

/** The point that is wanted, and how heavily everything is used there. */
export function PointPanel({ document, results, onChange, errorFor }: Props) {
  const units = useUnits();
  const { powerKw, ethanolPct } = results ?? {};
  const set = (name: "powerKw" | "ethanolPct", value: Stored) =>
    onChange({ ...document, fullLoad: { ...document.fullLoad, [name]: value } });
  const nudge = (kw: number, points: number) =>
    onChange(
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
        <HazyField
          label="Power at the crank"
          quantity="kw"
          placeholder={powerKw ? units.number(powerKw.value, "kw") : "?"}
          value={(document.fullLoad?.powerKw as Stored) ?? null}
          error={errorFor("powerKw")}
          onChange={(value) => set("powerKw", value)}
        />
        <HazyField
          label="Highest blend"
          prefix="E"
          placeholder={ethanolPct ? ethanolPct.value.toFixed(0) : "85"}
          value={(document.fullLoad?.ethanolPct as Stored) ?? null}
          error={errorFor("ethanolPct")}
          onChange={(value) => set("ethanolPct", value)}
        />
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
          <p className="mt-2 text-[0.88rem] text-ink-3">
            Used at that point. The dashed mark is the limit: the injectors' duty limit, the pump less its margin.
          </p>
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
