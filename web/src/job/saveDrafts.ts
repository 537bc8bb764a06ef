import { ApiError, api, authorHeader, type Envelope, type StationPreview, unwrap } from "../api/client";
import { inputsOf } from "./documents";
import { type Draft, numberOf } from "./drafts";
import { type Conflict, merge, saySame, withTheirs } from "./merge";
import { type Standing, savedNow } from "./savedNow";

/** What the program says to a save. */
export interface Saved {
  stations: Readonly<Record<string, StationPreview>>;
  etags: Readonly<Record<string, string>>;
}

/** Both changed the same fields of a station: somebody has to say what counts. */
export class BothChanged extends Error {
  constructor(
    readonly slug: string,
    /** Who saved meanwhile. */
    readonly by: string,
    readonly conflicts: readonly Conflict[],
    /** What stands there now. */
    readonly theirs: { etag: string; inputs: object },
  ) {
    super(`${by} saved this meanwhile, and you both changed the same fields.`);
  }
}

export interface Desk {
  id: string;
  author: string;
  latest: (slug: string) => Draft | null;
  keep: (slug: string, draft: Draft | null) => void;
  /** Notes what stands now. */
  stand: (slug: string, etag: string, inputs: object) => void;
}

// Somebody saving in between has it put together again; more often than this is no accident.
const mostTries = 6;

// Saves without an answer that are kept in mind; one that was answered ends them all.
const mostSent = 20;

/**
 * Saves the drafts of some stations, all or none. Whatever is typed while the save is on its way stays; what somebody else saved meanwhile is put
 * together with mine, and only where both changed a field it stops.
 */
export async function saveDrafts(desk: Desk, slugs: readonly string[], tries = mostTries): Promise<Saved> {
  const { id, author, latest, keep } = desk;
  const sending = slugs.flatMap((slug) => {
    const draft = latest(slug);
    return draft ? [{ slug, draft }] : [];
  });
  if (sending.length === 0) {
    return { stations: {}, etags: {} };
  }
  for (const { slug, draft } of sending) {
    // Should the answer be lost, what turns out to be there is recognized.
    const before = (draft.sent ?? []).filter((sent) => !saySame(sent, draft.inputs));
    keep(slug, { ...draft, sent: [...before.slice(1 - mostSent), draft.inputs] });
  }
  try {
    const saved = await unwrap(
      api.POST("/api/jobs/{id}/save", {
        params: { path: { id }, header: { "X-Author": authorHeader(author) } },
        body: {
          documents: sending.map(({ slug, draft }) => ({
            slug,
            etag: draft.etag,
            document: draft.inputs as Record<string, unknown>,
          })),
        },
      }),
    );
    for (const [slug, etag] of Object.entries(saved.etags)) {
      const sent = sending.find((s) => s.slug === slug)?.draft.inputs;
      settle(desk, slug, etag, sent, saved.stations[slug]?.document);
    }
    return saved;
  } catch (error) {
    if (error instanceof ApiError && error.status < 500) {
      // Refused, it did not arrive: what was sent before may have.
      for (const { slug, draft } of sending) {
        const now = latest(slug);
        keep(slug, now && { ...now, sent: draft.sent });
      }
    }
    const slug = error instanceof ApiError && error.status === 412 ? error.slug : undefined;
    const mine = slug ? latest(slug) : null;
    if (!slug || !mine || tries === 0) {
      throw error;
    }
    await bringTogether(desk, slug, mine);
    return saveDrafts(desk, slugs, tries - 1);
  }
}

/** Drops a draft that is saved now, or has what was typed since stand on what is saved. */
function settle(desk: Desk, slug: string, etag: string, sent: object | undefined, document: object | undefined) {
  const { latest, keep, stand } = desk;
  const stands = inputsOf(document ?? sent);
  stand(slug, etag, stands);
  const draft = latest(slug);
  if (!draft) {
    return;
  }
  if (sent && saySame(draft.inputs, sent)) {
    keep(slug, null);
    return;
  }
  const { document: inputs, conflicts } = merge(sent ?? draft.base, draft.inputs, stands);
  // What was saved along with another station is asked about when this one is saved.
  if (sent || conflicts.length === 0) {
    keep(slug, saySame(inputs, stands) ? null : { etag, inputs, base: stands });
  }
}

/** Reads what stands there, and makes mine stand on it. */
async function bringTogether({ id, author, keep, latest, stand }: Desk, slug: string, asSent: Draft) {
  const there = await savedNow(id, slug);
  // A save whose answer was lost is not somebody else's: what was typed since stands on it, and what others saved since as well.
  const own = await lastArrived(id, slug, author, latest(slug) ?? asSent, there);
  const mine = latest(slug) ?? asSent;
  const theirs = inputsOf(there.document);
  const { document: inputs, conflicts } = merge(own ?? mine.base, mine.inputs, theirs);
  if (conflicts.length > 0) {
    throw new BothChanged(slug, there.author ?? "Somebody", conflicts, { etag: there.etag, inputs: theirs });
  }
  stand(slug, there.etag, theirs);
  keep(slug, saySame(inputs, theirs) ? null : { etag: there.etag, inputs, base: theirs });
}

/** The last of what was sent without an answer that arrived all the same. */
async function lastArrived(
  id: string,
  slug: string,
  author: string,
  { sent, etag }: Draft,
  there: Standing,
): Promise<object | undefined> {
  const asSent = (document: object | undefined) => sent?.find((one) => saySame(one, inputsOf(document)));
  const own = there.author === author ? asSent(there.document) : undefined;
  if (own || !sent?.length) {
    return own;
  }
  const { items } = await unwrap(api.GET("/api/jobs/{id}/record", { params: { path: { id } } }));
  for (const { revision } of items.filter(
    (item) => item.slug === slug && item.author === author && item.revision > numberOf(etag),
  )) {
    const before = (await unwrap(
      api.GET("/api/jobs/{id}/record/{revision}", { params: { path: { id, revision } } }),
    )) as Envelope<object>;
    const arrived = asSent(before.document);
    if (arrived) {
      return arrived;
    }
  }
  return undefined;
}

/** Has what was chosen field by field stand in the draft. What was typed since stays; a field that came into dispute by it is asked about at the next save. */
export function settleConflicts(
  { latest, keep, stand }: Omit<Desk, "id" | "author">,
  both: BothChanged,
  takeTheirs: ReadonlySet<string>,
) {
  const { slug, theirs } = both;
  const draft = latest(slug);
  if (!draft) {
    return;
  }
  const { document, conflicts } = merge(draft.base, draft.inputs, theirs.inputs);
  const chosen = inputsOf(conflicts.filter(({ path }) => takeTheirs.has(path)).reduce(withTheirs, document));
  const asked = new Set(both.conflicts.map(({ path }) => path));
  if (conflicts.some(({ path }) => !asked.has(path))) {
    keep(slug, { ...draft, inputs: chosen });
    return;
  }
  stand(slug, theirs.etag, theirs.inputs);
  keep(slug, saySame(chosen, theirs.inputs) ? null : { etag: theirs.etag, inputs: chosen, base: theirs.inputs });
}
