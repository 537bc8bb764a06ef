import { useCallback, useMemo, useState } from "react";
import { useSavedDocument } from "../api/queries";
import { inputsOf, sameInputs } from "./documents";

// The Signal station was first; its drafts keep the name they always had.
const draftKey = (id: string, slug: string) => `hazy-gauge.draft.${id}${slug === "signal" ? "" : `.${slug}`}`;

/** What is being tried, and the tag of what it was made from: a save is told when somebody saved in between. */
export interface Draft<T> {
  etag: string;
  inputs: T;
}

/** A draft that does not know what it was made from is as old as can be: its save is stopped once, and shown what stands there. */
const unknownTag = '"unknown"';

function storedDraft<T extends object>(key: string): Draft<T> | null {
  try {
    const stored = JSON.parse(localStorage.getItem(key) ?? "null");
    return stored === null || typeof stored?.etag === "string" ? stored : { etag: unknownTag, inputs: inputsOf<T>(stored) };
  } catch {
    return null;
  }
}

/** A station's document on a job: what is saved, and what is being tried. */
export function useStation<T extends object>(id: string, slug: string, unsaved?: T) {
  const query = useSavedDocument<T>(id, slug);
  const saved = query.data;
  const key = draftKey(id, slug);
  const [drafts, setDrafts] = useState<Record<string, Draft<T> | null>>({});
  const draft = useMemo(() => (key in drafts ? (drafts[key] ?? null) : storedDraft<T>(key)), [drafts, key]);
  const neverSaved = saved !== undefined && saved.envelope.revision === undefined;
  const savedInputs = useMemo(
    () => (neverSaved && unsaved ? unsaved : inputsOf<T>(saved?.envelope.document)),
    [saved, neverSaved, unsaved],
  );
  // A draft is kept in this browser until it is saved or dropped: a reload loses nothing, and the record holds no half-typed work.
  const keep = useCallback(
    (next: Draft<T> | null) => {
      setDrafts((all) => ({ ...all, [key]: next }));
      try {
        if (next) {
          localStorage.setItem(key, JSON.stringify(next));
        } else {
          localStorage.removeItem(key);
        }
      } catch {
        // A browser that keeps nothing still holds the draft as long as the page is open.
      }
    },
    [key],
  );
  const etag = draft?.etag ?? saved?.etag;
  const setDraft = useCallback(
    (next: T | null) => {
      const inputs = next && inputsOf(next);
      // What is typed and taken back is no draft: it must not stand against what somebody else saves later.
      const isNothing = !inputs || (etag === saved?.etag && sameInputs(inputs, savedInputs));
      keep(isNothing ? null : { etag: etag ?? unknownTag, inputs });
    },
    [keep, etag, saved?.etag, savedInputs],
  );
  /** Takes the draft for one made from what is saved now: what stands there was seen. */
  const rebase = useCallback(
    (onto: string) => {
      if (draft) {
        keep({ ...draft, etag: onto });
      }
    },
    [keep, draft],
  );
  return {
    id,
    slug,
    query,
    saved,
    /** The tag of what the document on the page was made from. */
    etag,
    document: draft?.inputs ?? savedInputs,
    setDraft,
    rebase,
    changed: draft !== null && !sameInputs(draft.inputs, savedInputs),
  };
}

export type StationWork<T extends object> = ReturnType<typeof useStation<T>>;
