import { fetchedPage } from "../../shell/fetchedPage";
import type { StationEntry } from "../registry";

export const station: StationEntry = {
  slug: "capacity",
  page: fetchedPage(() => import("./CapacityPage").then((m) => m.CapacityPage)),
};
