import type { Capture, Reading, SignalDocument } from "../api/client";
import { useCaptureReadBefore, usePreview, useStoredCapture } from "../api/queries";
import { numberOf } from "../fields/stored";
import { useStation } from "./useStation";

/** The work on a job's signal: what is saved, what is being tried, and what that comes to. */
export function useSignalWork(id: string) {
  const station = useStation<SignalDocument>(id, "signal");
  const { document } = station;
  const capture = useStoredCapture(id, document);
  const rests: "capture" | "meter" | null = document.capture
    ? "capture"
    : numberOf(document.meter?.frequencyHz) !== null
      ? "meter"
      : null;
  const preview = usePreview(id, document, rests !== null);
  const readBefore = useCaptureReadBefore(id, document);
  const current: Capture | undefined = document.capture ? capture.data : undefined;
  const evaluated = preview.data?.results?.reading ?? null;
  return {
    ...station,
    capture,
    preview,
    /** What the reading rests on. */
    rests,
    /** What to draw: the capture as chosen, else the same file as it was read before. */
    shown: current ?? readBefore,
    /** True while what is drawn is not what is chosen: its numbers must not be taken for the answer. */
    stale: !current && Boolean(readBefore),
    /** The reading of what is chosen; null until it is known. */
    reading: (rests === "capture" ? current && (evaluated ?? current.reading) : evaluated) ?? (null as Reading | null),
  };
}

export type SignalWork = ReturnType<typeof useSignalWork>;
