import type { components } from "../../api/schema";
import type { StationWork } from "../../job/useStation";

type Schemas = components["schemas"];
export type HarnessPlan = Schemas["HarnessPlan"];
export type HarnessResults = Schemas["HarnessResults"];
export type PlannedWire = Schemas["PlannedWire"];
export type WireNote = Schemas["WireNote"];
export type ConnectorDrawing = Schemas["ConnectorDrawing"];
export type MeterLine = Schemas["MeterLine"];
export type BeepTest = Schemas["BeepTest"];
export type HarnessStation = StationWork<HarnessPlan, HarnessResults>;
