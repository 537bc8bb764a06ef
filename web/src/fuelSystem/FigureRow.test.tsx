import { fireEvent, screen, render as show } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeEach, expect, test, vi } from "vitest";
import type { Field, Unit } from "../api/client";
import { plainField } from "../fields/catalogue";
import { units } from "../shell/settings";
import { Place } from "../testServer";
import { FigureRow } from "./FigureRow";

beforeEach(() => units.set("metric"));

const render = (row: ReactNode) => show(row, { wrapper: Place });

const field = (label: string, quantity: Unit): Field => ({ ...plainField("fullLoad.fuelTempC", label), quantity });
const temperature = field("Fuel temperature", "celsius");
const typical = { words: null, value: 30, unit: "celsius", plusMinusPct: null, plusMinus: 15 } as const;

test("what is calculated with is said until it is given, and its field opens on demand", () => {
  const onChange = vi.fn();
  const { rerender } = render(<FigureRow field={temperature} value={null} used={typical} onChange={onChange} />);
  expect(screen.getByText("30 ± 15 °C")).toBeTruthy();
  expect(screen.queryByRole("textbox")).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Edit: Fuel temperature" }));
  fireEvent.change(screen.getByRole("textbox", { name: "Fuel temperature" }), { target: { value: "42" } });
  expect(onChange).toHaveBeenLastCalledWith(42);
  rerender(<FigureRow field={temperature} value={{ value: 42, plusMinus: 2 }} onChange={onChange} />);
  expect(screen.getByText("42 ± 2 °C")).toBeTruthy();
  expect(screen.getByRole("button", { name: "Edit: Fuel temperature" }).getAttribute("aria-expanded")).toBe("true");
});

test("in US units a temperature is shifted and its haze is not", () => {
  units.set("us");
  render(<FigureRow field={temperature} value={null} used={typical} onChange={() => {}} />);
  expect(screen.getByText("86 ± 27 °F")).toBeTruthy();
});

test("a figure the program refuses opens by itself, with the reason", () => {
  render(<FigureRow field={field("Injector duty at most", "percent")} value={120} error="Must be less." onChange={() => {}} />);
  expect(screen.getByRole("textbox", { name: "Injector duty at most" }).getAttribute("aria-invalid")).toBe("true");
  expect(screen.getByText("Must be less.")).toBeTruthy();
});

test("a share of the figure and words without a figure are said as they are", () => {
  const { rerender } = render(
    <FigureRow
      field={field("Fuel", "gPerKwh")}
      value={null}
      used={{ words: null, value: 290, unit: "gPerKwh", plusMinusPct: 8, plusMinus: null }}
      onChange={() => {}}
    />,
  );
  expect(screen.getByText("290 g/kWh ± 8 %")).toBeTruthy();
  rerender(
    <FigureRow
      field={field("Fuel", "none")}
      value={null}
      used={{ words: "a quarter of the tank", value: null, unit: undefined, plusMinusPct: null, plusMinus: null }}
      onChange={() => {}}
    />,
  );
  expect(screen.getByText("a quarter of the tank")).toBeTruthy();
  rerender(<FigureRow field={field("Fuel", "none")} value={null} onChange={() => {}} />);
  expect(screen.getByText("not needed here")).toBeTruthy();
});
