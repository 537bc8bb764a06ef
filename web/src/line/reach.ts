import type { Job } from "../api/client";

/** How far along the line the fuel is drawn, 0 to 1: to the furthest station with work in it, or to the one being looked at. */
export function reachOf(job: Job, current: number): number {
  const furthest = job.stations.findLastIndex((s) => s.state !== "empty");
  const index = Math.max(furthest, current);
  return index < 0 ? 0 : (index + 0.5) / job.stations.length;
}
