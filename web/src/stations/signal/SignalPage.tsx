import { useState } from "react";
import { ApiError } from "../../api/client";
import { useRecheck } from "../../api/queries";
import { useJobContext } from "../../job/jobContext";
import { SaveBar } from "../../record/SaveBar";
import { Findings } from "../../shell/Findings";
import { Loading } from "../../shell/Loading";
import { Trouble } from "../../shell/Trouble";
import { useUnits } from "../../words/useUnits";
import { Rechecked } from "../Rechecked";
import { CaptureButton, CaptureField, DropAnywhere } from "./CaptureDrop";
import { HazePanel } from "./HazePanel";
import { headlineOf, leadOf } from "./headline";
import { LivePanel } from "./LivePanel";
import { MeterPanel } from "./MeterPanel";
import { NextStation } from "./NextStation";
import { RecordingPanel } from "./RecordingPanel";
import { useCaptureUpload } from "./useCaptureUpload";
import { Waveform } from "./Waveform";

/** Is the sensor's output real, what does it say, and how sure is that? */
export function SignalPage() {
  const { job, signal, live } = useJobContext();
  const units = useUnits();
  const { document, setDraft, shown, stale, reading } = signal;
  const recheck = useRecheck(job.id, "signal", Boolean(signal.saved?.envelope.document?.coreVersion));
  const upload = useCaptureUpload(job.id, (file) => setDraft({ ...document, capture: { sha256: file.sha256, name: file.name } }));
  const [typing, setTyping] = useState(false);
  const refused = signal.capture.error instanceof ApiError ? signal.capture.error : null;
  const previewRefused = signal.preview.error instanceof ApiError ? signal.preview.error : null;
  const onMeter = !document.capture && (typing || Boolean(document.meter));

  // A refused change must not take away the field it is made in.
  const drawn = reading ?? (stale ? (shown?.reading ?? null) : null);

  if (signal.query.isPending) {
    return <Loading what="Fetching what was saved" />;
  }
  if (signal.query.error && !signal.saved) {
    return <Trouble error={signal.query.error} onRetry={() => signal.query.refetch()} />;
  }
  if (live.state !== "off") {
    return <LivePanel />;
  }
  return (
    <>
      <h1 className="verdict">{headlineOf(signal, onMeter, units)}</h1>
      <p className="lead mt-1.5">{leadOf(signal, onMeter)}</p>
      {!signal.changed && <Rechecked recheck={recheck.data} cause="Today's rules differ." />}
      {reading && !stale && <Findings findings={reading.findings} />}
      {signal.capture.error && document.capture && !(shown && besideItsField(refused)) && (
        <div className="mt-4">
          <Trouble error={signal.capture.error} onRetry={() => signal.capture.refetch()} />
        </div>
      )}
      {signal.preview.error && !previewRefused && (
        <div className="mt-4">
          <Trouble error={signal.preview.error} onRetry={() => signal.preview.refetch()} />
        </div>
      )}
      <CaptureField upload={upload} />
      <DropAnywhere upload={upload} />
      {upload.error && (
        <div className="mt-4">
          <Trouble error={upload.error} />
        </div>
      )}
      {(!document.capture || !shown) && !onMeter && (
        <div className="no-print mt-5 rounded-[10px] border-2 border-dashed border-edge px-5 py-8 text-center">
          <div className="flex flex-wrap items-center justify-center gap-x-4 gap-y-2">
            <CaptureButton upload={upload} first={!document.capture} />
            <span className="text-ink-2">or drop it anywhere on this page: VCD, or CSV of time and level or volts</span>
          </div>
          {!document.capture && (
            <div className="mt-5 flex flex-wrap items-center justify-center gap-x-4 gap-y-3 border-t border-rule pt-5">
              <span className="text-ink-2">No recording?</span>
              <button type="button" className="btn btn-outline" onClick={() => setTyping(true)}>
                Type in a meter reading
              </button>
              <button type="button" className="btn btn-outline" onClick={live.start}>
                Run the stand-in
              </button>
            </div>
          )}
        </div>
      )}
      {signal.capture.isPending && document.capture && <Loading what="Reading the capture" />}
      {shown && document.capture && (
        <div className={stale ? "mt-4 opacity-50" : "mt-4"} aria-busy={stale}>
          <Waveform key={document.capture.sha256} capture={shown}>
            <CaptureButton upload={upload} first={false} />
          </Waveform>
        </div>
      )}
      {(shown || onMeter) && (
        <div className="mt-4 grid grid-cols-1 items-start gap-4 md:grid-cols-2">
          <div className="grid grid-cols-1 gap-4">
            <MeterPanel
              document={document}
              onChange={setDraft}
              rows={previewRefused ? [] : (signal.preview.data?.results?.meter ?? [])}
              refused={previewRefused}
            />
          </div>
          <div className="grid grid-cols-1 gap-4">
            {drawn && (
              <HazePanel
                reading={drawn}
                document={document}
                onChange={setDraft}
                toleranceError={toleranceError(refused, previewRefused)}
              />
            )}
            <NextStation
              onStandIn={live.start}
              upload={document.capture ? null : upload}
              onDropMeter={
                onMeter
                  ? () => {
                      setTyping(false);
                      setDraft({ ...document, meter: undefined });
                    }
                  : null
              }
            />
            {shown && document.capture && (
              <RecordingPanel
                jobId={job.id}
                capture={shown}
                choice={document.capture}
                channelError={refused?.for("channel")}
                thresholdError={refused?.for("thresholdV")}
                onChange={(part) => document.capture && setDraft({ ...document, capture: { ...document.capture, ...part } })}
              />
            )}
          </div>
        </div>
      )}
      <SaveBar />
    </>
  );
}

function toleranceError(...refusals: readonly (ApiError | null)[]): string | undefined {
  return refusals.map((refusal) => refusal?.for("toleranceEthanolPct")).find(Boolean);
}

/** True where the refusal stands beside the field it is about. */
function besideItsField(refused: ApiError | null): boolean {
  return Boolean(refused?.for("channel") ?? refused?.for("toleranceEthanolPct") ?? refused?.for("thresholdV"));
}
