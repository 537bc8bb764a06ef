import { lazy } from "react";
import type { StationEntry } from "../registry";

export const station: StationEntry = {
  slug: "harness",
  Page: lazy(() => import("./HarnessPage").then((m) => ({ default: m.HarnessPage }))),
};
