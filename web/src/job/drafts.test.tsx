import { act, renderHook } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import { unknownTag, useDrafts } from "./drafts";

const slugs = ["survey", "signal"];

afterEach(() => {
  localStorage.clear();
  vi.restoreAllMocks();
});

test("a draft outlives a reload, belongs to one job and one station, and is gone once it is dropped", () => {
  const { result } = renderHook(() => useDrafts("a", slugs));
  act(() => result.current.keep("survey", { etag: '"3"', inputs: { notes: "typed" } }));
  const reloaded = renderHook(() => useDrafts("a", slugs)).result;
  expect(reloaded.current.drafts).toEqual({ survey: { etag: '"3"', inputs: { notes: "typed" } } });
  expect(renderHook(() => useDrafts("b", slugs)).result.current.drafts).toEqual({});
  act(() => reloaded.current.keep("survey", null));
  expect(renderHook(() => useDrafts("a", slugs)).result.current.drafts).toEqual({});
});

test("a draft of an older page, without a tag, is kept and can only be saved after a look at what stands there", () => {
  localStorage.setItem("hazy-gauge.draft.a", JSON.stringify({ meter: { frequencyHz: 123.4 } }));
  const { result } = renderHook(() => useDrafts("a", slugs));
  expect(result.current.drafts.signal).toEqual({ etag: unknownTag, inputs: { meter: { frequencyHz: 123.4 } } });
});

test("what is no draft is none, and a browser that keeps nothing still holds what is typed", () => {
  localStorage.setItem("hazy-gauge.draft.a", "{ half");
  localStorage.setItem("hazy-gauge.draft.a.survey", "null");
  const { result } = renderHook(() => useDrafts("a", slugs));
  expect(result.current.drafts).toEqual({});
  vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
    throw new DOMException("full", "QuotaExceededError");
  });
  act(() => result.current.keep("signal", { etag: '"1"', inputs: { meter: {} } }));
  expect(result.current.drafts.signal?.etag).toBe('"1"');
});
