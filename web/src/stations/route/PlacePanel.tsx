import type { HazyNumber } from "../../api/client";
import { useCatalogue } from "../../fields/catalogue";
import { Scrollable } from "../../shell/Scrollable";
import { Segment } from "../../shell/Segment";
import { useUnits } from "../../words/useUnits";
import { dropText, timeText } from "./lengths";
import type { LagTimes, PlacementOption, RouteStation } from "./types";

type School = PlacementOption["school"];

/** What the places are called. */
function useNames() {
  const field = useCatalogue("route")("place");
  const names = new Map(field.choices.map((c) => [c.name, c.label]));
  return (school: School) => names.get(school) ?? school;
}

interface Props {
  route: RouteStation;
  /** The place looked at; left out, the one chosen, else the one recommended. */
  looked: School | undefined;
}

/** The places a sensor could go, compared. */
export function PlacesCompared({ route, looked, onLook }: Props & { onLook: (school: School) => void }) {
  const nameOf = useNames();
  const placement = route.lastResults?.placement;
  if (!placement) {
    return null;
  }
  const { options, recommended } = placement;
  return (
    <section className="panel mt-4" aria-labelledby="place-title">
      <h2 id="place-title" className="panel-title">
        Places compared for this vehicle
      </h2>
      <Comparison options={options} recommended={recommended ?? null} chosen={route.document.place ?? null} nameOf={nameOf} />
      <div className="mt-4">
        <Segment
          label="Place to look at"
          choices={options.map((o) => ({ name: o.school, label: nameOf(o.school) }))}
          chosen={shownOf(route, looked)}
          onChoose={onLook}
        />
      </div>
    </section>
  );
}

/** One place in full. */
export function PlaceInFull({ route, looked }: Props) {
  const { document, setDraft, lastResults } = route;
  const nameOf = useNames();
  const option = lastResults?.placement?.options.find((o) => o.school === shownOf(route, looked));
  return option ? (
    <Detail
      option={option}
      name={nameOf(option.school)}
      isRecommended={option.school === lastResults?.placement?.recommended}
      isChosen={option.school === document.place}
      onChoose={() => setDraft({ ...document, place: option.school })}
    />
  ) : null;
}

const shownOf = (route: RouteStation, looked: School | undefined): School =>
  looked ?? route.document.place ?? route.lastResults?.placement?.recommended ?? "feed";

interface ComparisonProps {
  options: readonly PlacementOption[];
  recommended: PlacementOption["school"] | null;
  chosen: PlacementOption["school"] | null;
  nameOf: (school: PlacementOption["school"]) => string;
}

function Comparison({ options, recommended, chosen, nameOf }: ComparisonProps) {
  const units = useUnits();
  const drop = (kpa: HazyNumber | null | undefined) => (kpa ? dropText(kpa, units) : "not known");
  return (
    <Scrollable label="Places compared">
      <table className="mt-2 w-full text-[0.95rem]">
        <thead>
          <tr className="border-b border-rule text-left align-bottom">
            {["Place", "Pressure lost", "Tank to sensor, cruise", "Joints", "Goes back as it was"].map((title) => (
              <th key={title} scope="col" className="py-1.5 pr-4 font-semibold last:pr-0">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {options.map((o) => (
            <tr key={o.school} className="border-b border-rule align-top">
              <th scope="row" className="py-1.5 pr-4 text-left font-normal">
                <span className={o.school === chosen ? "font-bold" : ""}>{nameOf(o.school)}</span>
                {o.school === recommended && <span className="block text-[0.85rem] text-ink-2">recommended</span>}
                {o.school === chosen && <span className="block text-[0.85rem] font-bold">chosen</span>}
              </th>
              {o.possible ? (
                <>
                  <td className="reading whitespace-nowrap py-1.5 pr-4">{drop(o.pressureDropKpa)}</td>
                  <td className="reading whitespace-nowrap py-1.5 pr-4">
                    {o.lagS?.cruise ? timeText(o.lagS.cruise, units) : "not known"}
                  </td>
                  <td className="reading py-1.5 pr-4">{o.leakPoints}</td>
                  <td className="py-1.5">{o.reversible ? "yes" : "no"}</td>
                </>
              ) : (
                <td colSpan={4} className="py-1.5 text-ink-2">
                  {units.say(o.whySaid)}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </Scrollable>
  );
}

interface DetailProps {
  option: PlacementOption;
  name: string;
  isRecommended: boolean;
  isChosen: boolean;
  onChoose: () => void;
}

function Detail({ option, name, isRecommended, isChosen, onChoose }: DetailProps) {
  const units = useUnits();
  const { pressureDropKpa, sensorDropKpa, flowLph, jointKpa, pump } = option;
  return (
    <section className="panel" aria-labelledby="full-title">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 id="full-title" className="text-[1.15rem] font-bold">
          {name} {isRecommended && <span className="text-[0.9rem] font-normal text-ink-2">recommended</span>}
        </h2>
        {option.possible && (
          <button
            type="button"
            className={`btn no-print ${isRecommended ? "btn-primary" : "btn-outline"}`}
            disabled={isChosen}
            aria-label={isChosen ? `${name}: chosen` : `Put the sensor here: ${name}`}
            onClick={onChoose}
          >
            {isChosen ? "Chosen" : "Put it here"}
          </button>
        )}
      </div>
      <p className="mt-1 max-w-[46rem]">{units.say(option.whySaid)}</p>
      {option.possible && (
        <>
          <dl className="mt-3 grid gap-x-5 sm:grid-cols-[auto_1fr] sm:gap-y-1.5">
            <Row name="Pressure lost">
              {pressureDropKpa && flowLph
                ? `${dropText(pressureDropKpa, units)} at ${units.hazy(flowLph, "lph")}${sensorDropKpa ? `; the sensor alone ${dropText(sensorDropKpa, units)}` : ""}`
                : "not known: say power and pump at Survey"}
            </Row>
            {pump && (
              <Row name="Pump at full load">
                {units.hazy(pump.lph, "lph")} against {units.hazy(pump.kpa, "kpa")}
                {pump.use && `, used to ${units.hazy(pump.use.usePct, "percent")} ${units.say(pump.use.limit)}`}
              </Row>
            )}
            <Row name="Joints see">{jointKpa ? units.hazy(jointKpa, "kpa", option.inFeed ? 0 : 1) : "not known"}</Row>
            <Row name="From the tank to the sensor">
              <Times times={option.lagS} />
            </Row>
            <Row name="Until a fill has settled">
              <Times times={option.settledS} />
            </Row>
            <Row name={isBehind(option.toRailS) ? "The rail has it earlier by" : "From the sensor to the rail"}>
              <Times times={option.toRailS} />
            </Row>
            <Row name="Leak points">{option.leakPoints}</Row>
          </dl>
          <p className="mt-3 max-w-[46rem]">
            <b>The controller:</b> {units.say(option.controllerMustSaid)}
          </p>
          <p className="mt-2 max-w-[46rem]">
            <b>Around it:</b> {units.say(option.neighbourhoodSaid)}
          </p>
        </>
      )}
    </section>
  );
}

const isBehind = (times: LagTimes | null | undefined) =>
  (times?.idle ?? times?.cruise ?? times?.full)?.value !== undefined &&
  ((times?.idle ?? times?.cruise ?? times?.full)?.value ?? 0) < 0;

function Row({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="text-ink-2">{name}</dt>
      <dd className="reading mb-1.5 sm:mb-0">{children}</dd>
    </>
  );
}

function Times({ times }: { times: LagTimes | null | undefined }) {
  const units = useUnits();
  const at = (["idle", "cruise", "full"] as const).filter((k) => times?.[k]);
  const words = { idle: "at idle", cruise: "at a cruise", full: "at full load" };
  return at.length === 0
    ? "not known"
    : at.map((k) => (
        <span key={k} className="block">
          {timeText(times?.[k] as HazyNumber, units)} <span className="font-sans text-ink-2">{words[k]}</span>
        </span>
      ));
}
