import type { components } from "../../api/schema";

type Schemas = components["schemas"];
export type CapacityPlan = Schemas["CapacityPlan"];
export type CapacityResults = Schemas["CapacityResults"];
export type CapacityPoint = Schemas["CapacityResult"];
export type Remedy = Schemas["CapacityRemedy"];
export type Drawing = NonNullable<CapacityResults["drawing"]>;
