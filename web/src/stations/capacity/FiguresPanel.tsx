import { useFields } from "../../api/queries";
import { assumed } from "../../fuelSystem/assumed";
import { FigureList } from "../../fuelSystem/FigureList";
import type { StationWork } from "../../job/useStation";
import { useUnits } from "../../words/useUnits";
import type { CapacityPlan, CapacityResults } from "./types";
import { type Survey, useAskedHere } from "./useAskedHere";

interface Props {
  capacity: StationWork<CapacityPlan, CapacityResults>;
  survey: Survey;
}

/** The figures of full load: facts of the vehicle, and what is wanted of it. */
export function FiguresPanel({ capacity, survey }: Props) {
  const results = capacity.results ?? capacity.lastResults;
  const { figures, facts } = useAskedHere("Full load", survey.lastResults?.notAsked);
  return (
    <section className="panel" aria-labelledby="figures-title">
      <h2 id="figures-title" className="panel-title">
        Full load
      </h2>
      <FigureList
        figures={[
          ...facts.map((field) => ({ field, station: survey })),
          ...figures.map((field) => ({ field, station: capacity })),
        ]}
        assumed={results?.assumed ?? []}
      />
      <Surveyed results={results} />
    </section>
  );
}

/** What the survey leaves open, and what stands in for it. */
function Surveyed({ results }: { results: CapacityResults | null }) {
  const units = useUnits();
  const { data } = useFields("survey");
  const open = (results?.assumed ?? []).filter((a) => data?.some((f) => f.path === a.field && f.askedAt !== "capacity"));
  if (open.length === 0) {
    return null;
  }
  return (
    <div className="mt-4 border-t border-rule pt-3">
      <p className="label-text">Open at the survey, typical figures meanwhile</p>
      <ul className="mt-1 grid gap-1 sm:grid-cols-2">
        {open.map((a) => (
          <li key={a.field} className="text-[0.93rem]">
            {a.label}: <span className="reading">{assumed(a.used, units)}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
