import type { Capture, Reading } from "../../api/client";
import { hazyText } from "../../words/numbers";
import type { UnitWords } from "../../words/useUnits";

/** The headline of the Signal station: what the signal is worth, with its numbers. */
export function verdict(reading: Reading, units: UnitWords): string {
  const ethanol = reading.ethanolPct ? `E${hazyText(reading.ethanolPct)}` : "no reading";
  switch (reading.signalStatus) {
    case "noSignal":
      return "There is no signal.";
    case "outOfRange":
      return "This is not what the sensor sends.";
    case "contaminated":
      return "The sensor cannot judge this fuel.";
    case "clampedLow":
      return `A little under E0: taken as ${ethanol}.`;
    case "clampedHigh":
      return `A little over E100: taken as ${ethanol}.`;
    case "intermittent":
      return `The signal breaks off. ${ethanol} while it lasts.`;
    case "unsteady":
      return `The reading wanders: ${ethanol}.`;
    default:
      return real(reading, ethanol, units);
  }
}

function real(reading: Reading, ethanol: string, units: UnitWords): string {
  if (reading.fuelTempC) {
    return `The signal is real: ${ethanol}, fuel at ${units.hazy(reading.fuelTempC, "celsius")}.`;
  }
  return reading.temperatureStatus === "absent"
    ? `The signal is real: ${ethanol}.`
    : `The signal is real: ${ethanol}. The temperature is not.`;
}

/** What the recording shows, in one sentence. */
export function evidence(capture: Capture): string {
  const frequency = capture.frequencyHz ? `${hazyText(capture.frequencyHz, " Hz", 2)} ` : "";
  const faults = [
    count(capture.glitchesRejected, "spike", "spikes"),
    count(capture.missingPulses, "missing pulse", "missing pulses"),
    count(capture.dropouts, "gap", "gaps"),
  ].filter((fault) => fault !== null);
  const clean = faults.length === 0 && capture.frequencyHz ? "no spikes, nothing missing" : faults.join(", ");
  const where = `${capture.durationS.toFixed(2)} s on ${capture.channel}`;
  return `${frequency ? `${frequency}over` : "Recorded for"} ${where}${clean ? `: ${clean}` : ""}.`;
}

function count(n: number, one: string, many: string): string | null {
  return n === 0 ? null : `${n} ${n === 1 ? one : many}`;
}
