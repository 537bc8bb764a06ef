import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, expect, test, vi } from "vitest";
import { units } from "../shell/settings";
import { NumberField } from "./NumberField";

afterEach(cleanup);

/** A field whose value someone else may change too. */
function Held() {
  const [value, setValue] = useState<number | null>(1);
  return (
    <>
      <NumberField label="Good to" value={value} onChange={setValue} error={value === 140 ? "Too large." : undefined} />
      <button type="button" onClick={() => setValue(7)}>
        Other
      </button>
    </>
  );
}

function type(text: string) {
  fireEvent.change(screen.getByRole("textbox"), { target: { value: text } });
}

test("point and comma both part the decimals, an empty field is no number", () => {
  const onChange = vi.fn();
  render(<NumberField label="Made on" value={10} onChange={onChange} />);
  type("9,5");
  expect(onChange).toHaveBeenLastCalledWith(9.5);
  type(" 12.25 ");
  expect(onChange).toHaveBeenLastCalledWith(12.25);
  type("");
  expect(onChange).toHaveBeenLastCalledWith(null);
});

test("what is no number is said beside the field and goes no further", () => {
  const onChange = vi.fn();
  render(<NumberField label="Made on" value={10} onChange={onChange} />);
  type("E85");
  const field = screen.getByRole("textbox", { name: "Made on" });
  expect(field.getAttribute("aria-invalid")).toBe("true");
  expect(document.getElementById(field.getAttribute("aria-describedby") ?? "")?.textContent).toMatch(/must be a number/);
  expect(onChange).not.toHaveBeenCalled();
});

test("what the program has against a value stands beside it, a number half typed is left alone, another one is taken over", () => {
  render(<Held />);
  type("140");
  expect(screen.getByText("Too large.")).toBeTruthy();
  type("3.");
  expect((screen.getByRole("textbox") as HTMLInputElement).value).toBe("3.");
  fireEvent.click(screen.getByRole("button"));
  expect((screen.getByRole("textbox") as HTMLInputElement).value).toBe("7");
});

test("a temperature is typed and shown in the units of this browser, and kept in metric", () => {
  const onChange = vi.fn();
  units.set("us");
  const { rerender } = render(<NumberField label="Fuel" quantity="celsius" value={20} onChange={onChange} />);
  expect((screen.getByLabelText("Fuel") as HTMLInputElement).value).toBe("68");
  fireEvent.change(screen.getByLabelText("Fuel"), { target: { value: "77" } });
  expect(onChange).toHaveBeenLastCalledWith(25);
  act(() => units.set("metric"));
  rerender(<NumberField label="Fuel" quantity="celsius" value={25} onChange={onChange} />);
  expect((screen.getByLabelText("Fuel") as HTMLInputElement).value).toBe("25");
});
