import { lazy } from "react";
import type { StationEntry } from "../registry";

export const station: StationEntry = {
  slug: "compensate",
  Page: lazy(() => import("./CompensatePage").then((m) => ({ default: m.CompensatePage }))),
};
