import { FigureList } from "../../fuelSystem/FigureList";
import type { StationWork } from "../../job/useStation";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { HeatingPlot } from "./HeatingPlot";
import { TemperatureLog } from "./TemperatureLog";
import type { CapacityPlan, CapacityResults } from "./types";
import { type Survey, useAskedHere } from "./useAskedHere";

interface Props {
  capacity: StationWork<CapacityPlan, CapacityResults>;
  survey: Survey;
}

/** The drive that heats the fuel most: how hot it gets, and how far from boiling it stays. */
export function DrivePanel({ capacity, survey }: Props) {
  const results = capacity.results;
  const standing = results ?? capacity.lastResults;
  const { figures, facts } = useAskedHere("Hot drive", survey.lastResults?.notAsked);
  const units = useUnits();
  const drive = results?.drive;
  return (
    <section className="panel" aria-labelledby="drive-title">
      <h2 id="drive-title" className="panel-title">
        Vapor check: the hottest drive
      </h2>
      {standing && !standing.drive && <p className="mt-1 text-ink-2">{said("capacity", "calculatedOnceKindFuel")}</p>}
      {drive && (
        <>
          {drive.headline && <p className="mt-1 text-[1.1rem] font-bold">{units.say(drive.headline)}</p>}
          {drive.judgedOn && <p className="mt-1">{units.say(drive.judgedOn)}</p>}
          <HeatingPlot drive={drive} />
          <dl className="mt-2 grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
            {drive.boilsInWords && (
              <>
                <dt>Chance of boiling on it</dt>
                <dd className="reading text-right font-bold">{drive.boilsInWords}</dd>
              </>
            )}
            <dt>To boiling at the pump's inlet</dt>
            <dd className="reading text-right font-bold">{units.hazy(drive.atInlet.marginK, "kelvinStep")}</dd>
            {drive.inReturn && (
              <>
                <dt>To boiling in the return</dt>
                <dd className="reading text-right font-bold">{units.hazy(drive.inReturn.marginK, "kelvinStep")}</dd>
              </>
            )}
            {drive.steadyC && (
              <>
                <dt>Where it would settle</dt>
                <dd className="reading text-right">{units.hazy(drive.steadyC, "celsius")}</dd>
              </>
            )}
          </dl>
          {(drive.remedies?.length ?? 0) > 0 && (
            <>
              <h3 className="mt-3 font-bold">What keeps it from boiling</h3>
              <ul className="divide-y divide-rule">
                {drive.remedies?.map(({ code, what, reach, needs, enough }) => (
                  <li key={code} className="py-2">
                    <p className="font-bold">{units.say(what)}</p>
                    <p className="text-[0.93rem] text-ink-2">
                      {units.say(reach)} {needs && units.say(needs)}
                      {!enough && <b> {said("capacity", "notEnoughItself")}</b>}
                    </p>
                  </li>
                ))}
              </ul>
            </>
          )}
        </>
      )}
      <div className="mt-3 border-t border-rule pt-1">
        <FigureList
          figures={[
            ...figures.map((field) => ({ field, station: capacity })),
            ...facts.map((field) => ({ field, station: survey })),
          ]}
          assumed={standing?.assumed ?? []}
        />
      </div>
      {standing?.drive && standing.ethanolPct && (
        <TemperatureLog
          plan={capacity.document}
          survey={survey}
          ethanolPct={standing.ethanolPct.value}
          bayHeatW={standing.drive.bayHeatW}
        />
      )}
    </section>
  );
}
