import { useMemo } from "react";
import type { CompensateDocument, Reading, SignalDocument } from "../api/client";
import { useCompensatePreview } from "../api/queries";
import { useSlow } from "../shell/useSlow";
import { useStation } from "./useStation";

/** The work on what goes into the controller, reckoned for the reading that stands in the glass. */
export function useCompensateWork(
  id: string,
  reading: Reading | null,
  fuel: SignalDocument["fuel"],
  surveyed: CompensateDocument["baseEthanolPct"],
) {
  // Until something is saved here: what the survey found the fuel map to be made on, else what was once asked at the Signal station.
  const unsaved = useMemo<CompensateDocument | undefined>(
    () =>
      surveyed !== null && surveyed !== undefined
        ? { baseEthanolPct: surveyed }
        : fuel
          ? { baseEthanolPct: fuel.baseEthanolPct, metering: fuel.metering, baseFuelTempC: fuel.baseFuelTempC }
          : undefined,
    [fuel, surveyed],
  );
  const station = useStation<CompensateDocument>(id, "compensate", unsaved);
  const preview = useCompensatePreview(id, station.document, reading);
  // For a moment the answer before stands in for the one that is coming; no number of an earlier choice stays beside a new one.
  const slow = useSlow(preview.isPlaceholderData);
  return { ...station, preview, results: preview.error || slow ? null : (preview.data?.results ?? null) };
}

export type CompensateWork = ReturnType<typeof useCompensateWork>;
