import { act, fireEvent, screen, render as show, waitFor } from "@testing-library/react";
import { type ReactNode, useState } from "react";
import { expect, test, vi } from "vitest";
import { units } from "../shell/settings";
import { Place, testServer } from "../testServer";
import { HazyField } from "./HazyField";
import { NumberField } from "./NumberField";
import { allRead } from "./pendingTyped";
import { useOnceRead } from "./useOnceRead";

const render = (field: ReactNode) => show(field, { wrapper: Place });

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

/** Reads a few texts as the program does. */
function program() {
  const read: Record<string, object> = {
    "43.5 psi": { value: 299.921942, unit: "kPa", shown: "299.92 kPa" },
    "300 ± 5": { value: 300, unit: "kPa", shown: "300 kPa", plusMinus: 5 },
    "14": {
      value: 14,
      unit: "kPa",
      shown: "14 kPa",
      doubt: { text: "14 kPa is unlikely here. Did you mean 14 psi?", meant: [{ text: "14 psi", value: 96.526602 }] },
    },
    "14 psi": { value: 96.526602, unit: "kPa", shown: "96.527 kPa" },
  };
  return testServer({
    "POST /api/parse": ({ body }) => {
      const { text } = body as { text: string };
      return read[text] ?? { status: 422, body: { errors: { text: [`“${text}” is not a number.`] } } };
    },
  });
}

test("a number in another unit is taken as the program understands it, and one that is none is refused in its words", async () => {
  units.set("metric");
  const asked = program();
  const onChange = vi.fn();
  render(
    <HazyField label="Base pressure" quantity="kpa" path="fuelSystem.basePressureKpa" value={undefined} onChange={onChange} />,
  );
  fireEvent.change(screen.getByLabelText("Base pressure"), { target: { value: "43.5 psi" } });
  await waitFor(() => expect(onChange).toHaveBeenLastCalledWith(299.921942));
  expect(screen.getByText("Understood as 299.92 kPa.")).toBeTruthy();
  expect(asked[0]?.body).toEqual({ field: "fuelSystem.basePressureKpa", system: "metric", text: "43.5 psi" });
  fireEvent.change(screen.getByLabelText("Base pressure"), { target: { value: "300 ± 5" } });
  await waitFor(() => expect(onChange).toHaveBeenLastCalledWith({ value: 300, plusMinus: 5 }));
  fireEvent.change(screen.getByLabelText("Base pressure"), { target: { value: "much" } });
  await screen.findByText("“much” is not a number.");
  expect(onChange).toHaveBeenCalledTimes(2);
});

test("where the program does not answer, a unit is not passed over in silence", async () => {
  testServer({});
  const onChange = vi.fn();
  render(<NumberField label="Base pressure" quantity="kpa" value={null} onChange={onChange} />);
  type("3 bar");
  await screen.findByText(/must be a number/);
  expect(onChange).not.toHaveBeenCalled();
});

/** A field that its page takes away, as a walk does that goes on. */
function Walk({ onValue }: { onValue: (value: number | null) => void }) {
  const [value, setValue] = useState<number | null>(250);
  const [isThere, setThere] = useState(true);
  onValue(value);
  return (
    <>
      {isThere && (
        <NumberField label="Base pressure" quantity="kpa" path="fuelSystem.basePressureKpa" value={value} onChange={setValue} />
      )}
      <button type="button" onClick={() => setThere(false)}>
        On
      </button>
    </>
  );
}

test.each([
  ["43.5 psi", "left by hand", 299.921942],
  ["43.5 psi", "taken away", 299.921942],
  ["43.5 pounds", "left by hand", 250],
  ["43.5 pounds", "taken away", 250],
])("%s, %s before it is read: never the number it began with", async (text, how, comesTo) => {
  units.set("metric");
  program();
  const onValue = vi.fn();
  render(<Walk onValue={onValue} />);
  for (let end = 1; end <= text.length; end++) {
    type(text.slice(0, end));
  }
  expect(onValue).toHaveBeenLastCalledWith(43.5);
  if (how === "taken away") {
    fireEvent.click(screen.getByRole("button", { name: "On" }));
  } else {
    fireEvent.blur(screen.getByRole("textbox"));
  }
  // Whoever saves waits for this.
  await act(allRead);
  expect(onValue).toHaveBeenLastCalledWith(comesTo);
});

function Form({ onSend }: { onSend: (value: number | null) => void }) {
  const [value, setValue] = useState<number | null>(null);
  const send = useOnceRead(() => onSend(value));
  return (
    <>
      <NumberField label="Base pressure" quantity="kpa" path="fuelSystem.basePressureKpa" value={value} onChange={setValue} />
      <button type="button" onClick={send}>
        Send
      </button>
    </>
  );
}

test("what is sent right after typing is sent as it reads, once", async () => {
  units.set("metric");
  program();
  const onSend = vi.fn();
  render(<Form onSend={onSend} />);
  type("43");
  type("43.5 psi");
  fireEvent.blur(screen.getByRole("textbox"));
  fireEvent.click(screen.getByRole("button", { name: "Send" }));
  await waitFor(() => expect(onSend).toHaveBeenCalled());
  expect(onSend.mock.calls).toEqual([[299.921942]]);
});

test("what is unlikely is asked about, and what was meant is a click away", async () => {
  units.set("metric");
  program();
  const onChange = vi.fn();
  render(<NumberField label="Boost" quantity="kpa" path="engine.boostKpa" value={null} onChange={onChange} />);
  type("14");
  expect(onChange).toHaveBeenLastCalledWith(14);
  fireEvent.click(await screen.findByRole("button", { name: "Boost: 14 psi" }));
  expect(onChange).toHaveBeenLastCalledWith(96.526602);
  expect((screen.getByRole("textbox") as HTMLInputElement).value).toBe("14 psi");
  await waitFor(() => expect(screen.queryByText(/unlikely/)).toBeNull());
});

test("switching units ten times changes no digit of what was typed", () => {
  units.set("us");
  const onChange = vi.fn();
  const field = (value: number | null) => <NumberField label="Tank" quantity="litres" value={value} onChange={onChange} />;
  const { rerender } = render(field(null));
  type("18");
  const litres = onChange.mock.lastCall?.[0] as number;
  rerender(field(litres));
  for (let i = 0; i < 10; i++) {
    act(() => units.set(i % 2 ? "us" : "metric"));
    expect((screen.getByRole("textbox") as HTMLInputElement).value).toBe(i % 2 ? "18" : "68.14");
  }
  expect(onChange).toHaveBeenCalledTimes(1);
});
