import { Labelled } from "../../fields/Labelled";
import { NumberField } from "../../fields/NumberField";
import { SelectField } from "../../fields/SelectField";
import { useJobContext } from "../../job/jobContext";
import type { SimulatorFault } from "../../live/useLive";
import { Findings } from "../../shell/Findings";
import { Verdict } from "../../shell/Verdict";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { LiveWave } from "./LiveWave";

const faults: readonly { name: SimulatorFault; label: string }[] = [
  { name: "none", label: "none: a sound sensor" },
  { name: "noSupply", label: "no supply" },
  { name: "noPullUp", label: "no pull-up" },
  { name: "dropouts", label: "dropouts" },
  { name: "missingPulses", label: "single missing pulses" },
  { name: "glitches", label: "spikes" },
  { name: "contaminated", label: "contaminated fuel" },
  { name: "frozen", label: "stuck signal" },
  { name: "inverted", label: "inverted" },
  { name: "wandering", label: "wandering" },
  { name: "wholePeriodWidth", label: "low for the whole period" },
];

/** The simulator sensor, live: what it sends is chosen on the left, what the wire says is read on the right. */
export function LivePanel() {
  const { live } = useJobContext();
  const units = useUnits();
  const { frame, settings, change } = live;
  const reading = frame?.capture.reading;
  return (
    <>
      <Verdict>{headline()}</Verdict>
      <p className="lead mt-1.5">{said("signal", "simulatedSensorReadTwenty")}</p>
      {live.state === "lost" && (
        <p role="alert" className="mt-3 border-l-4 border-base-content pl-3">
          <b>No connection.</b> {said("signal", "programDoesNotAnswer")}
        </p>
      )}
      <div className={live.state === "lost" ? "opacity-50" : ""}>
        {frame && <LiveWave capture={frame.capture} />}
        <div className="mt-4 grid items-start gap-4 md:grid-cols-2">
          <section className="panel grid gap-4" aria-labelledby="send-title">
            <h2 id="send-title" className="panel-title">
              What it sends
            </h2>
            <Labelled
              label={
                <>
                  Blend: <span className="reading">E{settings.ethanolPct.toFixed(0)}</span>
                </>
              }
            >
              {(labels) => (
                <input
                  {...labels}
                  type="range"
                  min={0}
                  max={100}
                  step={1}
                  className="range w-full text-base-content"
                  value={settings.ethanolPct}
                  onChange={(e) => change({ ethanolPct: Number(e.target.value) })}
                />
              )}
            </Labelled>
            <div className="flex flex-wrap gap-2">
              {[0, 10, 30, 50, 85, 98].map((pct) => (
                <button
                  key={pct}
                  type="button"
                  className="btn btn-outline min-w-[56px] px-2"
                  onClick={() => change({ ethanolPct: pct })}
                >
                  E{pct}
                </button>
              ))}
            </div>
            <SelectField
              label="What is wrong with it"
              width="w-full"
              value={settings.fault}
              choices={faults}
              onChange={(fault) => change({ fault })}
            />
            <div className="flex flex-wrap gap-x-6 gap-y-3">
              <NumberField
                label="Fuel temperature"
                quantity="celsius"
                value={settings.fuelTempC}
                onChange={(value) => change({ fuelTempC: value ?? 25 })}
              />
              <NumberField
                label="Noise of the edges"
                unit="µs"
                placeholder="0"
                value={settings.noiseUs || null}
                onChange={(value) => change({ noiseUs: value ?? 0 })}
              />
            </div>
            {live.refusal && (
              <p role="alert" className="text-stop">
                {live.refusal}
              </p>
            )}
            <div className="flex flex-wrap gap-3">
              <button type="button" className="btn btn-primary" onClick={live.stop}>
                Stop the simulator
              </button>
              <a className="btn btn-outline" href={download("vcd")} download>
                As VCD
              </a>
              <a className="btn btn-outline" href={download("csv")} download>
                As CSV
              </a>
            </div>
          </section>
          <section className="panel" aria-labelledby="said-title">
            <h2 id="said-title" className="panel-title">
              What the wire says
            </h2>
            {reading?.findings.some((f) => f.severity !== "info") ? (
              <Findings findings={reading.findings} />
            ) : (
              <p className="mt-3 text-ink-2">{reading?.findings[0] ? units.say(reading.findings[0]) : "Nothing yet."}</p>
            )}
          </section>
        </div>
      </div>
    </>
  );

  function headline(): string {
    if (live.state === "refused") {
      return said("signal", "simulatorCannotRunLike");
    }
    return frame ? units.say(frame.headline) : said("signal", "startingSimulator");
  }

  function download(format: "vcd" | "csv"): string {
    const query = new URLSearchParams(
      Object.entries({ ...settings, durationS: 2 }).map(([name, value]) => [name, String(value)] as [string, string]),
    );
    return `/api/stand-in/sensor.${format}?${query}`;
  }
}
