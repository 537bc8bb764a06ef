import { expect, test } from "vitest";
import type { Capture, Reading } from "../../api/client";
import { hazyText } from "../../words/numbers";
import type { UnitWords } from "../../words/useUnits";
import { evidence, verdict as inUnits } from "./verdict";

const metric = { hazy: (n: Parameters<typeof hazyText>[0]) => hazyText(n, " °C", 0) } as unknown as UnitWords;
const verdict = (reading: Reading) => inUnits(reading, metric);

const number = (value: number, plusMinus: number) => ({ value, u: plusMinus / 2, plusMinus, parts: [] });
const reading = (signalStatus: Reading["signalStatus"], ethanol: number | null = 73.4, tempC: number | null = 31): Reading => ({
  ethanolPct: ethanol === null ? null : number(ethanol, 4.75),
  fuelTempC: tempC === null ? null : number(tempC, 0.01),
  signalStatus,
  temperatureStatus: tempC === null ? "invalid" : "ok",
  findings: [],
  budget: [],
});

test("every state has its verdict, with the number where there is one", () => {
  expect(verdict(reading("ok"))).toBe("The signal is real: E73 ± 5, fuel at 31 °C.");
  expect(verdict(reading("ok", 73.4, null))).toBe("The signal is real: E73 ± 5. The temperature is not.");
  expect(verdict({ ...reading("ok", 73.4, null), temperatureStatus: "absent" })).toBe("The signal is real: E73 ± 5.");
  expect(verdict(reading("clampedLow", 0))).toContain("taken as E0 ± 5");
  expect(verdict(reading("clampedHigh", 100))).toContain("taken as E100 ± 5");
  expect(verdict(reading("intermittent"))).toContain("breaks off");
  expect(verdict(reading("unsteady"))).toContain("wanders");
  for (const status of ["noSignal", "outOfRange", "contaminated"] as const) {
    expect(verdict(reading(status, null))).not.toMatch(/E\d/);
  }
});

test("the evidence names what is missing, and nothing that is not", () => {
  const capture = {
    channel: "a.sensor",
    durationS: 2,
    frequencyHz: number(123.4, 0.01),
    glitchesRejected: 0,
    missingPulses: 0,
    dropouts: 0,
  } as unknown as Capture;
  expect(evidence(capture)).toBe("123.40 ± 0.01 Hz over 2.00 s on a.sensor: no spikes, nothing missing.");
  expect(evidence({ ...capture, glitchesRejected: 1, dropouts: 2 })).toBe(
    "123.40 ± 0.01 Hz over 2.00 s on a.sensor: 1 spike, 2 gaps.",
  );
  expect(evidence({ ...capture, frequencyHz: null })).toBe("Recorded for 2.00 s on a.sensor.");
});
