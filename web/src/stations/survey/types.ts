import type { components } from "../../api/schema";

type Schemas = components["schemas"];
export type SurveyDocument = Schemas["VehicleSurvey"];
export type SurveyResults = Schemas["SurveyResults"];
export type SurveyFinding = Schemas["SurveyFinding"];
export type ToMeasure = Schemas["ToMeasure"];
export type Joint = Schemas["Joint"];
