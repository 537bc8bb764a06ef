import { lazy } from "react";
import type { StationEntry } from "../registry";

export const station: StationEntry = {
  slug: "route",
  Page: lazy(() => import("./RoutePage").then((m) => ({ default: m.RoutePage }))),
};
