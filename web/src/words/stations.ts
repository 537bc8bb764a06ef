import type { LineStation } from "../api/client";

const words: Record<LineStation["state"], string> = { empty: "open", inWork: "in work", proven: "proven", hold: "on hold" };

/** The word under a station of the line. */
export function stateWord(station: LineStation): string {
  return station.isWaiting ? "waiting" : station.built ? words[station.state] : "not built yet";
}

/** The key that jumps to the station at this place of the line: 1 to 9, then 0. */
export function stationKey(index: number): string {
  return String((index + 1) % 10);
}
