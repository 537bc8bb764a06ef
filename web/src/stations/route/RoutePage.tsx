import { useStation } from "../../job/useStation";
import { Columns } from "../../shell/Columns";
import { Findings } from "../../shell/Findings";
import { StationFrame } from "../StationFrame";
import { CataloguePanel } from "./CataloguePanel";
import { ChainPanel } from "./ChainPanel";
import { EndsPanel } from "./EndsPanel";
import { KitPanel } from "./KitPanel";
import { LeakPanel } from "./LeakPanel";
import { OffersPanel } from "./OffersPanel";
import { ToolsPanel } from "./ToolsPanel";
import type { RoutePlan, RouteResults } from "./types";

/** Which parts join the sensor to the line, where can it leak, and what has to lie on the bench? */
export function RoutePage() {
  const route = useStation<RoutePlan, RouteResults>("route");
  const hasChain = (route.document.chain ?? []).length > 0;
  return (
    <StationFrame station={route}>
      {hasChain && <ChainPanel route={route} />}
      <Columns
        even
        left={[
          [1, <EndsPanel key="ends" route={route} />],
          [3, <Findings key="findings" findings={route.findings.filter((f) => f.severity === "caution")} />],
        ]}
        right={[[2, <OffersPanel key="offers" route={route} />]]}
      />
      <LeakPanel route={route} />
      <Columns
        even
        left={[[1, hasChain && <KitPanel key="kit" route={route} />]]}
        right={[[2, hasChain && <ToolsPanel key="tools" route={route} />]]}
        rest={[[3, <CataloguePanel key="catalogue" />]]}
      />
    </StationFrame>
  );
}
