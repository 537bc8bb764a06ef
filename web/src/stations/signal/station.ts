import { fetchedPage } from "../../shell/fetchedPage";
import type { StationEntry } from "../registry";

export const station: StationEntry = {
  slug: "signal",
  page: fetchedPage(() => import("./SignalPage").then((m) => m.SignalPage)),
};
