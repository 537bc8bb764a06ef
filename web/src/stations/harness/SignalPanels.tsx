import { Fold } from "../../shell/Fold";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { Answers } from "./Answers";
import { Line } from "./SupplyPanels";
import type { HarnessStation } from "./types";

/** The pull-up, and what the wire makes of it. */
export function PullUpPanel({ harness }: { harness: HarnessStation }) {
  const units = useUnits();
  const signal = harness.lastResults?.signal;
  const { setDraft, document } = harness;
  const recommended = signal?.recommendedOhm;
  const to = signal?.recommendedTo === "supply" ? "the supply" : "the controller's 5 V";
  return (
    <section className="panel" aria-labelledby="pull-up-title">
      <h2 id="pull-up-title" className="panel-title">
        The pull-up
      </h2>
      <dl className="mt-2 grid gap-1">
        <Line what="The wire at rest" value={signal?.releasedV ? units.hazy(signal.releasedV, "volt", 2) : "not known"} />
        <Line what="The sensor pulls" value={signal?.sinkMa ? units.hazy(signal.sinkMa, "milliampere", 1) : "not known"} />
      </dl>
      {signal?.insideIsEnough && <p className="mt-3 border-t border-rule pt-3">{said("harness", "pullUpInsideEnough")}</p>}
      {recommended != null && !signal?.insideIsEnough && (
        <div className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-rule pt-3">
          <p className="min-w-0 flex-1 basis-[16rem]">
            Suits every input: <b className="reading">{ohmText(recommended)}</b> to {to}.
          </p>
          {(document.pullUpOhm !== recommended || (document.pullUpTo ?? "supply") !== signal?.recommendedTo) && (
            <button
              type="button"
              className="btn btn-outline no-print"
              onClick={() => setDraft({ ...document, pullUpOhm: recommended, pullUpTo: signal?.recommendedTo })}
            >
              Take {ohmText(recommended)}
            </button>
          )}
        </div>
      )}
      <Answers harness={harness} paths={["pullUpOhm", "pullUpTo"]} columns="grid-cols-1" />
      <Fold title="Wire and sensor">
        <Answers harness={harness} paths={["cableNf", "saturationV"]} columns="grid-cols-1" />
      </Fold>
    </section>
  );
}

/** What each input sees. */
export function InputsPanel({ harness }: { harness: HarnessStation }) {
  const units = useUnits();
  const inputs = harness.lastResults?.signal.inputs ?? [];
  return (
    <section className="panel" aria-labelledby="inputs-title">
      <h2 id="inputs-title" className="panel-title">
        What each input sees
      </h2>
      {inputs.length === 0 && <p className="mt-2 text-ink-2">{said("harness", "nothingUntilPullUp")}</p>}
      {inputs.map(({ name, sees, guessed }) => (
        <div key={name} className="mt-3 border-t border-rule pt-2 first-of-type:border-0 first-of-type:pt-0">
          <p className="font-bold">
            {name}
            {guessed && <span className="font-normal text-ink-3"> with the usual thresholds</span>}
          </p>
          <dl className="mt-1 grid gap-1">
            <Line what="Pulled, it stands at" value={units.hazy(sees.lowLevelV, "volt", 2)} />
            <Line what="Rises to 70 % in" value={sees.riseTimeUs ? units.hazy(sees.riseTimeUs, "microseconds", 1) : "never"} />
            <Line
              what="Most it gets, engine running"
              value={sees.inputOverVoltage == null ? "limit not known" : sees.inputOverVoltage ? "too much" : "borne"}
            />
          </dl>
          {sees.findings
            .filter((f) => f.severity !== "stop")
            .map((f) => (
              <p
                key={f.code}
                className={`mt-2 border-l-4 pl-3 ${f.severity === "info" ? "border-rule text-ink-2" : "border-base-content"}`}
              >
                {units.say(f)}
              </p>
            ))}
        </div>
      ))}
    </section>
  );
}

/** The inputs as they are known. */
export function InputFields({ harness }: { harness: HarnessStation }) {
  return (
    <section className="panel no-print mt-4" aria-labelledby="input-fields-title">
      <h2 id="input-fields-title" className="panel-title">
        Inputs on the signal wire
      </h2>
      <p className="mt-1 text-ink-2">{said("harness", "lookThemUpMakers")}</p>
      <Answers harness={harness} paths={["inputs"]} columns="grid-cols-1" />
    </section>
  );
}

/** A voltage that stands for ethanol: what to type into the controller, and what a broken wire reads. */
export function ConverterPanel({ harness }: { harness: HarnessStation }) {
  const units = useUnits();
  const converter = harness.lastResults?.signal.converter;
  if (!converter) {
    return null;
  }
  const { at0VPct, at5VPct } = converter;
  return (
    <section className="panel" aria-labelledby="converter-title">
      <h2 id="converter-title" className="panel-title">
        Behind the signal converter
      </h2>
      <dl className="mt-2 grid gap-1">
        <Line what="To type in for 0 V" value={units.hazy(at0VPct, "percent", 1)} />
        <Line what="To type in for 5 V, full scale" value={units.hazy(at5VPct, "percent", 1)} />
        <Line what="Broken wire, no volts" value={`reads ${units.hazy(converter.brokenReadsPct, "percent", 1)}`} />
        <Line what="Broken wire, input pulls up" value={`reads ${units.hazy(converter.brokenPulledUpReadsPct, "percent", 1)}`} />
      </dl>
      <p className="mt-2 text-ink-2">
        {converter.brokenIsSeen ? said("harness", "controllerCanTellBroken") : said("harness", "controllerCannotTellEvery")}
      </p>
    </section>
  );
}

/** Transducers and potentiometers wired at the same time. */
export function OtherSensorsPanel({ harness }: { harness: HarnessStation }) {
  const units = useUnits();
  const sensors = harness.lastResults?.sensors ?? [];
  return (
    <section className="panel mt-4" aria-labelledby="sensors-title">
      <h2 id="sensors-title" className="panel-title">
        Other sensors wired at the same time
      </h2>
      {sensors.map(({ name, findings, scaling, zeroOffsetV, gainErrorPct, travelV }, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a sensor is where it stands.
        <div key={i} className="mt-2">
          <p className="font-bold">{name}</p>
          <dl className="mt-1 grid gap-1">
            {scaling && <Line what="Right scaling, a volt" value={units.hazy(scaling.slope, "none", 2)} />}
            {scaling && <Line what="Right scaling, at 0 V" value={units.hazy(scaling.intercept, "none", 2)} />}
            {zeroOffsetV && <Line what="Offset" value={units.hazy(zeroOffsetV, "volt", 3)} />}
            {gainErrorPct && <Line what="Gain too steep by" value={units.hazy(gainErrorPct, "percent", 1)} />}
            {travelV && <Line what="Travel" value={units.hazy(travelV, "volt", 2)} />}
          </dl>
          {findings.map((f) => (
            <p
              key={f.code}
              className={`mt-1 border-l-4 pl-3 ${f.severity === "info" ? "border-rule text-ink-2" : "border-base-content"}`}
            >
              {units.say(f)}
            </p>
          ))}
        </div>
      ))}
      <Answers harness={harness} paths={["sensors"]} columns="grid-cols-1" />
    </section>
  );
}

/** A resistance as it is printed on a bag. */
export const ohmText = (ohm: number) => (ohm >= 1000 ? `${Number((ohm / 1000).toPrecision(3))} kΩ` : `${ohm} Ω`);
