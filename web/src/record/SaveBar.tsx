import { useMutation } from "@tanstack/react-query";
import { useCallback } from "react";
import { ApiError, api, unwrap } from "../api/client";
import { useJobContext } from "../job/jobContext";
import { InitialsField } from "../shell/InitialsField";
import { author } from "../shell/settings";
import { Trouble } from "../shell/Trouble";
import { useShortcut } from "../shell/useShortcut";

/** Saves what is being tried into the record under the mechanic's initials, all stations or none, or drops it. */
export function SaveBar() {
  const { job, work } = useJobContext();
  const { drafts, keep, preview, save } = work;
  const [initials] = author.use();
  const changed = Object.keys(drafts);
  const refused = save.error instanceof ApiError ? save.error : null;
  const refusedAuthor = refused?.for("X-Author");
  const stale = refused?.status === 412 ? refused.slug : undefined;
  const readTheirs = useMutation({
    mutationFn: ({ slug }: { slug: string; keepMine: boolean }) => tagOf(job.id, slug),
    onSuccess: (theirs, { slug, keepMine }) => {
      const mine = drafts[slug];
      keep(slug, keepMine && mine ? { ...mine, etag: theirs } : null);
      save.reset();
      preview.refetch();
    },
  });
  // Until theirs is read, a save would be stopped by it once more.
  const ready = changed.length > 0 && !save.isPending && !readTheirs.isPending;
  const names = changed.map((slug) => job.stations.find((s) => s.slug === slug)?.name).join(" and ");
  const act = useCallback(() => {
    if (ready) {
      save.mutate({ author: initials });
    }
  }, [ready, initials, save]);
  useShortcut("s", act);
  if (changed.length === 0 && !save.error) {
    return null;
  }
  return (
    <div className="no-print sticky bottom-0 z-10 -mx-4 mt-6 border-t border-rule bg-base-100 px-4 py-3 sm:-mx-7 sm:px-7">
      {readTheirs.error && (
        <div className="mb-3">
          <Trouble error={readTheirs.error} />
        </div>
      )}
      {save.error && !refusedAuthor && (
        <div className="mb-3">
          <Trouble error={save.error}>
            {stale && (
              <>
                <button
                  type="button"
                  className="btn btn-outline"
                  onClick={() => readTheirs.mutate({ slug: stale, keepMine: true })}
                >
                  Keep mine, show theirs
                </button>
                <button
                  type="button"
                  className="btn btn-outline"
                  onClick={() => readTheirs.mutate({ slug: stale, keepMine: false })}
                >
                  Take theirs
                </button>
              </>
            )}
          </Trouble>
        </div>
      )}
      <form
        className="flex flex-wrap items-center gap-x-4 gap-y-2"
        onSubmit={(e) => {
          e.preventDefault();
          act();
        }}
      >
        <InitialsField inline error={refusedAuthor} />
        <button type="submit" className="btn btn-primary" disabled={!ready}>
          {save.isPending ? "Saving" : "Save to the record"}
        </button>
        <button
          type="button"
          className="btn btn-ghost"
          onClick={() => {
            save.reset();
            for (const slug of changed) {
              keep(slug, null);
            }
          }}
        >
          Discard changes
        </button>
        <span role="status" className="hidden text-[0.9rem] text-ink-3 sm:inline">
          {names ? `${names}: not saved yet; kept in this browser.` : ""}
        </span>
      </form>
    </div>
  );
}

/** The tag of what is saved now: whoever asks for it has seen what stands there. */
async function tagOf(id: string, slug: string): Promise<string> {
  const call = api.GET("/api/jobs/{id}/stations/{slug}", { params: { path: { id, slug } } });
  await unwrap(call);
  return (await call).response.headers.get("ETag") ?? '"0"';
}
