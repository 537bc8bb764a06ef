import { lazy } from "react";
import type { StationEntry } from "../registry";

export const station: StationEntry = {
  slug: "survey",
  Page: lazy(() => import("./SurveyPage").then((m) => ({ default: m.SurveyPage }))),
};
