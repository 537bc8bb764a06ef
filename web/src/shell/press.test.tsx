import { fireEvent } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import { keepPresses, letGo } from "./press";

const mouse = { isPrimary: true, button: 0, pointerId: 1, pointerType: "mouse", clientX: 10, clientY: 10 };
let pressed: string[];

function shown() {
  const page = document.body.appendChild(document.createElement("main"));
  keepPresses(page);
  pressed = [];
  for (const name of ["On", "Back"]) {
    const button = page.appendChild(document.createElement("button"));
    button.append(document.createElement("b"));
    button.addEventListener("click", () => pressed.push(name));
  }
  const [on, back] = [...page.querySelectorAll("button")] as [HTMLButtonElement, HTMLButtonElement];
  return { page, on, back };
}
const soon = (ms = 0) => new Promise((done) => setTimeout(done, ms + 5));
afterEach(() => document.body.replaceChildren());

test("a press whose control moved away counts for it, once, and one that was clicked is not clicked again", async () => {
  const { page, on } = shown();
  fireEvent.pointerDown(on.firstElementChild as Element, mouse);
  // It moved: the browser clicks what both have in common.
  fireEvent.pointerUp(page, mouse);
  fireEvent.click(page);
  await soon();
  expect(pressed).toEqual(["On"]);
  fireEvent.pointerDown(on, mouse);
  fireEvent.pointerUp(on, mouse);
  fireEvent.click(on);
  await soon();
  expect(pressed).toEqual(["On", "On"]);
});

test.each([
  ["dragged away", { clientX: 30 }, {}, 0],
  ["held long", {}, {}, 2100],
  ["by finger", {}, { pointerType: "touch" }, 0],
  ["with the other button", {}, { button: 2 }, 0],
])("what is %s is no press that has to be kept", async (_, move, kind, ms) => {
  const { page, on } = shown();
  fireEvent.pointerDown(on, { ...mouse, ...kind });
  fireEvent.pointerMove(page, { ...mouse, ...kind, ...move });
  await soon(ms);
  fireEvent.pointerUp(page, { ...mouse, ...kind, ...move });
  await soon();
  expect(pressed).toEqual([]);
});

test("answers wait while something is pressed, and are shown when it is let go, dragged or held", async () => {
  const { page, on, back } = shown();
  const ends: [string, () => unknown][] = [
    ["let go", () => fireEvent.pointerUp(on, mouse)],
    ["dragged", () => fireEvent.pointerMove(page, { ...mouse, clientY: 40 })],
    ["held", () => soon(2020)],
    ["taken away", () => fireEvent.pointerCancel(on, mouse)],
    ["pressed elsewhere", () => fireEvent.pointerDown(back, mouse)],
  ];
  for (const [name, isLetGo] of ends) {
    const heard = vi.fn();
    fireEvent.pointerDown(on, mouse);
    letGo().then(heard);
    await soon(20);
    expect(heard, name).not.toHaveBeenCalled();
    await isLetGo();
    await soon();
    expect(heard, name).toHaveBeenCalled();
    fireEvent.pointerCancel(on, mouse);
    await letGo();
  }
});
