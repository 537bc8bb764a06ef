import { fetchedPage } from "../../shell/fetchedPage";
import type { StationEntry } from "../registry";

export const station: StationEntry = {
  slug: "route",
  page: fetchedPage(() => import("./RoutePage").then((m) => m.RoutePage)),
};
