import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiError, api, type Job, type StationPreview, unwrap } from "../api/client";
import { pace } from "../api/pace";
import { keys } from "../api/queries";
import { allRead } from "../fields/pendingTyped";
import { lastPreview } from "../offline/lastSeen";
import { useSlow } from "../shell/useSlow";
import { type Drafts, useDrafts } from "./drafts";
import { BothChanged, saveDrafts } from "./saveDrafts";
import { useQueued } from "./useQueued";

/** What a job comes to, with the drafts in place of what is saved. */
interface Preview {
  stations: Readonly<Record<string, StationPreview>>;
  /** What is against a draft; the other stations stand all the same. */
  refused: ApiError | null;
}

/** While somebody types, no more than one question in this time is worth its answer. */
const previewEveryMs = 150;

const previewKey = (id: string, slug: string | null, drafts: Drafts) =>
  [...keys.previews(id), slug, Object.fromEntries(Object.entries(drafts).map(([s, d]) => [s, d.inputs]))] as const;

/** The work on a job: its drafts, what the station on the page and all it rests on come to, and saving them together. */
export function useJobWork(id: string, job: Job | undefined, slug: string | null) {
  const client = useQueryClient();
  const built = job?.stations.filter((s) => s.built).map((s) => s.slug) ?? [];
  const { drafts, latest, keep, stand, madeFrom } = useDrafts(id, built);
  const [isQueued, queue] = useQueued(id);
  const wanted = slug && built.includes(slug) ? slug : null;
  const [myTurn] = useState(() => pace(previewEveryMs));
  const preview = useQuery({
    queryKey: previewKey(id, wanted, drafts),
    enabled: wanted !== null,
    // On a page without a station nothing of the one before is shown: what was a draft there may be saved by now.
    placeholderData: wanted ? keepPreviousData : undefined,
    queryFn: async ({ signal }): Promise<Preview> => {
      await myTurn(signal);
      const body = {
        drafts: Object.fromEntries(Object.entries(drafts).map(([s, d]) => [s, d.inputs as Record<string, unknown>])),
        want: [wanted as string],
      };
      try {
        const { stations } = await unwrap(api.POST("/api/jobs/{id}/preview", { params: { path: { id } }, body, signal }));
        return { stations, refused: null };
      } catch (error) {
        if (error instanceof ApiError && error.status === 422) {
          return { stations: error.stations, refused: error };
        }
        throw error;
      }
    },
  });
  const save = useMutation({
    // One after another: an answer that comes late would put back what a later one has settled.
    scope: { id: `save ${id}` },
    mutationFn: async ({ author }: { author: string }) => {
      await allRead();
      return saveDrafts({ id, author, latest, keep, stand }, built);
    },
    onSuccess: ({ stations }) => {
      // The page goes from the draft to what was saved without a glimpse of what stood there before.
      if (wanted && stations[wanted]) {
        client.setQueryData<Preview>(previewKey(id, wanted, {}), { stations, refused: null });
      }
      queue(false);
    },
    // Lost on the way, it may or may not have arrived: it is sent again, and what is there already is no conflict.
    onError: (error) => queue(!(error instanceof ApiError || error instanceof BothChanged)),
    onSettled: () => {
      client.invalidateQueries({ queryKey: keys.jobs, predicate: (query) => query.queryKey[2] !== "preview" });
      client.invalidateQueries({ queryKey: ["recheck", id] });
    },
  });
  // For a moment the answer before stands in for the one that is coming; no number of an earlier choice stays beside a new one.
  const slow = useSlow(preview.isPlaceholderData);
  // While the program does not answer, what it said before stands, and says how old it is.
  const isLost = wanted !== null && !preview.data && preview.error !== null && !(preview.error instanceof ApiError);
  const before = isLost ? lastPreview(client, id, wanted)?.state : undefined;
  const old = before ? { stations: (before.data as Preview).stations, at: new Date(before.dataUpdatedAt).toISOString() } : null;
  return { drafts, latest, keep, stand, madeFrom, preview, slow, save, isQueued, queue, isLost, old };
}

export type JobWork = ReturnType<typeof useJobWork>;
