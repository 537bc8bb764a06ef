import { Link } from "react-router";
import { useJobContext } from "../../job/jobContext";
import { useStation } from "../../job/useStation";
import { Columns } from "../../shell/Columns";
import { Findings } from "../../shell/Findings";
import { StationFrame } from "../StationFrame";
import { Assumptions } from "./Assumptions";
import { BaseMapPanel } from "./BaseMapPanel";
import { FuelCurve } from "./FuelCurve";
import { MeteringPanel } from "./MeteringPanel";
import { PulsePanel } from "./PulsePanel";
import { RowPanel } from "./RowPanel";
import { SparkPanel } from "./SparkPanel";
import type { CompensatePlan, CompensateResults } from "./types";

/** Which numbers go into the controller? */
export function CompensatePage() {
  const { job } = useJobContext();
  const compensate = useStation<CompensatePlan, CompensateResults>("compensate");
  const { document, results, lastResults } = compensate;
  const basePct = lastResults?.baseEthanolPct ?? null;
  const curve = basePct && lastResults?.curve;
  const metering = document.metering ?? "orifice";
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
            <span className="text-ink-2">The row below stands without a reading; the factor for today's fuel does not.</span>
          </p>
        )
      }
    >
      <Findings findings={compensate.findings.filter((f) => f.severity === "caution")} />
      <Columns
        // What to type comes first; where that is not known yet, what it waits for.
        left={[
          [1, basePct && <RowPanel key="row" compensate={compensate} />],
          [
            4,
            curve && <FuelCurve key="curve" points={curve} metering={metering} results={lastResults} basePct={basePct.value} />,
          ],
        ]}
        right={[
          [2, <BaseMapPanel key="base" compensate={compensate} />],
          [6, basePct && <SparkPanel key="spark" compensate={compensate} />],
        ]}
        rest={[
          [3, basePct && <MeteringPanel key="metering" compensate={compensate} />],
          [5, basePct && <PulsePanel key="pulse" compensate={compensate} />],
          [7, basePct && <Assumptions key="assumptions" />],
        ]}
      />
    </StationFrame>
  );
}
