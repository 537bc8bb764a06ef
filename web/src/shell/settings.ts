import { browserSetting } from "./browserSetting";

export type Theme = "bay" | "forecourt";

export const theme = browserSetting<Theme>("theme", () =>
  matchMedia("(prefers-color-scheme: dark)").matches ? "bay" : "forecourt",
);

/** Initials that stand beside what is saved from this browser. */
export const author = browserSetting<string>("author", () => "");

/** Single-key shortcuts can be switched off: they get in the way of speech input. */
export const shortcuts = browserSetting<"on" | "off">("shortcuts", () => "on");

/** Units on the screen; everything stored is metric. */
export const units = browserSetting<"us" | "metric">("units", () =>
  typeof navigator !== "undefined" && navigator.language === "en-US" ? "us" : "metric",
);
