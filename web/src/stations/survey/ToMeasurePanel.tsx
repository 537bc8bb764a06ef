import { useState } from "react";
import { useCatalogue } from "../../fields/catalogue";
import { assumed } from "../../fuelSystem/assumed";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import type { ToMeasure } from "./types";

interface Props {
  open: readonly ToMeasure[];
  /** Goes to the stop where the answer is given. */
  onGo: (field: string) => void;
}

const shownFirst = 4;

/** What is still to be found out, the most helpful first, and what stands on it. */
export function ToMeasurePanel({ open, onGo }: Props) {
  const units = useUnits();
  const field = useCatalogue("survey");
  const [all, setAll] = useState(false);
  const shown = all ? open : open.slice(0, shownFirst);
  return (
    <section className="panel" aria-labelledby="measure-title">
      <h2 id="measure-title" className="panel-title">
        Still to measure{open.length > 0 ? `: ${open.length}` : ""}
      </h2>
      {open.length === 0 && <p className="mt-2 text-ink-2">{said("survey", "nothingEverythingMattersKnown")}</p>}
      <ol className="mt-1 divide-y divide-rule">
        {shown.map((item) => (
          <li key={item.field} className="py-2.5">
            <button type="button" className="link-quiet text-left font-bold" onClick={() => onGo(item.field)}>
              {field(item.field).label}
            </button>
            <p className="text-[0.93rem]">{item.text}</p>
            <p className="text-[0.93rem] text-ink-2">
              {units.say({ text: item.effect, template: item.effectTemplate, values: item.values })}
            </p>
            {item.usedMeanwhile && <p className="text-[0.88rem] text-ink-3">Until then: {assumed(item.usedMeanwhile, units)}.</p>}
          </li>
        ))}
      </ol>
      {open.length > shownFirst && (
        <button type="button" className="btn btn-ghost no-print" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? "Fewer" : `${open.length - shownFirst} more`}
        </button>
      )}
    </section>
  );
}
