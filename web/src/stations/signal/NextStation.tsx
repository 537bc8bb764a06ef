import { Link } from "react-router";
import { useJobContext } from "../../job/jobContext";
import { CaptureButton } from "./CaptureButton";
import type { CaptureUpload } from "./useCaptureUpload";

interface Props {
  onSimulate: () => void;
  /** Where a meter reading stands alone, a capture would be surer. */
  upload: CaptureUpload | null;
  onDropMeter: (() => void) | null;
  /** False while there is nothing to go on with. */
  hasReading: boolean;
}

/** Where the reading goes, and other ways to read. */
export function NextStation({ onSimulate, upload, onDropMeter, hasReading }: Props) {
  const { job } = useJobContext();
  return (
    <section className="panel no-print grid content-start gap-3" aria-labelledby="next-title">
      <h2 id="next-title" className="panel-title">
        Next
      </h2>
      <div className="flex flex-wrap gap-3">
        <Link className={`btn ${hasReading ? "btn-primary" : "btn-outline"}`} to={`/jobs/${job.id}/compensate`}>
          To Compensate
        </Link>
        {upload && <CaptureButton upload={upload} first quiet />}
        {onDropMeter && (
          <button type="button" className="btn btn-outline" onClick={onDropMeter}>
            Clear the meter
          </button>
        )}
        <button type="button" className="btn btn-outline" onClick={onSimulate}>
          Run the simulator
        </button>
      </div>
    </section>
  );
}
