import { render, screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { FaceDrawing } from "./FaceDrawing";
import type { ConnectorDrawing, HarnessResults, PlannedWire } from "./types";
import { WiringDiagram } from "./WiringDiagram";

type Role = PlannedWire["wire"]["role"];

type Box = PlannedWire["wire"]["box"];

const wire = (number: number, role: Role, from: string, to: string, box?: Box, note?: PlannedWire["note"]): PlannedWire => ({
  number,
  wire: { id: `${role}-${number}`, role, from, to, user: box ? "converter" : undefined, box, isMain: role === "signal" },
  cutM: null,
  areaMm2: 0.5,
  areaAssumed: true,
  note: note ?? null,
  seated: null,
  findings: [],
});

const box = (terminal: string, isFarEnd: boolean, goesOn = false): Box => ({ name: "Converter", terminal, isFarEnd, goesOn });

const wires = [
  wire(1, "supply", "Switched fuse: F17", "Sensor, supply"),
  wire(2, "ground", "Sensor, ground", "Body, bare metal"),
  wire(3, "signal", "Sensor, signal", "Converter, sensor input", box("sensor input", true)),
  wire(4, "supply", "Switched fuse: F17", "Converter, supply", box("supply", true)),
  wire(5, "ground", "Converter, ground", "Body, bare metal", box("ground", false)),
  wire(6, "voltage", "Converter, output", "ECU, analog input", box("output", false, true), {
    wire: "voltage-6",
    pin: 40,
    connector: "Main",
  }),
];

test("the diagram has every wire once, by its number, and ends where the list says", () => {
  const results = { wires: { list: wires }, supply: { fuseToTakeA: 2 } } as unknown as HarnessResults;
  render(<WiringDiagram results={results} plan={{ supply: "switchedFuse", pullUpOhm: 2400 }} />);
  const drawing = screen.getByRole("img", { name: /^Wiring diagram: 1, Switched fuse: F17 to Sensor, supply; / });
  for (const { number } of wires) {
    expect(within(drawing).getAllByText(String(number))).toHaveLength(1);
  }
  for (const text of [
    "Converter",
    "sensor input",
    "output",
    "ECU, analog input, Main pin 40",
    "2 A",
    "2.4 kΩ",
    "Switched fuse: F17",
  ]) {
    expect(within(drawing).getByText(text)).toBeTruthy();
  }
  // The box of the converter names its own end of each wire, not the far one.
  expect(within(drawing).getAllByText("ground")).toHaveLength(2);
  expect(within(drawing).getAllByText("Body, bare metal")).toHaveLength(1);
});

test("a face shows the numbers at its corners as one looks at it, and the pins that matter", () => {
  const words = { template: "Pin 6 is number 3 counted from 8.", values: {}, text: "Pin 6 is number 3 counted from 8." };
  const face: ConnectorDrawing = {
    name: "Plug",
    view: "wire",
    mirrored: true,
    rows: [
      [8, 7, 6, 5, 4, 3, 2, 1],
      [12, 11, 10, 9],
    ],
    pins: [{ pin: 6, what: "6: bus high", row: 1, column: 3, words, gaveWay: false }],
  };
  render(<FaceDrawing face={face} />);
  const drawing = screen.getByRole("img", { name: "Plug from the wire side: Pin 6 is number 3 counted from 8." });
  const shown = within(drawing).getAllByText(/^\d+$/);
  expect(shown.map((t) => t.textContent)).toEqual(["8", "6", "1", "12", "9"]);
  // From the left, and a shorter row stands in the middle.
  const x = shown.map((t) => Number(t.getAttribute("x")));
  expect(x[0]).toBeLessThan(x[1] ?? 0);
  expect((x[3] ?? 0) - (x[0] ?? 0)).toBe((x[2] ?? 0) - (x[4] ?? 0));
});
