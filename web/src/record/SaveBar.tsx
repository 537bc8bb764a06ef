import { useCallback, useEffect, useRef, useState } from "react";
import { useParams } from "react-router";
import { ApiError } from "../api/client";
import type { Draft } from "../job/drafts";
import { useJobContext } from "../job/jobContext";
import { BothChanged, settleConflicts } from "../job/saveDrafts";
import { useLostAt } from "../offline/connection";
import { InitialsField } from "../shell/InitialsField";
import { author } from "../shell/settings";
import { Trouble } from "../shell/Trouble";
import { useShortcut } from "../shell/useShortcut";
import { BothChangedPanel } from "./BothChangedPanel";

/** Saves what is being tried into the record under the mechanic's initials, all stations or none; what is discarded is that of one station, and comes back at a click. */
export function SaveBar() {
  const { job, work } = useJobContext();
  const { drafts, latest, keep, stand, save, isQueued, queue } = work;
  const lostAt = useLostAt();
  const [initials] = author.use();
  const changed = Object.keys(drafts);
  const refused = save.error instanceof ApiError ? save.error : null;
  const refusedAuthor = refused?.for("X-Author");
  const both = save.error instanceof BothChanged ? save.error : null;
  const { slug: here } = useParams();
  const [discarded, setDiscarded] = useState<{ slug: string; draft: Draft } | null>(null);
  const nameOf = (slug: string) => job.stations.find((s) => s.slug === slug)?.name ?? slug;
  // One page shows one station: what was typed elsewhere is not thrown away from here, but where nothing was typed here.
  const discards = here && changed.includes(here) ? [here] : changed;
  const ready = changed.length > 0 && !save.isPending && !both;
  const names = changed.map(nameOf).join(" and ");
  const bar = useRef<HTMLDivElement>(null);
  const hadFocus = useRef(false);
  useEffect(() => {
    if (!bar.current && hadFocus.current) {
      // Saved, the bar goes, and the keyboard with it: it goes on at the top of the page.
      hadFocus.current = false;
      if (document.activeElement === document.body) {
        document.getElementById("content")?.focus({ preventScroll: true });
      }
    }
  });
  const act = useCallback(() => {
    if (!ready) {
      return;
    }
    hadFocus.current = bar.current?.contains(document.activeElement) ?? false;
    if (lostAt) {
      queue(!isQueued);
    } else {
      save.mutate({ author: initials });
    }
  }, [ready, initials, save, lostAt, isQueued, queue]);
  useShortcut("s", act);
  const isSent = useRef(false);
  useEffect(() => {
    // Once each time it is back: what the program then says against it is for the mechanic to settle.
    if (isQueued && changed.length === 0) {
      // What was to be saved was discarded: nothing typed later is saved by itself.
      queue(false);
    } else if (lostAt) {
      isSent.current = false;
    } else if (isQueued && ready && !isSent.current) {
      isSent.current = true;
      queue(false);
      save.mutate({ author: initials });
    }
  }, [lostAt, isQueued, ready, initials, save, queue, changed.length]);
  if (changed.length === 0 && !save.error && !discarded) {
    return null;
  }
  return (
    <div
      ref={bar}
      className="no-print sticky bottom-0 z-10 -mx-4 mt-6 border-t border-rule bg-base-100 px-4 py-3 sm:-mx-7 sm:px-7"
    >
      {both && (
        <BothChangedPanel
          key={both.theirs.etag}
          both={both}
          name={nameOf(both.slug)}
          onSave={(takeTheirs) => {
            settleConflicts({ latest, keep, stand }, both, takeTheirs);
            save.mutate({ author: initials });
          }}
        />
      )}
      {save.error && !both && !refusedAuthor && !(lostAt && isQueued) && (
        <div className="mb-3">
          <Trouble error={save.error} />
        </div>
      )}
      <form
        className="flex flex-wrap items-center gap-x-2 gap-y-2 sm:gap-x-4"
        onSubmit={(e) => {
          e.preventDefault();
          act();
        }}
      >
        <InitialsField inline error={refusedAuthor} />
        <button type="submit" className="btn btn-primary" disabled={!ready}>
          {save.isPending ? "Saving" : lostAt ? (isQueued ? "Do not save when back" : "Save when back") : "Save to the record"}
        </button>
        {discards.map((slug) => (
          <button
            key={slug}
            type="button"
            className="btn btn-ghost"
            onClick={() => {
              save.reset();
              const draft = drafts[slug];
              setDiscarded(draft ? { slug, draft } : null);
              keep(slug, null);
            }}
          >
            <span>
              Discard <span className="max-sm:sr-only">changes</span>
              {changed.length > 1 && ` to ${nameOf(slug)}`}
            </span>
          </button>
        ))}
        {discarded && !(discarded.slug in drafts) && (
          <button
            type="button"
            className="btn btn-outline"
            onClick={() => {
              keep(discarded.slug, discarded.draft);
              setDiscarded(null);
            }}
          >
            Undo: bring back {nameOf(discarded.slug)}
          </button>
        )}
        <span role="status" className={`text-[0.9rem] text-ink-3 ${lostAt ? "" : "max-sm:hidden"}`}>
          {names && (lostAt && isQueued ? `${names}: saves when back.` : `${names}: not saved yet; kept in this browser.`)}
        </span>
      </form>
    </div>
  );
}
