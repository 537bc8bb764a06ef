import type { CapacityDocument } from "../api/client";
import { useCapacityPreview } from "../api/queries";
import { useSlow } from "../shell/useSlow";
import { useStation } from "./useStation";
import type { SurveyWork } from "./useSurveyWork";

/** The work on what the fuel system carries, reckoned for the survey as it stands on the page. */
export function useCapacityWork(id: string, survey: SurveyWork) {
  const station = useStation<CapacityDocument>(id, "capacity");
  const preview = useCapacityPreview(id, station.document, survey.document);
  // For a moment the answer before stands in for the one that is coming; no number of an earlier choice stays beside a new one.
  const slow = useSlow(preview.isPlaceholderData);
  return { ...station, preview, results: preview.error || slow ? null : (preview.data?.document.results ?? null) };
}

export type CapacityWork = ReturnType<typeof useCapacityWork>;
