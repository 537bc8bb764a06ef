/** A number and its half-width. */
export interface Haze {
  value: number;
  plusMinus: number;
}

/** Digits after the point that a number with this half-width deserves: none for a haze of one or more. */
function digitsFor(plusMinus: number, most: number): number {
  if (plusMinus <= 0) {
    return most;
  }
  return Math.min(most, Math.max(0, Math.ceil(-Math.log10(plusMinus) + 0.02)));
}

/** "73 ± 5", "31.0"; the half-width is left out where it would print as nothing. */
export function hazy(number: Haze, most = 1): { value: string; plusMinus: string | null } {
  const digits = digitsFor(number.plusMinus, most);
  const plusMinus = number.plusMinus.toFixed(digits);
  return { value: number.value.toFixed(digits), plusMinus: Number(plusMinus) === 0 ? null : plusMinus };
}

/** Digits an ethanol content is shown with. */
export function digitsOf(number: Haze): number {
  return number.plusMinus < 0.95 ? 1 : 0;
}

export function hazyText(number: Haze, unit = "", most = 1): string {
  const { value, plusMinus } = hazy(number, most);
  return `${value}${plusMinus === null ? "" : ` ± ${plusMinus}`}${unit}`;
}

export function bytes(count: number): string {
  return count < 1024
    ? `${count} B`
    : count < 1024 ** 2
      ? `${(count / 1024).toFixed(1)} kB`
      : `${(count / 1024 ** 2).toFixed(1)} MB`;
}
