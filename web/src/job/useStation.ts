import { useCallback, useMemo, useState } from "react";
import { useSavedDocument } from "../api/queries";
import { inputsOf, sameInputs } from "./documents";

// The Signal station was first; its drafts keep the name they always had.
const draftKey = (id: string, slug: string) => `hazy-gauge.draft.${id}${slug === "signal" ? "" : `.${slug}`}`;

function storedDraft<T>(key: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? "null");
  } catch {
    return null;
  }
}

/** A station's document on a job: what is saved, and what is being tried. */
export function useStation<T extends object>(id: string, slug: string, unsaved?: T) {
  const query = useSavedDocument<T>(id, slug);
  const saved = query.data;
  const key = draftKey(id, slug);
  const [drafts, setDrafts] = useState<Record<string, T | null>>({});
  const draft = key in drafts ? (drafts[key] ?? null) : storedDraft<T>(key);
  const neverSaved = saved !== undefined && saved.envelope.revision === undefined;
  const savedInputs = useMemo(
    () => (neverSaved && unsaved ? unsaved : inputsOf<T>(saved?.envelope.document)),
    [saved, neverSaved, unsaved],
  );
  // A draft is kept in this browser until it is saved or dropped: a reload loses nothing, and the record holds no half-typed work.
  const setDraft = useCallback(
    (next: T | null) => {
      const inputs = next && inputsOf(next);
      setDrafts((all) => ({ ...all, [key]: inputs }));
      try {
        if (inputs) {
          localStorage.setItem(key, JSON.stringify(inputs));
        } else {
          localStorage.removeItem(key);
        }
      } catch {
        // A browser that keeps nothing still holds the draft as long as the page is open.
      }
    },
    [key],
  );
  return {
    id,
    slug,
    query,
    saved,
    document: draft ?? savedInputs,
    setDraft,
    changed: draft !== null && !sameInputs(draft, savedInputs),
  };
}

export type StationWork<T extends object> = ReturnType<typeof useStation<T>>;
