import { useState } from "react";
import type { SurveyDocument } from "../api/client";
import { useSurveyPreview } from "../api/queries";
import { useStation } from "./useStation";

/** The work on what is on the vehicle. */
export function useSurveyWork(id: string) {
  const station = useStation<SurveyDocument>(id, "survey");
  const preview = useSurveyPreview(id, station.document);
  // What was saved is shown at once; its judgement is looked at again meanwhile.
  const saved = station.changed ? null : station.saved?.envelope.document?.results;
  const results = preview.error ? null : (preview.data?.results ?? saved ?? null);
  // Which questions are asked stays as it was while an answer does not fit.
  const [known, setKnown] = useState(results);
  if (results && results !== known) {
    setKnown(results);
  }
  return { ...station, preview, results, lastVerdict: known?.verdict ?? null };
}

export type SurveyWork = ReturnType<typeof useSurveyWork>;
