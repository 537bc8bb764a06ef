import { Link } from "react-router";
import { StationFrame } from "../../frame/StationFrame";
import { useJobContext } from "../../job/jobContext";
import { useStation } from "../../job/useStation";
import { Columns } from "../../shell/Columns";
import { Findings } from "../../shell/Findings";
import { said } from "../../words/said";
import { Assumptions } from "./Assumptions";
import { BaseMapPanel } from "./BaseMapPanel";
import { ControllersPanel } from "./ControllersPanel";
import { FuelCurve } from "./FuelCurve";
import { MeanwhilePanel } from "./MeanwhilePanel";
import { MeteringPanel } from "./MeteringPanel";
import { OutsidePanel } from "./OutsidePanel";
import { PulsePanel } from "./PulsePanel";
import { RowPanel } from "./RowPanel";
import { SparkPanel } from "./SparkPanel";
import { StretchedPanel } from "./StretchedPanel";
import type { CompensatePlan, CompensateResults } from "./types";

/** Which numbers go into the controller? */
export function CompensatePage() {
  const { job } = useJobContext();
  const compensate = useStation<CompensatePlan, CompensateResults>("compensate");
  const { document, results, lastResults } = compensate;
  const basePct = lastResults?.baseEthanolPct ?? null;
  const curve = basePct && lastResults?.curve;
  const metering = document.metering ?? lastResults?.metering;
  // Nobody is shown a row he cannot type in.
  const isTyped = lastResults?.setBy === "ownTable";
  const controllers = lastResults?.controllers ?? [];
  const { outside, outsideSaid, stretched, stretchedSaid } = lastResults ?? {};
  return (
    <StationFrame
      station={compensate}
      aside={
        results &&
        !results.ethanolPct && (
          <p className="no-print mt-4 flex flex-wrap items-center gap-x-4 gap-y-2">
            <Link className="btn btn-outline" to={`/jobs/${job.id}/signal`}>
              Read the sensor
            </Link>
            <span className="text-ink-2">
              {isTyped ? said("compensate", "rowBelowStandsWithout") : said("compensate", "whatSaidBelowStands")}
            </span>
          </p>
        )
      }
    >
      <Findings findings={compensate.findings.filter((f) => f.severity === "caution")} />
      <Columns
        // What to type comes first; where that is not known yet, what it waits for.
        left={[
          [1, basePct && isTyped && <RowPanel key="row" compensate={compensate} />],
          [1.5, basePct && controllers.length > 0 && <ControllersPanel key="controllers" controllers={controllers} />],
          [
            4,
            curve && metering && (
              <FuelCurve key="curve" points={curve} metering={metering} results={lastResults} basePct={basePct.value} />
            ),
          ],
        ]}
        right={[
          [isTyped ? 2 : 1.2, <BaseMapPanel key="base" compensate={compensate} />],
          [2.2, basePct && <MeanwhilePanel key="meanwhile" compensate={compensate} />],
          [
            2.4,
            stretched && stretched.length > 0 && <StretchedPanel key="stretched" stretched={stretched} said={stretchedSaid} />,
          ],
          [6, basePct && isTyped && <SparkPanel key="spark" compensate={compensate} />],
        ]}
        rest={[
          [1.6, outside && <OutsidePanel key="outside" outside={outside} said={outsideSaid} />],
          [3, curve && <MeteringPanel key="metering" compensate={compensate} />],
          [5, curve && <PulsePanel key="pulse" compensate={compensate} />],
          [7, curve && <Assumptions key="assumptions" />],
        ]}
      />
    </StationFrame>
  );
}
