import { useCallback, useRef, useState } from "react";
import { inputsOf } from "./documents";

/** What is being tried, and what it was made from: a save is told when somebody saved in between. */
export interface Draft {
  /** Tag of what it was made from. */
  etag: string;
  inputs: object;
  /** What it was made from; left out where a page from before did not keep it. */
  base?: object;
  /** What was sent to be saved and not answered yet: should it turn out to be there, it is no other person's work. */
  sent?: readonly object[];
}

export type Drafts = Readonly<Record<string, Draft>>;

/** A draft that does not know what it was made from is as old as can be: its save is stopped once, and shown what stands there. */
export const unknownTag = '"unknown"';

/** The revision a tag stands for; 0 where it stands for none. */
export const numberOf = (etag: string) => Number(etag.replaceAll('"', "")) || 0;

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
  // What is typed while an answer is on its way must be seen by whoever handles the answer: the page's copy is as old as its last look.
  const now = useRef(new Map<string, Draft | null>());
  const [, look] = useState(0);
  const latest = useCallback(
    (slug: string): Draft | null => {
      if (!now.current.has(slug)) {
        now.current.set(slug, storedDraft(keyOf(id, slug)));
      }
      return now.current.get(slug) ?? null;
    },
    [id],
  );
  // What a save that was answered left standing, until the page has looked at it.
  const stood = useRef(new Map<string, Draft>());
  const drafts: Record<string, Draft> = {};
  for (const slug of slugs) {
    const draft = latest(slug);
    if (draft) {
      drafts[slug] = draft;
    }
  }
  const keep = useCallback(
    (slug: string, draft: Draft | null) => {
      now.current.set(slug, draft);
      look((count) => count + 1);
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
  const stand = useCallback((slug: string, etag: string, inputs: object) => {
    stood.current.set(slug, { etag, inputs, base: inputs });
  }, []);
  /** What a new draft is made from: what the page sees, unless a save was answered since. */
  const madeFrom = useCallback((slug: string, etag: string, base: object): { etag: string; base: object } => {
    const newer = stood.current.get(slug);
    return newer && numberOf(newer.etag) > numberOf(etag) ? { etag: newer.etag, base: newer.inputs } : { etag, base };
  }, []);
  return { drafts: drafts as Drafts, latest, keep, stand, madeFrom };
}
