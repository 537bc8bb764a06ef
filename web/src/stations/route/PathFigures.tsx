import { useFields } from "../../api/queries";
import { FigureList } from "../../fuelSystem/FigureList";
import type { StationWork } from "../../job/useStation";
import { useUnits } from "../../words/useUnits";
import type { RouteStation } from "./types";

/** The survey as far as this station knows it. */
type Survey = StationWork<object, { notAsked: readonly string[] }>;

/** What flows where, and the figures that rests on: facts of the vehicle, and how far along the line the sensor sits. */
export function PathFigures({ route, survey }: { route: RouteStation; survey: Survey }) {
  const units = useUnits();
  const own = useFields("route").data ?? [];
  const vehicle = useFields("survey").data ?? [];
  const notAsked = survey.lastResults?.notAsked ?? [];
  const flows = route.lastResults?.placement?.flows ?? [];
  // Where there is a return, or may be one, nothing known is not nothing.
  const noReturn = route.lastResults?.placement?.path.some((p) => p.isBack) ? "not known" : "none";
  const words = { idle: "Idle", cruise: "Cruise", full: "Full load" };
  return (
    <section className="panel" aria-labelledby="flows-title">
      <h2 id="flows-title" className="panel-title">
        What flows, and what that rests on
      </h2>
      <table className="mt-2 w-full text-[0.95rem]">
        <thead>
          <tr className="border-b border-rule text-left">
            {["", "Feed", "Return"].map((title) => (
              <th key={title} scope="col" className="py-1.5 font-semibold">
                {title || <span className="sr-only">The engine</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {flows.map((f) => (
            <tr key={f.at} className="border-b border-rule">
              <th scope="row" className="py-1.5 text-left font-normal">
                {words[f.at]}
              </th>
              <td className="reading py-1.5">{f.feedLph ? units.hazy(f.feedLph, "lph", 1) : "not known"}</td>
              <td className="reading py-1.5">{f.returnLph ? units.hazy(f.returnLph, "lph", 1) : noReturn}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <FigureList
        figures={[
          ...own.filter((f) => ["alongMm", "hottestC"].includes(f.path)).map((field) => ({ field, station: route })),
          ...vehicle
            .filter((f) => f.askedAt === "route" && !notAsked.includes(f.path))
            .map((field) => ({ field, station: survey })),
        ]}
        assumed={route.lastResults?.assumed ?? []}
      />
    </section>
  );
}
