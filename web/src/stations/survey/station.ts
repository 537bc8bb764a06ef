import { fetchedPage } from "../../shell/fetchedPage";
import type { StationEntry } from "../registry";

export const station: StationEntry = {
  slug: "survey",
  page: fetchedPage(() => import("./SurveyPage").then((m) => m.SurveyPage)),
};
