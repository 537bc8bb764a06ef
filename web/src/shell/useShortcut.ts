import { useLayoutEffect } from "react";
import { shortcuts } from "./settings";

/** How long a first key waits for its second. */
const patienceMs = 2000;

/** The key before the one that is being pressed; none where that was typed into a field. */
let before = { key: "", at: 0 };
let pressed = before;
window.addEventListener(
  "keydown",
  (event) => {
    before = pressed;
    pressed = { key: isTyping(event) ? "" : event.key, at: event.timeStamp };
  },
  { capture: true },
);

/**
 * Acts on a key, or on two in a row ("g 3"), except while something is typed, a dialog is open or keys are switched off.
 */
export function useShortcut(keys: string, act: () => void, always = false) {
  // Before the page is painted: whoever sees it may press the key at once.
  useLayoutEffect(() => {
    const [key, first] = keys.split(" ").reverse();
    const onKey = (event: KeyboardEvent) => {
      if (
        event.key !== key ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        (first !== undefined && (before.key !== first || event.timeStamp - before.at > patienceMs)) ||
        isTyping(event) ||
        document.querySelector("dialog[open]")
      ) {
        return;
      }
      if (always || shortcuts.get() === "on") {
        event.preventDefault();
        act();
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [keys, act, always]);
}

function isTyping({ target }: KeyboardEvent): boolean {
  const field = "input:not([type=radio]):not([type=checkbox]), textarea, select, [contenteditable]";
  return target instanceof Element && target.closest(field) !== null;
}
