import { useCallback, useSyncExternalStore } from "react";

/** Whether the page is shown in a certain way, as it changes. Where nobody can say, it is not. */
export function useMedia(query: string): boolean {
  const subscribe = useCallback(
    (tell: () => void) => {
      const list = window.matchMedia?.(query);
      list?.addEventListener("change", tell);
      return () => list?.removeEventListener("change", tell);
    },
    [query],
  );
  return useSyncExternalStore(subscribe, () => window.matchMedia?.(query).matches ?? false);
}
