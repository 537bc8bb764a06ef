import { lazy } from "react";
import type { StationEntry } from "../registry";

export const station: StationEntry = {
  slug: "capacity",
  Page: lazy(() => import("./CapacityPage").then((m) => ({ default: m.CapacityPage }))),
};
