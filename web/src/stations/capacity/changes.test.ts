import { expect, test } from "vitest";
import { changeOf, withoutChange, withPoint, withRemedy } from "./changes";
import type { CapacityPlan, Remedy } from "./types";

const remedy = (part: Partial<Remedy>) => ({ powerKw: null, ethanolPct: null, change: {}, ...part }) as Remedy;

test("a point that is moved keeps how well it was known, and what is not moved stays as it was", () => {
  const plan: CapacityPlan = { fullLoad: { powerKw: { value: 200, plusMinus: 5 }, ethanolPct: 60 } };
  const moved = withPoint(plan, { powerKw: 180, ethanolPct: 55 });
  expect(moved.fullLoad).toEqual({ powerKw: { value: 180, plusMinus: 5 }, ethanolPct: 55 });
  expect(withPoint(plan, { ethanolPct: 30 }).fullLoad).toEqual({ powerKw: { value: 200, plusMinus: 5 }, ethanolPct: 30 });
  expect(withPoint({}, { powerKw: 150 }).fullLoad).toEqual({ powerKw: 150 });
  expect(plan.fullLoad?.ethanolPct).toBe(60);
});

test("remedies that are taken one after the other stand together, and each is taken back by itself", () => {
  const taken = [
    remedy({ change: { ratedFlowCcMin: 550, pumpCount: null } as Remedy["change"] }),
    remedy({ change: { pumpCount: 2 } as Remedy["change"] }),
    remedy({ ethanolPct: 50 }),
  ].reduce(withRemedy, { fullLoad: { powerKw: 160 } } as CapacityPlan);
  expect(taken).toEqual({ fullLoad: { powerKw: 160, ethanolPct: 50 }, changes: { ratedFlowCcMin: 550, pumpCount: 2 } });
  expect(changeOf(taken, "pumpCount")).toEqual({ pumpCount: 2 });
  const left = withoutChange(taken, "pumpCount");
  expect(left.changes).toEqual({ ratedFlowCcMin: 550 });
  expect(withoutChange(left, "ratedFlowCcMin").changes).toEqual({});
  expect(withRemedy(left, remedy({ change: { pumpCount: 2 } as Remedy["change"] })).changes).toEqual(taken.changes);
});

test("a share of ports goes with the ports that are added for it", () => {
  const plan = { changes: { addedPorts: { count: 4, ratedFlowCcMin: 300 }, portSharePct: 30, pumpCount: 2 } } as CapacityPlan;
  expect(changeOf(plan, "addedPorts")).toEqual({ addedPorts: { count: 4, ratedFlowCcMin: 300 }, portSharePct: 30 });
  expect(withoutChange(plan, "addedPorts").changes).toEqual({ pumpCount: 2 });
  expect(withoutChange(plan, "portSharePct").changes).toEqual({
    addedPorts: { count: 4, ratedFlowCcMin: 300 },
    pumpCount: 2,
  });
});
