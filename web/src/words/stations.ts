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

/** The key that jumps to the station at this place of the line: 1 to 9, then 0. */
export function stationKey(index: number): string {
  return String((index + 1) % 10);
}
