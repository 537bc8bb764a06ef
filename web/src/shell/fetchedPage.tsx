import { type ComponentType, lazy, useMemo } from "react";

/** A page whose code comes when it is wanted. */
export interface FetchedPage {
  /** Has it come before it is shown. */
  fetch: () => Promise<void>;
  /** What shows it: itself where it is here, else what waits for it. */
  shown: () => ComponentType;
}

export function fetchedPage(load: () => Promise<ComponentType>): FetchedPage {
  let here: ComponentType | null = null;
  const awaited = lazy(async () => ({ default: await load() }));
  return {
    fetch: async () => {
      here = await load();
    },
    shown: () => here ?? awaited,
  };
}

/** Shows a page: at once where its code is here, without a word of waiting in between. */
export function Fetched({ page }: { page: FetchedPage }) {
  // Which of the two it is stays while it is shown: another component in its place would forget what was typed.
  const Shown = useMemo(() => page.shown(), [page]);
  return <Shown />;
}
