import { Link } from "react-router";
import { ApiError } from "../../api/client";
import { useFuelCurve, useRecheck } from "../../api/queries";
import { numberOf } from "../../fields/stored";
import { useJobContext } from "../../job/jobContext";
import { SaveBar } from "../../record/SaveBar";
import { Findings } from "../../shell/Findings";
import { Loading } from "../../shell/Loading";
import { Trouble } from "../../shell/Trouble";
import { Rechecked } from "../Rechecked";
import { Assumptions } from "./Assumptions";
import { BaseMapPanel } from "./BaseMapPanel";
import { FuelCurve } from "./FuelCurve";
import { headlineOf, leadOf } from "./headline";
import { MeteringPanel } from "./MeteringPanel";
import { PulsePanel } from "./PulsePanel";
import { RowPanel } from "./RowPanel";
import { SparkPanel } from "./SparkPanel";

/** Which numbers go into the controller? */
export function CompensatePage() {
  const { job, survey, signal, compensate } = useJobContext();
  const { document, setDraft, results, preview } = compensate;
  const reading = signal.reading;
  const curve = useFuelCurve(document, reading?.ethanolPct);
  const recheck = useRecheck(job.id, "compensate", Boolean(compensate.saved?.envelope.document?.coreVersion));
  const refused = preview.error instanceof ApiError ? preview.error : null;
  // A reading that is still being taken is not a missing one.
  const isReading = signal.rests !== null && !reading && !signal.capture.error && !signal.preview.error;
  const hasBase = numberOf(document.baseEthanolPct) !== null;
  if (compensate.query.isPending || signal.query.isPending) {
    return <Loading what="Fetching what was saved" />;
  }
  if (compensate.query.error && !compensate.saved) {
    return <Trouble error={compensate.query.error} onRetry={() => compensate.query.refetch()} />;
  }
  const state = {
    results,
    hasBase,
    hasReading: isReading || Boolean(reading?.ethanolPct),
    basePct: numberOf(document.baseEthanolPct),
    error: preview.error,
  };
  return (
    <>
      <h1 className="verdict">{headlineOf(state)}</h1>
      <p className="lead mt-1.5">{leadOf(state)}</p>
      {!compensate.changed && !signal.changed && (
        <Rechecked recheck={recheck.data} cause="Saved for another reading or by other rules." />
      )}
      {refused?.for("multiplier") && (
        <div role="alert" className="hatched mt-4">
          <p className="px-4 py-3">
            <b className="text-stop">Refused.</b> {refused.for("multiplier")}
          </p>
        </div>
      )}
      {preview.error && !refused && (
        <div className="mt-4">
          <Trouble error={preview.error} onRetry={() => preview.refetch()} />
        </div>
      )}
      {reading && <Findings findings={reading.findings.filter((f) => f.severity === "stop")} />}
      {results && <Findings findings={results.findings} />}
      {!state.hasReading && (
        <p className="mt-4 flex flex-wrap items-center gap-x-4 gap-y-2">
          <Link className="btn btn-outline" to={`/jobs/${job.id}/signal`}>
            Read the sensor
          </Link>
          <span className="text-ink-2">The row below stands without a reading; the factor for today's fuel does not.</span>
        </p>
      )}
      <div className="mt-5 grid items-start gap-4 grid-cols-1 md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <div className="grid grid-cols-1 gap-4">
          {hasBase && curve.data && (
            <FuelCurve
              points={curve.data}
              metering={document.metering ?? "orifice"}
              ethanol={reading?.ethanolPct ?? null}
              basePct={numberOf(document.baseEthanolPct) ?? 0}
            />
          )}
          {hasBase && (
            <RowPanel
              document={document}
              onChange={setDraft}
              row={results?.row ?? null}
              error={refused?.for("ethanolPcts") ?? refused?.for("count")}
            />
          )}
        </div>
        <div className="grid grid-cols-1 gap-4">
          <BaseMapPanel
            document={document}
            onChange={setDraft}
            refused={refused}
            hasTemperature={Boolean(reading?.fuelTempC)}
            surveyed={survey.document.control?.fuelMapEthanolPct}
          />
          {hasBase && <MeteringPanel document={document} onChange={setDraft} factor={results?.fuelFactor ?? null} />}
        </div>
      </div>
      {hasBase && (
        <div className="mt-4 grid grid-cols-1 items-start gap-4 md:grid-cols-2">
          <PulsePanel
            document={document}
            onChange={setDraft}
            pulse={results?.pulse ?? null}
            factor={results?.fuelFactor ?? null}
            refused={refused}
          />
          <SparkPanel document={document} onChange={setDraft} results={results} refused={refused} />
        </div>
      )}
      {hasBase && <Assumptions />}
      <SaveBar />
    </>
  );
}
