import type { Job } from "../api/client";

/** How far along the line the fuel is drawn, 0 to 1: to the furthest station with work in it. */
export function reachOf(job: { stations: readonly { state: Job["stations"][number]["state"] }[] }): number {
  const furthest = job.stations.findLastIndex((s) => s.state !== "empty");
  return furthest < 0 ? 0 : (furthest + 0.5) / job.stations.length;
}
