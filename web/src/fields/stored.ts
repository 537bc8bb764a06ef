import type { Stored } from "../api/client";

/** The number itself, whatever is known of its haze. */
export function numberOf(value: Stored): number | null {
  return typeof value === "number" ? value : (value?.value ?? null);
}

/** The 95 % half-width that was given with it. */
export function plusMinusOf(value: Stored): number | null {
  return typeof value === "number" ? null : (value?.plusMinus ?? null);
}

/** As a document holds it; nothing where there is no number. */
export function stored(
  value: number | null,
  plusMinus: number | null,
): number | { value: number; plusMinus: number } | undefined {
  return value === null ? undefined : plusMinus === null ? value : { value, plusMinus };
}
