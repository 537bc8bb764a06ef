import { createContext, use, useCallback, useMemo, useState } from "react";
import type { Capture, Job, Reading, SignalDocument } from "../api/client";
import { type SavedSignal, useCaptureReadBefore, usePreview, useSavedSignal, useStoredCapture } from "../api/queries";

const draftKey = (id: string) => `hazy-gauge.draft.${id}`;

// The program writes what was left out as null; a draft leaves it out, so that the two compare equal.
function withoutNulls<T extends object>(value: T): T {
  return Object.fromEntries(Object.entries(value).filter(([, v]) => v !== null)) as T;
}

/** What the mechanic chose at the Signal station, without what came of it. */
export function inputsOf(document: SignalDocument | undefined): SignalDocument {
  const { capture, toleranceEthanolPct, fuel } = document ?? {};
  return {
    capture: capture ? withoutNulls(capture) : undefined,
    toleranceEthanolPct: toleranceEthanolPct ?? undefined,
    fuel: fuel ? withoutNulls(fuel) : undefined,
  };
}

function storedDraft(id: string): SignalDocument | null {
  try {
    return JSON.parse(localStorage.getItem(draftKey(id)) ?? "null");
  } catch {
    return null;
  }
}

/** The work on a job's signal: what is saved, what is being tried, and what that comes to. */
export function useJobWork(id: string) {
  const query = useSavedSignal(id);
  const saved: SavedSignal | undefined = query.data;
  const [drafts, setDrafts] = useState<Record<string, SignalDocument | null>>({});
  const draft = id in drafts ? (drafts[id] ?? null) : storedDraft(id);
  const savedInputs = useMemo(() => inputsOf(saved?.envelope.document), [saved]);
  const document = draft ?? savedInputs;
  // A draft is kept in this browser until it is saved or dropped: a reload loses nothing, and the record holds no half-typed work.
  const setDraft = useCallback(
    (next: SignalDocument | null) => {
      setDrafts((all) => ({ ...all, [id]: next }));
      try {
        if (next) {
          localStorage.setItem(draftKey(id), JSON.stringify(next));
        } else {
          localStorage.removeItem(draftKey(id));
        }
      } catch {
        // A browser that keeps nothing still holds the draft as long as the page is open.
      }
    },
    [id],
  );
  const capture = useStoredCapture(id, document);
  const preview = usePreview(id, document);
  const readBefore = useCaptureReadBefore(id, document);
  const current: Capture | undefined = document.capture ? capture.data : undefined;
  return {
    id,
    query,
    saved,
    document,
    setDraft,
    changed: draft !== null && JSON.stringify(draft) !== JSON.stringify(savedInputs),
    capture,
    preview,
    /** What to draw: the capture as chosen, else the same file as it was read before. */
    shown: current ?? readBefore,
    /** True while what is drawn is not what is chosen: its numbers must not be taken for the answer. */
    stale: !current && Boolean(readBefore),
    /** The reading of what is chosen; null until it is known. */
    reading: (current?.reading ?? null) as Reading | null,
  };
}

export type JobWork = ReturnType<typeof useJobWork>;

export const JobContext = createContext<{ job: Job; work: JobWork } | null>(null);

/** The job this page belongs to. */
export function useJobContext() {
  const context = use(JobContext);
  if (!context) {
    throw new Error("This part of the page stands outside a job.");
  }
  return context;
}
