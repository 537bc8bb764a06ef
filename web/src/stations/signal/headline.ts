import { ApiError, type Reading } from "../../api/client";
import type { SignalWork } from "../../job/useSignalWork";
import type { UnitWords } from "../../words/useUnits";
import { evidence, verdict } from "./verdict";

/** The page's one headline. */
export function headlineOf(signal: SignalWork, onMeter: boolean, units: UnitWords): string {
  const { document, reading, stale, capture, preview } = signal;
  if (document.capture && capture.error) {
    return "The capture cannot be read this way.";
  }
  if (reading && !stale) {
    return verdict(reading, units);
  }
  if (document.capture) {
    return "Reading the capture.";
  }
  if (onMeter) {
    return preview.error instanceof ApiError
      ? "These readings cannot be right."
      : signal.rests
        ? "Reckoning."
        : "What does the meter show?";
  }
  return "No signal on this job yet.";
}

/** Why, and what to do next. */
export function leadOf(signal: SignalWork, onMeter: boolean): string {
  const { document, shown, stale, reading, capture } = signal;
  if (document.capture) {
    if (stale) {
      return capture.error ? "The reason stands below. What is drawn is the reading from before that change." : "";
    }
    return shown && reading ? `${evidence(shown)} ${adviceOf(reading)}` : "";
  }
  if (onMeter) {
    return reading ? `Read with a meter. ${adviceOf(reading)}` : meterLead;
  }
  return emptyLead;
}

const meterLead =
  "Set the meter to Hz, black lead to the sensor's ground, red lead to the signal wire, key on. The frequency alone gives the blend; a meter that shows pulse width gives the fuel temperature too. Keep leads away from ignition parts and anything that turns; the maker's manual has the pin.";

const emptyLead =
  "Clip a logic analyser to the signal wire and its ground, record two seconds or more with the key on, and export the recording. Keep probe leads away from ignition parts and anything that turns; the maker's manual has the pin.";

// While something has to stop the work, sharpening the number is beside the point.
function adviceOf(reading: Reading): string {
  const largest = reading.budget[0];
  if (!largest?.check || reading.findings.some((f) => f.severity === "stop")) {
    return "";
  }
  const share = largest.sharePct > 90 ? "Nearly all" : largest.sharePct > 50 ? "Most" : "Much";
  const after = largest.check.plusMinusAfter;
  return `${share} of the doubt is: ${largest.label.toLowerCase()}. ${largest.check.text} That alone brings it down to ± ${after.toFixed(after < 0.95 ? 1 : 0)}.`;
}
