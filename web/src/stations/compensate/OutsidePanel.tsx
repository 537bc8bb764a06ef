import { useUnits } from "../../words/useUnits";
import type { CompensateResults } from "./types";

interface Props {
  outside: NonNullable<CompensateResults["outside"]>;
  said: CompensateResults["outsideSaid"];
}

/** What the engine does on other blends where nothing corrects it. */
export function OutsidePanel({ outside, said }: Props) {
  const units = useUnits();
  return (
    <section className="panel" aria-labelledby="outside-title">
      <h2 id="outside-title" className="panel-title">
        On other blends, at full load
      </h2>
      <table className="mt-2 w-full">
        <thead>
          <tr className="border-b border-rule text-right">
            <th scope="col" className="py-1.5 text-left font-semibold">
              Blend
            </th>
            <th scope="col" className="py-1.5 font-semibold">
              Times the lambda it should
            </th>
            <th scope="col" className="py-1.5 font-semibold">
              That is
            </th>
          </tr>
        </thead>
        <tbody>
          {outside.map(({ ethanolPct, lambda, isHeld }) => (
            <tr key={ethanolPct} className={`border-b border-rule text-right ${isHeld ? "font-bold" : ""}`}>
              <th scope="row" className="reading py-1.5 text-left font-normal">
                E{ethanolPct}
              </th>
              <td className="reading py-1.5">{lambda.toFixed(2)}</td>
              <td className="py-1.5">{isHeld ? "as it should be" : lambda > 1 ? "lean" : "rich"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-[0.93rem] text-ink-2">{units.say(said)}</p>
    </section>
  );
}
