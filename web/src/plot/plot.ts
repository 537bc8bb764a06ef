/** Lowest and highest value with a little room round them. */
export function extent(values: readonly number[]): [number, number] {
  const low = Math.min(...values);
  const high = Math.max(...values);
  const room = Math.max(0.04 * (high - low), 1e-6);
  return [low - room, high + room];
}

/** Round values between two limits, at most a number of them. */
export function niceTicks(low: number, high: number, most: number): number[] {
  const rough = (high - low) / most;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = ([1, 2, 5, 10].find((m) => m * power >= rough) ?? 10) * power;
  const ticks: number[] = [];
  for (let n = Math.ceil(low / step); n * step <= high; n++) {
    ticks.push(n * step);
  }
  return ticks;
}

export function pathOf(points: readonly (readonly [number, number])[]): string {
  return points.map(([x, y], i) => `${i === 0 ? "M" : "L"}${x.toFixed(1)} ${y.toFixed(1)}`).join("");
}
