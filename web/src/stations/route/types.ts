import type { components } from "../../api/schema";
import type { StationWork } from "../../job/useStation";

type Schemas = components["schemas"];
export type RoutePlan = Schemas["RoutePlan"];
export type RouteResults = Schemas["RouteResults"];
export type Part = Schemas["FittingPart"];
export type Port = Schemas["Port"];
export type StripPart = Schemas["StripPart"];
export type LeakPoint = Schemas["LeakPoint"];
export type JointMade = Schemas["JointMade"];
export type FittingChain = Schemas["FittingChain"];
export type ChainWeights = Schemas["ChainWeights"];
export type PlacementOption = Schemas["PlacementOption"];
export type PathPoint = Schemas["PathPoint"];
export type PlannedHose = Schemas["PlannedHose"];
export type LagTimes = Schemas["LagTimes"];
export type RouteStation = StationWork<RoutePlan, RouteResults>;
