import type { FuelComponent } from "../api/client";

/** What carries the fuel, on a drawing. */
export const componentNames: Record<FuelComponent, string> = {
  injectors: "injectors",
  directInjection: "injection window",
  highPressurePump: "high-pressure pump",
  lowPressurePump: "fuel pump",
};
