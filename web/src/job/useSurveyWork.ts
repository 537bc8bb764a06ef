import type { SurveyDocument } from "../api/client";
import { useSurveyPreview } from "../api/queries";
import { useStation } from "./useStation";

/** The work on what is on the vehicle. */
export function useSurveyWork(id: string) {
  const station = useStation<SurveyDocument>(id, "survey");
  const preview = useSurveyPreview(id, station.document);
  // What was saved is shown at once; its judgement is looked at again meanwhile.
  const saved = station.changed ? null : station.saved?.envelope.document?.results;
  return { ...station, preview, results: preview.error ? null : (preview.data?.results ?? saved ?? null) };
}

export type SurveyWork = ReturnType<typeof useSurveyWork>;
