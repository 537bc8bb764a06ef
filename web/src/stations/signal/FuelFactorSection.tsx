import type { FuelFactor, Metering, SignalDocument } from "../../api/client";
import { ApiError } from "../../api/client";
import { useFuels } from "../../api/queries";
import { Trouble } from "../../shell/Trouble";
import { hazyText } from "../../words/numbers";
import { NumberField } from "./NumberField";

const schools: readonly { metering: Metering; name: string; how: string }[] = [
  {
    metering: "orifice",
    name: "Orifice at constant pressure",
    how: "flow follows the square root of density; the usual solenoid injector",
  },
  { metering: "mass", name: "Mass", how: "the controller corrects density by itself" },
  { metering: "volume", name: "Volume", how: "positive displacement" },
];

interface Props {
  document: SignalDocument;
  onChange: (document: SignalDocument) => void;
  factor: FuelFactor | null;
  hasReading: boolean;
  hasTemperature: boolean;
  /** What the program has against the inputs, or why it did not answer; null where nothing is wrong. */
  error: unknown;
  onRetry: () => void;
}

/** By how much the injectors must stay open longer, on the base blend that the mechanic is asked for. */
export function FuelFactorSection({ document, onChange, factor, hasReading, hasTemperature, error, onRetry }: Props) {
  const fuel = document.fuel ?? {};
  const base = typeof fuel.baseEthanolPct === "number" ? { value: fuel.baseEthanolPct } : fuel.baseEthanolPct;
  const baseValue = base?.value ?? null;
  const basePlusMinus = base && "plusMinus" in base ? (base.plusMinus ?? null) : null;
  const metering = fuel.metering ?? "orifice";
  const refused = error instanceof ApiError ? error : null;
  const setFuel = (change: Partial<NonNullable<SignalDocument["fuel"]>>) =>
    onChange({ ...document, fuel: { ...fuel, ...change } });
  const setBase = (value: number | null, plusMinus: number | null) =>
    setFuel({ baseEthanolPct: value === null ? undefined : plusMinus === null ? value : { value, plusMinus } });
  return (
    <section aria-labelledby="factor-title" className="mt-8">
      <h2 id="factor-title" className="text-[1.45rem] leading-tight font-bold">
        {headline(factor, baseValue, hasReading, error)}
      </h2>
      <p className="lead mt-1.5">{factor ? leadOf(factor) : waitingFor(hasReading)}</p>
      {error !== null && !(refused && Object.keys(refused.errors).length > 0) && (
        <div className="mt-3">
          <Trouble error={error} onRetry={onRetry} />
        </div>
      )}
      <div className="mt-4 grid gap-4 md:grid-cols-2">
        <div className="panel grid content-start gap-4">
          <h3 className="panel-title">The base map</h3>
          <div className="flex flex-wrap gap-x-6 gap-y-3">
            <NumberField
              label="Made on"
              prefix="E"
              placeholder="ask"
              value={baseValue}
              error={refused?.for("baseEthanolPct")}
              onChange={(value) => setBase(value, basePlusMinus)}
            />
            <NumberField
              label="Known to within"
              prefix="±"
              placeholder="exact"
              unit="points"
              value={basePlusMinus}
              onChange={(plusMinus) => setBase(baseValue, plusMinus)}
              error={baseValue === null && basePlusMinus !== null ? "Give the blend first." : undefined}
            />
          </div>
          <NumberField
            label="Fuel temperature it was made at"
            unit="°C"
            placeholder="leave out"
            value={typeof fuel.baseFuelTempC === "number" ? fuel.baseFuelTempC : (fuel.baseFuelTempC?.value ?? null)}
            error={refused?.for("baseFuelTempC")}
            hint={
              hasTemperature
                ? "Given, the fuel's warming since then is counted in."
                : "Needs a fuel temperature from the sensor to count."
            }
            onChange={(value) => setFuel({ baseFuelTempC: value ?? undefined })}
          />
        </div>
        <fieldset className="panel grid content-start gap-1">
          <legend className="panel-title float-left mb-1">How this controller meters</legend>
          {schools.map((school) => (
            <label key={school.metering} className="flex min-h-[44px] cursor-pointer items-start gap-3 py-1">
              <input
                type="radio"
                name="metering"
                className="radio radio-sm mt-1 border-edge"
                checked={metering === school.metering}
                onChange={() => setFuel({ metering: school.metering })}
              />
              <span className="min-w-0 grow">
                <span className={metering === school.metering ? "font-bold" : "font-medium"}>{school.name}</span>
                <span className="block text-[0.88rem] text-ink-3">{school.how}</span>
              </span>
              <span className="reading pt-0.5 text-[1.05rem] whitespace-nowrap">
                {factor ? `× ${factor.schools[school.metering].value.toFixed(3)}` : ""}
              </span>
            </label>
          ))}
        </fieldset>
      </div>
      {factor && (
        <ul className="mt-3 grid max-w-[58rem] gap-1.5 text-ink-2">
          {factor.findings.map((finding) => (
            <li
              key={finding.code}
              className={finding.code === "effectiveOpenTime" ? "font-semibold text-base-content" : undefined}
            >
              {finding.text}
            </li>
          ))}
        </ul>
      )}
      {factor && <Assumptions />}
    </section>
  );
}

function leadOf(factor: FuelFactor): string {
  const lean = (factor.leanRatio.value - 1) * 100;
  const haze = (100 * factor.factor.plusMinus) / factor.factor.value;
  const biggest = factor.budget[0];
  const worst =
    lean < 0.05
      ? ""
      : ` Should the fuel be at the high end of its haze, the engine runs ${lean.toFixed(1)} % lean; ${factor.cautiousFactor.value.toFixed(3)} covers that.`;
  return `The haze is worth ± ${haze.toFixed(1)} % of fuel${biggest ? `, most of it from: ${biggest.label.toLowerCase()}` : ""}.${worst}`;
}

function headline(factor: FuelFactor | null, base: number | null, hasReading: boolean, error: unknown): string {
  if (factor && base !== null) {
    return `Open ${hazyText(factor.factor, "", 2)} times as long as on E${base}.`;
  }
  if (!hasReading) {
    return "No fuel factor without a reading.";
  }
  if (base === null) {
    return "Fuel factor: which blend was the base map made on?";
  }
  return error === null ? "Reckoning the fuel factor." : "No fuel factor yet.";
}

function waitingFor(hasReading: boolean): string {
  return hasReading
    ? "Factors are relative to that blend, not to E0. Ask whoever made the map; a guess is worth several percent of fuel."
    : "It is reckoned from the reading above, and there is none.";
}

/** The figures behind the factor that nobody was asked for. */
function Assumptions() {
  const fuels = useFuels().data;
  return (
    fuels && (
      <p className="mt-2 max-w-[58rem] text-[0.9rem] text-ink-3">
        Reckoned with stoichiometric air-fuel ratios of {fuels.gasolineStoichAfr.toFixed(1)} and{" "}
        {fuels.ethanolStoichAfr.toFixed(1)} (by their elements gasoline has {fuels.gasolineStoichAfrByComposition.toFixed(2)},
        ethanol {fuels.ethanolStoichAfrByComposition.toFixed(2)}) and densities of {fuels.gasolineDensityKgM3At15C} and{" "}
        {fuels.ethanolDensityKgM3At15C} kg/m³ at 15 °C.
      </p>
    )
  );
}
