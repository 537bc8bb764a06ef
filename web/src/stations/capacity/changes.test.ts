import { expect, test } from "vitest";
import type { Remedy } from "../../api/client";
import type { UnitWords } from "../../words/useUnits";
import { plannedWords, remedyWords, withoutChange, withPoint, withRemedy } from "./changes";

const units = {
  plain: (metric: number, name: string, digits: number) => `${metric.toFixed(digits)} ${name}`,
} as unknown as UnitWords;
const nothing = { baseRiseKpa: null, ratedFlowCcMin: null, pumpCount: null, addedPorts: null, portSharePct: null };
const remedy = (change: object, rest: object = {}) =>
  ({ code: "x", powerKw: null, ethanolPct: null, change: { ...nothing, ...change }, ...rest }) as unknown as Remedy;

test("two remedies that are taken work together, and one that is taken back leaves the other", () => {
  const larger = withRemedy({ fullLoad: { powerKw: 200 } }, remedy({ ratedFlowCcMin: 620 }));
  const both = withRemedy(larger, remedy({ pumpCount: 2 }));
  expect(both.fullLoad?.powerKw).toBe(200);
  expect(plannedWords(both.changes, units).map((w) => w.text)).toEqual(["Injectors of 620 ccPerMin", "2 pumps side by side"]);
  expect(plannedWords(withoutChange(both, "ratedFlowCcMin").changes, units).map((w) => w.key)).toEqual(["pumpCount"]);
});

test("a cap or less power changes what is wanted and plans nothing", () => {
  const capped = withRemedy({}, remedy({}, { ethanolPct: 45 }));
  expect(capped.fullLoad).toEqual({ ethanolPct: 45 });
  expect(plannedWords(capped.changes, units)).toEqual([]);
  expect(remedyWords(remedy({}, { ethanolPct: 45 }), units)).toBe("Cap the blend at E45");
  expect(remedyWords(remedy({}, { powerKw: 139 }), units)).toBe("Lower the power to 139 kw");
});

test("ports that are taken back take their share with them", () => {
  const added = withRemedy({}, remedy({ addedPorts: { count: 4, ratedFlowCcMin: 130 }, portSharePct: 20 }));
  expect(remedyWords(remedy({ addedPorts: { count: 4, ratedFlowCcMin: 130 }, portSharePct: 20 }), units)).toBe(
    "4 injectors of 130 ccPerMin added in the ports, 20 % of the fuel through the ports",
  );
  expect(withoutChange(added, "addedPorts").changes).toEqual({});
});

test("moving the point keeps how well power and blend are known", () => {
  const moved = withPoint(
    { fullLoad: { powerKw: { value: 150, plusMinus: 5 }, ethanolPct: 85 } },
    { powerKw: 160, ethanolPct: 60 },
  );
  expect(moved.fullLoad).toEqual({ powerKw: { value: 160, plusMinus: 5 }, ethanolPct: 60 });
});
