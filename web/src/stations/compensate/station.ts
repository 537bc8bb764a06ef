import { fetchedPage } from "../../shell/fetchedPage";
import type { StationEntry } from "../registry";

export const station: StationEntry = {
  slug: "compensate",
  page: fetchedPage(() => import("./CompensatePage").then((m) => m.CompensatePage)),
};
