import type { components } from "../../api/schema";
import type { StationWork } from "../../job/useStation";

type Schemas = components["schemas"];
export type CompensatePlan = Schemas["CompensatePlan"];
export type CompensateResults = Schemas["CompensateResults"];
export type SparkWeighting = Schemas["SparkWeighting"];

/** The station's work, as every part of its page takes it. */
export interface Props {
  compensate: StationWork<CompensatePlan, CompensateResults>;
}
