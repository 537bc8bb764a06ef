import type { components } from "../../api/schema";
import type { StationWork } from "../../job/useStation";

type Schemas = components["schemas"];
export type SignalPlan = Schemas["SignalPlan"];
export type SignalResults = Schemas["SignalResults"];
export type SignalStation = StationWork<SignalPlan, SignalResults>;
/** The survey as far as Signal knows it: facts of the vehicle that are asked here. */
export type SurveyStation = StationWork<Schemas["VehicleSurvey"], Schemas["SurveyResults"]>;
