import { useJobContext } from "../../job/jobContext";
import { useUnits } from "../../words/useUnits";
import type { RouteStation } from "./types";

/** The parts that have to lie on the bench, and what of them is bought. */
export function KitPanel({ route }: { route: RouteStation }) {
  const { job } = useJobContext();
  const units = useUnits();
  const kit = route.lastResults?.kit;
  if (!kit) {
    return null;
  }
  return (
    <section className="panel print:break-before-page" aria-labelledby="kit-title">
      <h2 id="kit-title" className="panel-title">
        Parts
      </h2>
      <table className="mt-2 w-full">
        <thead>
          <tr className="border-b border-rule text-left">
            <th scope="col" className="py-1.5 font-semibold">
              Part
            </th>
            <th scope="col" className="py-1.5 pl-3 text-right font-semibold">
              Needed
            </th>
            <th scope="col" className="py-1.5 pl-3 text-right font-semibold">
              To buy
            </th>
            <th scope="col" className="py-1.5 pl-3 text-right font-semibold">
              Each
            </th>
          </tr>
        </thead>
        <tbody>
          {kit.parts.map((part) => (
            <tr key={part.code} className="border-b border-rule align-top">
              <th scope="row" className="py-1.5 text-left font-normal">
                {part.name}
                {part.class && <span className="block text-[0.9rem] text-ink-2">{units.say(part.class)}</span>}
              </th>
              <td className="reading py-1.5 pl-3 text-right">{part.quantity}</td>
              <td className="reading py-1.5 pl-3 text-right">{part.toBuy}</td>
              <td className="reading py-1.5 pl-3 text-right">{part.cost?.toFixed(2) ?? ""}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr className="font-bold">
            <th scope="row" colSpan={3} className="py-1.5 text-left">
              Together, clamps not counted
            </th>
            <td className="reading py-1.5 pl-3 text-right">{kit.costToBuy.toFixed(2)}</td>
          </tr>
        </tfoot>
      </table>
      {route.saved && route.saved.revision > 0 && (
        <p className="no-print mt-2">
          <a className="btn btn-outline" href={`/api/jobs/${job.id}/route.csv`} download>
            Saved parts, tools and leak points as CSV
          </a>
        </p>
      )}
    </section>
  );
}
