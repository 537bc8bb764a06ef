import { useCallback, useId } from "react";
import { ApiError } from "../api/client";
import { useSaveDocuments } from "../api/queries";
import { useJobContext } from "../job/jobContext";
import { author } from "../shell/settings";
import { Trouble } from "../shell/Trouble";
import { useShortcut } from "../shell/useShortcut";

/** Saves what is being tried into the record under the mechanic's initials, or drops it. Stations are saved in the order of the work. */
export function SaveBar() {
  const id = useId();
  const { job, survey, capacity, signal, compensate } = useJobContext();
  const [initials, setInitials] = author.use();
  const save = useSaveDocuments(job.id);
  const works = [survey, capacity, signal, compensate];
  const changed = works.filter((work) => work.changed);
  const refused = save.error instanceof ApiError ? save.error : null;
  const refusedAuthor = refused?.for("X-Author");
  const stale = refused?.status === 412;
  const ready = changed.length > 0 && changed.every((work) => work.saved) && !save.isPending;
  const names = changed.map((work) => job.stations.find((s) => s.slug === work.slug)?.name).join(" and ");
  const act = useCallback(() => {
    if (ready) {
      save.mutate({
        documents: changed.map((work) => ({ slug: work.slug, document: work.document, etag: work.etag ?? "" })),
        author: initials,
        onSaved: (slug) => changed.find((work) => work.slug === slug)?.setDraft(null),
      });
    }
  }, [ready, changed, initials, save]);
  useShortcut("s", act);
  if (changed.length === 0 && !save.error) {
    return null;
  }
  const readTheirs = async (keepMine: boolean) => {
    await Promise.all(
      works.map(async (work) => {
        const theirs = (await work.query.refetch()).data;
        if (keepMine && theirs) {
          work.rebase(theirs.etag);
        }
      }),
    );
    save.reset();
  };
  return (
    <div className="no-print sticky bottom-0 z-10 -mx-4 mt-6 border-t border-rule bg-base-100 px-4 py-3 sm:-mx-7 sm:px-7">
      {save.error && !refusedAuthor && (
        <div className="mb-3">
          <Trouble error={save.error}>
            {stale && (
              <>
                <button type="button" className="btn btn-outline" onClick={() => readTheirs(true)}>
                  Keep mine, read theirs
                </button>
                <button
                  type="button"
                  className="btn btn-outline"
                  onClick={() => {
                    for (const work of changed) {
                      work.setDraft(null);
                    }
                    readTheirs(false);
                  }}
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
        <label htmlFor={id} className="label-text">
          Your initials
        </label>
        <input
          id={id}
          className="field w-[6.2rem]"
          maxLength={20}
          autoComplete="off"
          value={initials}
          aria-invalid={Boolean(refusedAuthor)}
          aria-describedby={refusedAuthor ? `${id}-trouble` : undefined}
          onChange={(e) => setInitials(e.target.value)}
        />
        <button type="submit" className="btn btn-primary" disabled={!ready}>
          {save.isPending ? "Saving" : "Save to the record"}
        </button>
        <button
          type="button"
          className="btn btn-ghost"
          onClick={() => {
            save.reset();
            for (const work of changed) {
              work.setDraft(null);
            }
          }}
        >
          Drop changes
        </button>
        <span role="status" className="hidden text-[0.9rem] text-ink-3 sm:inline">
          {names ? `${names}: not saved yet; kept in this browser.` : ""}
        </span>
        {refusedAuthor && (
          <p id={`${id}-trouble`} className="w-full text-stop">
            {refusedAuthor}
          </p>
        )}
      </form>
    </div>
  );
}
