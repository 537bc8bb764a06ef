import { useId } from "react";
import { NumberField } from "../../fields/NumberField";
import { useJobContext } from "../../job/jobContext";
import type { SimulatorFault } from "../../live/useLive";
import { Findings } from "../../shell/Findings";
import { Verdict } from "../../shell/Verdict";
import { useUnits } from "../../words/useUnits";
import { LiveWave } from "./LiveWave";

const faults: readonly { fault: SimulatorFault; name: string }[] = [
  { fault: "none", name: "none: a sound sensor" },
  { fault: "noSupply", name: "no supply" },
  { fault: "noPullUp", name: "no pull-up" },
  { fault: "dropouts", name: "dropouts" },
  { fault: "missingPulses", name: "single missing pulses" },
  { fault: "glitches", name: "spikes" },
  { fault: "contaminated", name: "contaminated fuel" },
  { fault: "frozen", name: "stuck signal" },
  { fault: "inverted", name: "inverted" },
  { fault: "wandering", name: "wandering" },
  { fault: "wholePeriodWidth", name: "low for the whole period" },
];

/** The simulator sensor, live: what it sends is chosen on the left, what the wire says is read on the right. */
export function LivePanel() {
  const { live } = useJobContext();
  const units = useUnits();
  const id = useId();
  const { frame, settings, change } = live;
  const reading = frame?.capture.reading;
  return (
    <>
      <Verdict>{headline()}</Verdict>
      <p className="lead mt-1.5">
        A simulated sensor, read twenty times a second by the same rules. Nothing of it goes on the job: use it to see what a
        fault looks like before you look for one.
      </p>
      {live.state === "lost" && (
        <p role="alert" className="mt-3 border-l-4 border-base-content pl-3">
          <b>No connection.</b> The program does not answer; what is drawn is from before. Trying again.
        </p>
      )}
      <div className={live.state === "lost" ? "opacity-50" : ""}>
        {frame && <LiveWave capture={frame.capture} />}
        <div className="mt-4 grid items-start gap-4 md:grid-cols-2">
          <section className="panel grid gap-4" aria-labelledby="send-title">
            <h2 id="send-title" className="panel-title">
              What it sends
            </h2>
            <div className="grid gap-1">
              <label htmlFor={`${id}-blend`} className="label-text">
                Blend: <span className="reading">E{settings.ethanolPct.toFixed(0)}</span>
              </label>
              <input
                id={`${id}-blend`}
                type="range"
                min={0}
                max={100}
                step={1}
                className="range w-full text-base-content"
                value={settings.ethanolPct}
                onChange={(e) => change({ ethanolPct: Number(e.target.value) })}
              />
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
            </div>
            <div className="grid gap-1">
              <label htmlFor={`${id}-fault`} className="label-text">
                What is wrong with it
              </label>
              <select
                id={`${id}-fault`}
                className="field w-full"
                value={settings.fault}
                onChange={(e) => change({ fault: e.target.value as SimulatorFault })}
              >
                {faults.map(({ fault, name }) => (
                  <option key={fault} value={fault}>
                    {name}
                  </option>
                ))}
              </select>
            </div>
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
      return "The simulator cannot run like this.";
    }
    return frame ? units.say(frame.headline) : "Starting the simulator.";
  }

  function download(format: "vcd" | "csv"): string {
    const query = new URLSearchParams(
      Object.entries({ ...settings, durationS: 2 }).map(([name, value]) => [name, String(value)] as [string, string]),
    );
    return `/api/stand-in/sensor.${format}?${query}`;
  }
}
