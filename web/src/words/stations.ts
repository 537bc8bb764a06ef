import type { LineStation } from "../api/client";

const words: Record<LineStation["state"], string> = {
  empty: "open",
  inWork: "in work",
  planned: "planned",
  proven: "proven",
  hold: "on hold",
};

/** The word under a station of the line. */
export function stateWord(station: { isWaiting: boolean; built?: boolean; state: LineStation["state"] }): string {
  return station.isWaiting ? "waiting" : station.built === false ? "not built yet" : words[station.state];
}

/** The keys that lead to the station at this place of the line: g, then 1 to 9, then 0. A digit alone is too easily one meant for a field. */
export function stationKey(index: number): string {
  return `g ${(index + 1) % 10}`;
}
