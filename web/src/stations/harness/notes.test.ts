import { describe, expect, it } from "vitest";
import { noteOf, notePath, withConnectors, withNote } from "./notes";
import type { HarnessPlan } from "./types";

const plan: HarnessPlan = {
  wires: [
    { wire: "signal-a", pin: 47, connector: "Main" },
    { wire: "supply-sensor", lengthM: 2 },
  ],
  displaced: [{ was: "lambda sensor", connector: "Main", pin: 47 }],
  connectors: [{ name: "Main" }],
};

describe("what is known of a wire", () => {
  it("is kept with its wire, and gone where nothing is left of it", () => {
    const longer = withNote(plan, "signal-a", { lengthM: 3 });
    expect(noteOf(longer, "signal-a")).toEqual({ wire: "signal-a", pin: 47, connector: "Main", lengthM: 3 });
    expect(longer.wires).toHaveLength(2);
    expect(notePath(longer, "signal-a", "lengthM")).toBe("wires[1].lengthM");
    expect(withNote(plan, "supply-sensor", { lengthM: undefined }).wires).toEqual([plan.wires?.[0]]);
    expect(withNote({}, "ground-sensor", { tugged: true }).wires).toEqual([{ wire: "ground-sensor", tugged: true }]);
    expect(withNote({ wires: [{ wire: "x", pin: 1 }] }, "x", { pin: undefined }).wires).toBeUndefined();
    expect(noteOf(plan, "unknown")).toEqual({ wire: "unknown" });
  });

  it("follows its connector when that gets another name, letter by letter or out of nothing", () => {
    const named = (names: string[]) => names.map((name) => ({ name }));
    const where = (of: HarnessPlan) => [of.wires?.[0]?.connector, of.displaced?.[0]?.connector];
    expect(where(withConnectors(plan, named(["Main 1"])))).toEqual(["Main 1", "Main 1"]);

    // The field was emptied first: then the connector is not there, and comes again under its new name.
    const none = withConnectors(plan, undefined);
    expect(where(none)).toEqual(["Main", "Main"]);
    expect(where(withConnectors(none, named(["E"])))).toEqual(["E", "E"]);

    // Of two the other one may change without anything following it, and which is meant of two new ones nobody can say.
    const two = withConnectors(plan, named(["Main", "Gateway"]));
    expect(where(withConnectors(two, named(["Main", "Gate"])))).toEqual(["Main", "Main"]);
    expect(where(withConnectors(two, named(["Engine", "Gateway"])))).toEqual(["Engine", "Engine"]);
    expect(where(withConnectors(none, named(["A", "B"])))).toEqual(["Main", "Main"]);
    expect(withConnectors(plan, named(["Main 1"])).wires?.[1]).toEqual(plan.wires?.[1]);
  });
});
