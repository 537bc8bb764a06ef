import { lazy } from "react";
import type { StationEntry } from "../registry";

export const station: StationEntry = {
  slug: "signal",
  Page: lazy(() => import("./SignalPage").then((m) => ({ default: m.SignalPage }))),
};
