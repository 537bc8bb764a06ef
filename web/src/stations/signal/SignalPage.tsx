import { useEffect, useState } from "react";
import { StationFrame } from "../../frame/StationFrame";
import { useJobContext } from "../../job/jobContext";
import { useStation } from "../../job/useStation";
import { Columns } from "../../shell/Columns";
import { Findings } from "../../shell/Findings";
import { Trouble } from "../../shell/Trouble";
import { useMedia } from "../../shell/useMedia";
import { said } from "../../words/said";
import { CaptureButton, CaptureField } from "./CaptureButton";
import { ConverterPanel } from "./ConverterPanel";
import { HazePanel } from "./HazePanel";
import { LivePanel } from "./LivePanel";
import { MapFuelPanel } from "./MapFuelPanel";
import { MeterPanel } from "./MeterPanel";
import { NextStation } from "./NextStation";
import { RecordingPanel } from "./RecordingPanel";
import { ShownPanel } from "./ShownPanel";
import type { SignalPlan, SignalResults, SurveyStation } from "./types";
import { useCaptureUpload } from "./useCaptureUpload";
import { Waveform } from "./Waveform";

/** Is the sensor's output real, what does it say, and how sure is that? */
export function SignalPage() {
  const { job, live, handed } = useJobContext();
  const signal = useStation<SignalPlan, SignalResults>("signal");
  const survey: SurveyStation = useStation("survey");
  const { document, setDraft, results, lastResults, errorFor } = signal;
  const upload = useCaptureUpload(job.id, (file) => setDraft({ ...document, capture: { sha256: file.sha256, name: file.name } }));
  const { take } = upload;
  useEffect(() => {
    const file = handed.take();
    if (file) {
      take(file);
    }
  }, [handed, take]);
  const [typing, setTyping] = useState<"meter" | "shown" | null>(null);
  const notAsked = (results ?? lastResults)?.notAsked ?? [];
  const isConverted = !notAsked.includes("converterV");
  const onMeter = !document.capture && (typing === "meter" || Boolean(document.meter));
  const onShown = typing === "shown" || Boolean(document.shown) || document.converterV != null;
  const isOnWire = Boolean(document.capture) || onMeter;
  const isBegun = isOnWire || onShown;
  const shown = <ShownPanel key="shown" signal={signal} />;
  const converter = <ConverterPanel key="converter" signal={signal} survey={survey} />;
  // A refused change must not take away the field it is made in: what was read before it stands, faded.
  const capture = document.capture ? (lastResults?.capture ?? null) : null;
  const stale = !signal.isCurrent;
  const reading = results?.reading ?? (document.capture ? lastResults?.reading : null) ?? null;
  const isNarrow = useMedia("(width < 48rem)");
  // What is in dispute is what the lead says.
  const cautions = (
    <Findings findings={signal.findings.filter((f) => f.severity === "caution" && f.text !== results?.lead.text)} />
  );
  if (live.state !== "off") {
    return <LivePanel />;
  }
  return (
    <StationFrame station={signal} headline={headline()} lead={lead()}>
      {!isNarrow && cautions}
      <CaptureField upload={upload} />
      {upload.error && (
        <div className="mt-4">
          <Trouble error={upload.error} />
        </div>
      )}
      {!capture && !onMeter && !onShown && (
        <div className="no-print mt-5 rounded-[10px] border-2 border-dashed border-edge px-5 py-8 text-center">
          {!notAsked.includes("capture") && (
            <div className="mb-5 flex flex-wrap items-center justify-center gap-x-4 gap-y-2 border-b border-rule pb-5">
              <CaptureButton upload={upload} first={!document.capture} />
              <span className="text-ink-2">or drop it anywhere on this page: VCD, or CSV of time and level or volts</span>
            </div>
          )}
          {!document.capture && (
            <div className="flex flex-wrap items-center justify-center gap-x-4 gap-y-3">
              <button
                type="button"
                className={`btn ${notAsked.includes("capture") ? "btn-primary" : "btn-outline"}`}
                onClick={() => setTyping("shown")}
              >
                {isConverted ? "Type in volts or what a display shows" : "Type in what a display shows"}
              </button>
              {!notAsked.includes("meter") && (
                <button type="button" className="btn btn-outline" onClick={() => setTyping("meter")}>
                  Type in a meter reading
                </button>
              )}
              <button type="button" className="btn btn-outline" onClick={live.start}>
                Run the simulator
              </button>
            </div>
          )}
        </div>
      )}
      {capture && document.capture && capture.excerpt.length > 0 && (
        <div className={stale ? "outdated mt-4" : "mt-4"} aria-busy={stale}>
          <Waveform key={document.capture.sha256} capture={capture}>
            <CaptureButton upload={upload} first={false} />
          </Waveform>
        </div>
      )}
      {isBegun && (
        <Columns
          even
          left={[
            [1, isOnWire ? <MeterPanel key="meter" signal={signal} /> : isConverted ? converter : shown],
            [2, !isOnWire && isConverted && shown],
          ]}
          right={[
            [2.5, isOnWire && isConverted && converter],
            [3, reading && <HazePanel key="haze" reading={reading} signal={signal} />],
            [6, isOnWire && shown],
            [
              7,
              capture && document.capture && (
                <RecordingPanel
                  key="recording"
                  jobId={job.id}
                  capture={capture}
                  choice={document.capture}
                  channelError={errorFor("capture.channel")}
                  thresholdError={errorFor("capture.thresholdV")}
                  onChange={(part) => document.capture && setDraft({ ...document, capture: { ...document.capture, ...part } })}
                />
              ),
            ],
          ]}
          rest={[
            [4, reading && <MapFuelPanel key="map" signal={signal} survey={survey} />],
            [
              5,
              <NextStation
                key="next"
                onSimulate={live.start}
                hasReading={Boolean(reading?.ethanolPct)}
                upload={document.capture || notAsked.includes("capture") ? null : upload}
                onDropMeter={
                  onMeter
                    ? () => {
                        setTyping(null);
                        setDraft({ ...document, meter: undefined });
                      }
                    : null
                }
              />,
            ],
          ]}
        />
      )}
      {isNarrow && cautions}
    </StationFrame>
  );

  // What the page itself knows better than Core: that something is only about to be given, or why it cannot be read.
  function headline(): string | undefined {
    if (signal.refused) {
      return document.capture && signal.errorFor("meter") === undefined && captureRefused()
        ? said("signal", "captureCannotReadWay")
        : said("signal", "theseReadingsCannotRight");
    }
    return onMeter && !document.meter
      ? said("signal", "whatDoesMeterShow")
      : onShown && !reading && !results?.dispute
        ? said("signal", "whatDoesDisplayShow")
        : undefined;
  }

  function lead(): string | undefined {
    if (signal.refused) {
      return capture ? said("signal", "reasonStandsBelowWhat") : "";
    }
    return onMeter && !document.meter ? meterLead : undefined;
  }

  function captureRefused(): boolean {
    return Object.keys(signal.refused?.errors ?? {}).some((field) => !field.startsWith("signal.meter"));
  }
}

const meterLead = said("signal", "setMeterHzBlack");
