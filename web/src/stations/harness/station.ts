import { fetchedPage } from "../../shell/fetchedPage";
import type { StationEntry } from "../registry";

export const station: StationEntry = {
  slug: "harness",
  page: fetchedPage(() => import("./HarnessPage").then((m) => m.HarnessPage)),
};
