import { useCallback, useMemo, useState } from "react";
import type { StationPreview } from "../api/client";
import { units } from "../shell/settings";
import { inputsOf, sameInputs } from "./documents";
import { unknownTag } from "./drafts";
import { useJobContext } from "./jobContext";
import { merge } from "./merge";

/** A station on the page: its document as saved or as being tried, and what that comes to. */
export function useStation<TPlan extends object, TResults>(slug: string) {
  const { job, work } = useJobContext();
  const { drafts, latest, keep, madeFrom, preview, slow, isLost, old } = work;
  const [system] = units.use();
  const draft = drafts[slug] ?? null;
  const entry = (preview.data ?? old)?.stations[slug] ?? null;
  const failed = preview.error && !preview.data && !old;
  // While a draft does not fit, what is known of the station from before stands.
  const [known, setKnown] = useState<StationPreview | null>(entry);
  if (entry && entry !== known) {
    setKnown(entry);
  }
  const saved = known && { etag: known.etag, revision: known.revision, savedAt: known.savedAt, author: known.author };
  const savedInputs = useMemo(
    () => inputsOf<TPlan>(known?.savedDocument ?? (known && known.revision > 0 ? known.document : null)),
    [known],
  );
  const etag = draft?.etag ?? saved?.etag ?? unknownTag;
  const document = (draft?.inputs ?? savedInputs) as TPlan;
  const setDraft = useCallback(
    (next: TPlan) => {
      const before = latest(slug);
      const made = before ?? madeFrom(slug, etag, savedInputs);
      const now = before?.inputs ?? made.base;
      // Whoever answers late answers for the page as it was then: what was typed or saved since stays.
      const inputs =
        now && !sameInputs(now, document) ? merge(document, inputsOf<TPlan>(next), now).document : inputsOf<TPlan>(next);
      // What is typed and taken back is no draft: it must not stand against what somebody else saves later.
      const isBack = made.etag === saved?.etag && sameInputs(inputs, savedInputs) && !before?.sent;
      keep(slug, isBack ? null : { ...before, etag: made.etag, inputs, base: made.base });
    },
    [keep, latest, madeFrom, slug, etag, saved?.etag, savedInputs, document],
  );
  const refused = preview.data?.refused ?? null;
  const mine = refused && Object.keys(refused.errors).some((f) => f.startsWith(`${slug}.`) || f === slug) ? refused : null;
  const errorFor = useCallback((field: string) => mine?.for(`${slug}.${field}`, system), [mine, slug, system]);
  const fields = job.stations.find((s) => s.slug === slug);
  return {
    slug,
    name: fields?.name ?? slug,
    /** True until anything is known of it: what is typed before would not know what it was made from. */
    isPending: !draft && !known && (preview.isPending || preview.isPlaceholderData),
    /** The program could not be asked. */
    error: preview.data || old ? null : preview.error,
    /** When what is shown was calculated, where that was before what is typed now and nothing newer can be had. */
    asOf: isLost ? (old?.at ?? null) : null,
    retry: () => preview.refetch(),
    /** What is against the draft. */
    refused: mine,
    errorFor,
    /** Revision 0 where it was never saved. */
    saved,
    savedInputs,
    document,
    setDraft,
    changed: draft !== null,
    /** What the document comes to; null while that is not known. */
    results: (failed || mine || slow ? null : (entry?.results ?? null)) as TResults | null,
    /** What it noticed, the gravest first; nothing while that is not known. */
    findings: failed || mine || slow ? [] : (entry?.findings ?? []),
    /** The steps of the work there, and what stops it; none while that is not known. */
    steps: failed || mine || slow ? [] : (entry?.steps ?? []),
    holds: failed || mine || slow ? [] : (entry?.holds ?? []),
    /** What is drawn while a change is on its way or does not fit. */
    lastResults: (known?.results ?? null) as TResults | null,
    isCurrent: !preview.isPlaceholderData && !mine && !isLost && Boolean(entry),
  };
}

export type StationWork<TPlan extends object, TResults> = ReturnType<typeof useStation<TPlan, TResults>>;
