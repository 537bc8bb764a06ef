import type { FuelComponent } from "../api/client";

/** What carries the fuel: to begin a sentence, with its verb, and on a drawing. */
export const componentWords: Record<FuelComponent, { name: string; verb: "is" | "are"; short: string }> = {
  injectors: { name: "The injectors", verb: "are", short: "injectors" },
  directInjection: { name: "The injection window", verb: "is", short: "injection window" },
  highPressurePump: { name: "The high-pressure pump", verb: "is", short: "high-pressure pump" },
  lowPressurePump: { name: "The low-pressure pump", verb: "is", short: "low-pressure pump" },
};

/** "the low-pressure pump", inside a sentence. */
export function inSentence(component: FuelComponent): string {
  const { name } = componentWords[component];
  return name.charAt(0).toLowerCase() + name.slice(1);
}
