import { type DehydratedState, dehydrate, hydrate, type Query, type QueryClient, type QueryKey } from "@tanstack/react-query";
import { createStore, get, set } from "idb-keyval";
import { keys } from "../api/queries";
import { answers, unanswered } from "./connection";

/** What a page needs that is opened while the program does not answer: what it was last told. */
interface LastSeen {
  state: DehydratedState;
}

const place = "last-seen";
const restMs = 1500;
const openStore = () => createStore("hazy-gauge", "pages");

/** What was seen longer ago than this is no help any more. */
const freshMs = 3_600_000;

/** Keeps what the program last said, and gives it back to a page that is opened while it does not answer. While it answers, nothing old is shown. */
export async function rememberLastSeen(client: QueryClient) {
  let store: ReturnType<typeof openStore>;
  let before: DehydratedState["queries"];
  try {
    store = openStore();
    const isLost = !(await answers());
    before = ((await get<LastSeen>(place, store))?.state.queries ?? []).filter(
      (q) => Date.now() - q.state.dataUpdatedAt < freshMs,
    );
    if (isLost) {
      unanswered();
      hydrate(client, { mutations: [], queries: before });
    }
  } catch {
    // A browser that keeps nothing shows nothing while the program does not answer; the page says so itself.
    return;
  }
  let isDue = false;
  client.getQueryCache().subscribe((event) => {
    if (event.type === "updated" && event.action.type === "success" && !isDue) {
      isDue = true;
      setTimeout(() => {
        isDue = false;
        const now = dehydrate(client, { shouldDehydrateQuery: (query) => isKept(client, query) });
        // Pages seen before this one was opened can be gone back to.
        const seen = new Set(now.queries.map((q) => placeOf(q.queryKey)));
        const state = { mutations: [], queries: [...now.queries, ...before.filter((q) => !seen.has(placeOf(q.queryKey)))] };
        // No room in the browser is no reason to disturb the work.
        set(place, { state } satisfies LastSeen, store).catch(() => {});
      }, restMs);
    }
  });
}

/** Where an answer is shown; of a station's preview, whatever was typed for it. */
const placeOf = (key: QueryKey) => JSON.stringify(key[2] === "preview" ? key.slice(0, 4) : key);

/** Of the many answers to what was typed at a station, the last one is enough. */
function isKept(client: QueryClient, query: Query): boolean {
  if (query.state.status !== "success") {
    return false;
  }
  const [kind, id, what, slug] = query.queryKey;
  return kind !== keys.jobs[0] || what !== "preview" || lastPreview(client, String(id), slug as string | null) === query;
}

/** The last answer to what a station comes to, whatever was typed then. */
export function lastPreview(client: QueryClient, id: string, slug: string | null): Query | undefined {
  return client
    .getQueryCache()
    .findAll({ queryKey: [...keys.previews(id), slug] })
    .filter((q) => q.state.status === "success")
    .sort((a, b) => b.state.dataUpdatedAt - a.state.dataUpdatedAt)[0];
}
