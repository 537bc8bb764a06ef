import { act, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { Columns } from "./Columns";

const tall: Readonly<Record<string, number>> = { left: 100, right: 700, first: 300, second: 250 };

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal("matchMedia", () => ({ matches: false, addEventListener: () => {}, removeEventListener: () => {} }));
  vi.spyOn(HTMLElement.prototype, "offsetHeight", "get").mockImplementation(function (this: HTMLElement) {
    return [...this.querySelectorAll("textarea")].reduce((sum, part) => sum + (tall[part.id] ?? 0), 0);
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

const part = (id: string) => <textarea id={id} aria-label={id} />;
const shown = () =>
  render(
    <Columns
      left={[[1, part("left")]]}
      right={[[2, part("right")]]}
      rest={[
        [3, part("first")],
        [4, part("second")],
      ]}
    />,
  );
const column = (id: string) =>
  [...(screen.getByLabelText(id).closest("[data-piece]")?.parentElement?.querySelectorAll("textarea") ?? [])].map((p) => p.id);

test("parts go where they leave the smaller hole, once the page is at rest", () => {
  shown();
  expect(column("right")).toEqual(["right", "first", "second"]);
  act(() => vi.advanceTimersByTime(1000));
  expect(column("left")).toEqual(["left", "first", "second"]);
});

test("a part somebody is in stays the very field it was, and stays there for good", () => {
  shown();
  const field = screen.getByLabelText("first");
  field.focus();
  fireEvent.change(field, { target: { value: "rust at" } });
  act(() => vi.advanceTimersByTime(1000));
  expect(screen.getByLabelText("first")).toBe(field);
  expect(document.activeElement).toBe(field);
  expect(column("left")).toEqual(["left", "second"]);
  field.blur();
  act(() => vi.advanceTimersByTime(1000));
  expect(screen.getByLabelText("first")).toBe(field);
});
