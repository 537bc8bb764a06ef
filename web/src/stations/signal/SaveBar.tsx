import { useCallback, useId } from "react";
import { ApiError } from "../../api/client";
import { useSaveSignal } from "../../api/queries";
import type { JobWork } from "../../job/jobContext";
import { author } from "../../shell/settings";
import { Trouble } from "../../shell/Trouble";
import { useShortcut } from "../../shell/useShortcut";

/** Saves the draft into the record under the mechanic's initials, or drops it. */
export function SaveBar({ work }: { work: JobWork }) {
  const id = useId();
  const [initials, setInitials] = author.use();
  const save = useSaveSignal(work.id);
  const { saved, changed, document, setDraft } = work;
  const refusedAuthor = save.error instanceof ApiError ? save.error.for("X-Author") : undefined;
  const stale = save.error instanceof ApiError && save.error.status === 412;
  const act = useCallback(() => {
    if (saved && changed && !save.isPending) {
      save.mutate({ document, etag: saved.etag, author: initials }, { onSuccess: () => setDraft(null) });
    }
  }, [saved, changed, document, initials, save, setDraft]);
  useShortcut("s", act);
  if (!changed && !save.error) {
    return null;
  }
  return (
    <div className="no-print sticky bottom-0 z-10 -mx-4 mt-6 border-t border-rule bg-base-100 px-4 py-3 sm:-mx-7 sm:px-7">
      {save.error && !refusedAuthor && (
        <div className="mb-3">
          <Trouble error={save.error}>
            {stale && (
              <>
                <button type="button" className="btn btn-outline" onClick={() => work.query.refetch().then(() => save.reset())}>
                  Keep mine, read theirs
                </button>
                <button
                  type="button"
                  className="btn btn-outline"
                  onClick={() => {
                    setDraft(null);
                    work.query.refetch().then(() => save.reset());
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
        <button type="submit" className="btn btn-primary" disabled={!changed || !saved || save.isPending}>
          {save.isPending ? "Saving" : "Save to the record"}
        </button>
        <button type="button" className="btn btn-ghost" onClick={() => setDraft(null)}>
          Drop changes
        </button>
        <span role="status" className="hidden text-[0.9rem] text-ink-3 sm:inline">
          Not saved yet; kept in this browser.
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
