import { ApiError, type Reading } from "../../api/client";
import { useRecheck } from "../../api/queries";
import { type JobWork, useJobContext } from "../../job/jobContext";
import { Loading } from "../../shell/Loading";
import { Trouble } from "../../shell/Trouble";
import { CaptureButton, CaptureField, DropAnywhere } from "./CaptureDrop";
import { Findings } from "./Findings";
import { FuelFactorSection } from "./FuelFactorSection";
import { HazePanel } from "./HazePanel";
import { RecordingPanel } from "./RecordingPanel";
import { SaveBar } from "./SaveBar";
import { useCaptureUpload } from "./useCaptureUpload";
import { evidence, verdict } from "./verdict";
import { Waveform } from "./Waveform";

/** Is the sensor's output real, what does it say, and how sure is that? */
export function SignalPage() {
  const { job, work } = useJobContext();
  const { document, setDraft, shown, stale, preview } = work;
  const recheck = useRecheck(job.id, Boolean(work.saved?.envelope.document?.coreVersion));
  const upload = useCaptureUpload(job.id, (file) => setDraft({ ...document, capture: { sha256: file.sha256, name: file.name } }));
  const captureError = work.capture.error;
  const refused = captureError instanceof ApiError ? captureError : null;
  const factor =
    document.fuel?.baseEthanolPct != null && document.capture && !preview.error
      ? (preview.data?.results?.fuelFactor ?? null)
      : null;

  if (work.query.isPending) {
    return <Loading what="Fetching what was saved" />;
  }
  if (work.query.error && !work.saved) {
    return <Trouble error={work.query.error} onRetry={() => work.query.refetch()} />;
  }
  return (
    <>
      <h1 className="verdict">{headline(work)}</h1>
      <p className="lead mt-1.5">{leadOf(work)}</p>
      {recheck.data && recheck.data.differences.length > 0 && !work.changed && (
        <p className="mt-3 max-w-[58rem] border-l-4 border-base-content pl-3">
          <b>Today's rules differ.</b> Saved with version {recheck.data.savedWith}, now {recheck.data.now}:{" "}
          {recheck.data.differences.map((d) => `${d.field} ${d.saved} would be ${d.now}`).join("; ")}.
        </p>
      )}
      {shown && !stale && <Findings findings={shown.reading.findings} />}
      {captureError && document.capture && !(shown && besideItsField(refused)) && (
        <div className="mt-4">
          <Trouble error={captureError} onRetry={() => work.capture.refetch()} />
        </div>
      )}
      <CaptureField upload={upload} />
      <DropAnywhere upload={upload} />
      {upload.error && (
        <div className="mt-4">
          <Trouble error={upload.error} />
        </div>
      )}
      {(!document.capture || !shown) && (
        <div className="no-print mt-5 flex flex-wrap items-center justify-center gap-x-4 gap-y-2 rounded-[10px] border-2 border-dashed border-edge px-5 py-9">
          <CaptureButton upload={upload} first={!document.capture} />
          <span className="text-ink-2">or drop it anywhere on this page: a VCD file from any logic analyser</span>
        </div>
      )}
      {work.capture.isPending && document.capture && <Loading what="Reading the capture" />}
      {shown && document.capture && (
        <>
          <div className={stale ? "mt-4 opacity-50" : "mt-4"} aria-busy={stale}>
            <Waveform key={document.capture.sha256} capture={shown}>
              <CaptureButton upload={upload} first={false} />
            </Waveform>
          </div>
          <div className="mt-4 grid gap-4 md:grid-cols-2">
            <RecordingPanel
              jobId={job.id}
              capture={shown}
              choice={document.capture}
              channelError={refused?.for("channel")}
              onChannel={(channel) =>
                document.capture && setDraft({ ...document, capture: { ...document.capture, channel: channel ?? undefined } })
              }
            />
            <HazePanel
              reading={shown.reading}
              document={document}
              onChange={setDraft}
              toleranceError={refused?.for("toleranceEthanolPct")}
            />
          </div>
          <FuelFactorSection
            document={document}
            onChange={setDraft}
            factor={factor}
            hasReading={stale || shown.reading.ethanolPct !== null}
            hasTemperature={shown.reading.fuelTempC !== null}
            error={preview.error}
            onRetry={() => preview.refetch()}
          />
        </>
      )}
      <SaveBar work={work} />
    </>
  );
}

/** True where the refusal stands beside the field it is about. */
function besideItsField(refused: ApiError | null): boolean {
  return Boolean(refused?.for("channel") ?? refused?.for("toleranceEthanolPct"));
}

function headline({ shown, stale, capture, document }: JobWork): string {
  if (capture.error && document.capture) {
    return "The capture cannot be read this way.";
  }
  return shown && !stale ? verdict(shown.reading) : document.capture ? "Reading the capture." : "No signal on this job yet.";
}

function leadOf({ shown, stale, capture, document }: JobWork): string {
  if (!document.capture) {
    return emptyLead;
  }
  if (stale) {
    return capture.error ? "The reason stands below. What is drawn is the reading from before that change." : "";
  }
  return shown ? `${evidence(shown)} ${adviceOf(shown.reading)}` : "";
}

const emptyLead =
  "Clip a logic analyser to the signal wire and its ground, record two seconds or more with the key on, and export the recording as VCD. Keep probe leads away from ignition parts and anything that turns; the maker's manual has the pin.";

// While something has to stop the work, sharpening the number is beside the point.
function adviceOf(reading: Reading): string {
  const largest = reading.budget[0];
  if (!largest?.check || reading.findings.some((f) => f.severity === "stop")) {
    return "";
  }
  const share = largest.sharePct > 90 ? "Nearly all" : largest.sharePct > 50 ? "Most" : "Much";
  const after = largest.check.plusMinusAfter;
  return `${share} of the doubt is: ${largest.label.toLowerCase()}. ${largest.check.text} That alone brings it down to ± ${after.toFixed(after < 0.95 ? 1 : 0)}.`;
}
