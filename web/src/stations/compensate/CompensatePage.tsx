import { Link } from "react-router";
import { useJobContext } from "../../job/jobContext";
import { useStation } from "../../job/useStation";
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
      <div className="mt-5 grid grid-cols-1 items-start gap-4 md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <div className="grid grid-cols-1 gap-4">
          {basePct && lastResults?.curve && (
            <FuelCurve points={lastResults.curve} metering={metering} results={lastResults} basePct={basePct.value} />
          )}
          {basePct && <RowPanel compensate={compensate} />}
        </div>
        <div className="grid grid-cols-1 gap-4">
          <BaseMapPanel compensate={compensate} />
          {basePct && <MeteringPanel compensate={compensate} />}
        </div>
      </div>
      {basePct && (
        <div className="mt-4 grid grid-cols-1 items-start gap-4 md:grid-cols-2">
          <PulsePanel compensate={compensate} />
          <SparkPanel compensate={compensate} />
        </div>
      )}
      {basePct && <Assumptions />}
    </StationFrame>
  );
}
