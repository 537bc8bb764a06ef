import { useUnits } from "../../words/useUnits";
import type { CompensateResults } from "./types";

interface Props {
  stretched: NonNullable<CompensateResults["stretched"]>;
  said: CompensateResults["stretchedSaid"];
}

/** What a box that stretches whole pulses does to short and to long ones. */
export function StretchedPanel({ stretched, said }: Props) {
  const units = useUnits();
  return (
    <section className="panel" aria-labelledby="stretched-title">
      <h2 id="stretched-title" className="panel-title">
        What stretching whole pulses does
      </h2>
      <table className="mt-2 w-full">
        <thead>
          <tr className="border-b border-rule text-right">
            <th scope="col" className="py-1.5 text-left font-semibold">
              Pulse on the map's fuel
            </th>
            <th scope="col" className="py-1.5 font-semibold">
              Too rich by
            </th>
          </tr>
        </thead>
        <tbody>
          {stretched.map(({ pulseMs, errorPct }) => (
            <tr key={pulseMs} className="border-b border-rule text-right">
              <th scope="row" className="reading py-1.5 text-left font-normal">
                {pulseMs.toFixed(1)} ms
              </th>
              <td className="reading py-1.5">{units.hazy(errorPct, "percent", 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-[0.93rem] text-ink-2">{units.say(said)}</p>
    </section>
  );
}
