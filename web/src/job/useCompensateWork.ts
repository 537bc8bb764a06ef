import { useMemo } from "react";
import type { CompensateDocument, Reading, SignalDocument } from "../api/client";
import { useCompensatePreview } from "../api/queries";
import { useSlow } from "../shell/useSlow";
import { useStation } from "./useStation";

/** The work on what goes into the controller, reckoned for the reading that stands in the glass. */
export function useCompensateWork(id: string, reading: Reading | null, fuel: SignalDocument["fuel"]) {
  // Before this station existed its first questions were asked at the Signal station.
  const unsaved = useMemo<CompensateDocument | undefined>(
    () =>
      fuel ? { baseEthanolPct: fuel.baseEthanolPct, metering: fuel.metering, baseFuelTempC: fuel.baseFuelTempC } : undefined,
    [fuel],
  );
  const station = useStation<CompensateDocument>(id, "compensate", unsaved);
  const preview = useCompensatePreview(id, station.document, reading);
  // For a moment the answer before stands in for the one that is coming; no number of an earlier choice stays beside a new one.
  const slow = useSlow(preview.isPlaceholderData);
  return { ...station, preview, results: preview.error || slow ? null : (preview.data?.results ?? null) };
}

export type CompensateWork = ReturnType<typeof useCompensateWork>;
