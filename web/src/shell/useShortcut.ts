import { useEffect } from "react";
import { shortcuts } from "./settings";

/** Acts on a single key, except while something is typed, a dialog is open or keys are switched off. */
export function useShortcut(key: string, act: () => void, always = false) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const typing = target.closest("input:not([type=radio]):not([type=checkbox]), textarea, select, [contenteditable]");
      if (
        event.key !== key ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        typing ||
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
  }, [key, act, always]);
}
