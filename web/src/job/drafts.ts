import { useCallback, useState } from "react";
import { inputsOf } from "./documents";

/** What is being tried, and the tag of what it was made from: a save is told when somebody saved in between. */
export interface Draft {
  etag: string;
  inputs: object;
}

export type Drafts = Readonly<Record<string, Draft>>;

/** A draft that does not know what it was made from is as old as can be: its save is stopped once, and shown what stands there. */
export const unknownTag = '"unknown"';

// The Signal station was first; its drafts keep the name they always had.
const keyOf = (id: string, slug: string) => `hazy-gauge.draft.${id}${slug === "signal" ? "" : `.${slug}`}`;

function storedDraft(key: string): Draft | null {
  try {
    const stored = JSON.parse(localStorage.getItem(key) ?? "null");
    return stored === null || typeof stored?.etag === "string" ? stored : { etag: unknownTag, inputs: inputsOf(stored) };
  } catch {
    return null;
  }
}

/** The drafts of a job. They are kept in this browser until saved or dropped: a reload loses nothing, and the record holds no half-typed work. */
export function useDrafts(id: string, slugs: readonly string[]) {
  const [changed, setChanged] = useState<Readonly<Record<string, Draft | null>>>({});
  const [stored] = useState(() => new Map<string, Draft | null>());
  const drafts: Record<string, Draft> = {};
  for (const slug of slugs) {
    if (!stored.has(slug)) {
      stored.set(slug, storedDraft(keyOf(id, slug)));
    }
    const draft = slug in changed ? changed[slug] : stored.get(slug);
    if (draft) {
      drafts[slug] = draft;
    }
  }
  const keep = useCallback(
    (slug: string, draft: Draft | null) => {
      setChanged((all) => ({ ...all, [slug]: draft }));
      try {
        if (draft) {
          localStorage.setItem(keyOf(id, slug), JSON.stringify(draft));
        } else {
          localStorage.removeItem(keyOf(id, slug));
        }
      } catch {
        // A browser that keeps nothing still holds the draft as long as the page is open.
      }
    },
    [id],
  );
  return { drafts: drafts as Drafts, keep };
}
