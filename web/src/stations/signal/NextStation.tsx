import { Link } from "react-router";
import { useJobContext } from "../../job/jobContext";
import { hazyText } from "../../words/numbers";
import { CaptureButton } from "./CaptureDrop";
import type { CaptureUpload } from "./useCaptureUpload";

interface Props {
  onStandIn: () => void;
  /** Where a meter reading stands alone, a capture would be surer. */
  upload: CaptureUpload | null;
  onDropMeter: (() => void) | null;
}

/** What the reading is good for, and other ways to read. */
export function NextStation({ onStandIn, upload, onDropMeter }: Props) {
  const { job, signal, compensate } = useJobContext();
  const factor = compensate.results?.fuelFactor;
  return (
    <section className="panel grid content-start gap-3" aria-labelledby="next-title">
      <h2 id="next-title" className="panel-title">
        What it means for fuel
      </h2>
      <p>
        {factor
          ? `Open the injectors ${hazyText(factor.factor, "", 2)} times as long as on the base map's blend.`
          : signal.reading?.ethanolPct
            ? "Say which blend the base map was made on, and the fuel factor follows."
            : "A fuel factor needs a reading first."}
      </p>
      <div className="no-print flex flex-wrap gap-3">
        <Link className="btn btn-primary" to={`/jobs/${job.id}/compensate`}>
          To Compensate
        </Link>
        {upload && <CaptureButton upload={upload} first={false} />}
        {onDropMeter && (
          <button type="button" className="btn btn-outline" onClick={onDropMeter}>
            Clear the meter
          </button>
        )}
        <button type="button" className="btn btn-outline" onClick={onStandIn}>
          Run the stand-in
        </button>
      </div>
    </section>
  );
}
