import { expect, test } from "vitest";
import { ApiError, type CapacityResults, type HazyNumber } from "../../api/client";
import { hazyText } from "../../words/numbers";
import { hazyToShown, toShown, unitOf } from "../../words/units";
import type { UnitWords } from "../../words/useUnits";
import { headlineOf, leadOf } from "./headline";

const number = (value: number, plusMinus: number): HazyNumber => ({ value, u: plusMinus / 2, plusMinus, parts: [] });

function words(current: "metric" | "us"): UnitWords {
  return {
    current,
    unit: (name) => unitOf(name, current),
    number: (metric, name) => toShown(metric, name, current).toPrecision(3),
    step: (metric) => metric.toString(),
    hazy: (n, name, most = 0) => hazyText(hazyToShown(n, name, current), ` ${unitOf(name, current)}`, most),
    plain: (metric, name, digits) => `${toShown(metric, name, current).toFixed(digits)} ${unitOf(name, current)}`,
  };
}

function results(point: object, remedies: object[] = []): CapacityResults {
  return {
    powerKw: number(210, 0),
    ethanolPct: number(85, 0),
    atPoint: {
      ethanolBinding: "lowPressurePump",
      binding: "injectors",
      maxEthanolPct: number(57, 6),
      maxPowerKw: number(182, 12),
      budget: [],
      remedies,
      ...point,
    },
  } as unknown as CapacityResults;
}

test("the sentence says how far it reaches and what is the limit, in the units of this browser", () => {
  const capped = results({ verdict: "capped" }, [{ ethanolPct: 50 }, { powerKw: 180 }]);
  expect(headlineOf(capped, null, words("metric"))).toBe(
    "At 210 kW this system carries up to E57\u00a0±\u00a06. The low-pressure pump is the limit.",
  );
  expect(headlineOf(capped, null, words("us"))).toMatch(/^At 282 hp this system/);
  // What to do is said in those units too.
  expect(leadOf(results({ verdict: "capped" }, [{ powerKw: 180 }]), words("us"))).toBe("Lower the power to 241 hp.");
  expect(leadOf(capped, words("metric"))).toBe("Cap the blend at E50, or take the other way below; both are reckoned through.");
});

test("what is carried names no limit it does not have, and what is doubtful asks for the check that helps", () => {
  expect(headlineOf(results({ verdict: "carried", maxEthanolPct: number(100, 0) }), null, words("metric"))).toBe(
    "At 210 kW this system carries E85.",
  );
  expect(leadOf(results({ verdict: "carried" }), words("metric"))).toBe(
    "On E85 it carries up to 182 ± 12 kW, limited by the injectors. All of the haze lies inside.",
  );
  const check = { label: "Base pressure", check: { text: "Tee a gauge into the low side.", plusMinusAfter: 3 } };
  expect(leadOf(results({ verdict: "doubtful", budget: [{ label: "Power" }, check] }), words("metric"))).toMatch(
    /Most helpful now: Tee a gauge into the low side\.$/,
  );
  expect(headlineOf(results({ verdict: "tooSmall", maxEthanolPct: null }), null, words("metric"))).toBe(
    "At 210 kW this system carries not even E0. The low-pressure pump is the limit.",
  );
});

test("nothing reckoned is said as what it is", () => {
  const metric = words("metric");
  expect(headlineOf(null, new ApiError(422, {}), metric)).toBe("One number does not fit yet.");
  expect(headlineOf(null, new TypeError("gone"), metric)).toBe("Nothing was reckoned.");
  expect(headlineOf(null, null, metric)).toBe("Reckoning.");
  expect(headlineOf({ ...results({}), atPoint: null, powerKw: null } as CapacityResults, null, metric)).toBe(
    "Which power is wanted?",
  );
  expect(headlineOf(results({ verdict: "notKnown" }), null, metric)).toBe("Nothing is known of what carries the fuel.");
});
