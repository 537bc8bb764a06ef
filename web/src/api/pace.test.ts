import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { pace } from "./pace";

beforeEach(() => {
  vi.useFakeTimers();
});

afterEach(() => {
  vi.useRealTimers();
});

test.each([150, 40])("of a quick row of keys the first and the last are asked, no closer than %d ms", async (ms) => {
  const next = pace(ms);
  const asked: { key: number; at: number }[] = [];
  const began = performance.now();
  let before: AbortController | null = null;
  for (let key = 0; key < 10; key++) {
    before?.abort();
    const mine = new AbortController();
    before = mine;
    next(mine.signal).then(
      () => asked.push({ key, at: performance.now() - began }),
      (reason) => expect(reason).toBe(mine.signal.reason),
    );
    await vi.advanceTimersByTimeAsync(ms / 5);
  }
  await vi.advanceTimersByTimeAsync(2 * ms);
  expect(asked[0]).toEqual({ key: 0, at: 0 });
  expect(asked.at(-1)?.key).toBe(9);
  asked.slice(1).forEach(({ at }, i) => {
    expect(at - (asked[i]?.at ?? 0)).toBeGreaterThanOrEqual(ms);
  });
});

test("after a rest the next is asked at once, and what is called off is not counted", async () => {
  const next = pace(150);
  await next(new AbortController().signal);
  const off = new AbortController();
  const called = next(off.signal);
  off.abort();
  await expect(called).rejects.toBe(off.signal.reason);
  await expect(next(AbortSignal.abort())).rejects.toBeDefined();
  await vi.advanceTimersByTimeAsync(150);
  const at = performance.now();
  await next(new AbortController().signal);
  expect(performance.now()).toBe(at);
});
