import type { LineStation } from "../api/client";

const words: Record<LineStation["state"], string> = {
  empty: "open",
  inWork: "in work",
  complete: "complete",
  planned: "planned",
  proven: "proven",
  hold: "on hold",
};

/** The word under a station of the line. */
export function stateWord(station: Pick<LineStation, "isWaiting" | "state" | "steps"> & { built?: boolean }): string {
  const word = station.isWaiting ? "waiting" : station.built === false ? "not built yet" : words[station.state];
  return station.steps ? `${word}, ${station.steps.done} of ${station.steps.of}` : word;
}

/** The keys that lead to the station at this place of the line: g, then 1 to 9, then 0. A digit alone is too easily one meant for a field. */
export function stationKey(index: number): string {
  return `g ${(index + 1) % 10}`;
}
