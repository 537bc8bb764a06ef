import { area, line } from "d3-shape";

/** Places on a drawing, in pixels. */
export type Points = readonly (readonly [x: number, y: number])[];

const drawLine = line<readonly [number, number]>().digits(1);
const drawBand = area<readonly [x: number, upper: number, lower: number]>()
  .x((p) => p[0])
  .y1((p) => p[1])
  .y0((p) => p[2])
  .digits(1);

/** The path of a line. */
export const linePath = (points: Points): string => drawLine([...points]) ?? "";

/** The path of what lies between two lines over the same places. */
export const bandPath = (upper: Points, lower: Points): string =>
  drawBand(upper.map(([x, y], i) => [x, y, lower[i]?.[1] ?? y] as const)) ?? "";

/** Lowest and highest value with a little room round them. */
export function withRoom(values: readonly number[]): [number, number] {
  const low = Math.min(...values);
  const high = Math.max(...values);
  const room = Math.max(0.04 * (high - low), 1e-6);
  return [low - room, high + room];
}
