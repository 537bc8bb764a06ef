import { queryOptions, useQuery, useQueryClient } from "@tanstack/react-query";
import { ApiError, api, type TypedNumber, type Unit, unwrap } from "../api/client";
import { useSettled } from "../shell/useSettled";
import type { Units } from "../words/units";

interface Understood {
  /** How the program reads it; null while it is asked, and where it is not. */
  typed: TypedNumber | null;
  /** Why it is no number that can be. */
  refused: string | undefined;
  /** True where the program did not answer. */
  isUnheard: boolean;
  /** Asks at once how a text reads; null where it cannot be read, or nobody answers. */
  ask: (text: string) => Promise<TypedNumber | null>;
}

/** What the program makes of a text that was typed: units, thousands, slips. Nothing is asked for a text nobody typed. */
export function useTyped(text: string, asked: { path?: string; quantity?: Unit }, system: Units): Understood {
  const client = useQueryClient();
  const settled = useSettled(text);
  const what = asked.path ? { field: asked.path } : { quantity: asked.quantity };
  const asking = (typed: string) =>
    queryOptions({
      queryKey: ["typed", what, system, typed],
      queryFn: () => unwrap(api.POST("/api/parse", { body: { ...what, system, text: typed } })),
      staleTime: Number.POSITIVE_INFINITY,
      retry: false,
    });
  const { data, error } = useQuery({ ...asking(settled), enabled: settled.trim() !== "" && settled === text });
  const ask = (typed: string) => client.fetchQuery(asking(typed)).catch(() => null);
  if (settled !== text) {
    return { typed: null, refused: undefined, isUnheard: false, ask };
  }
  const refused = error instanceof ApiError ? error.for("text") : undefined;
  return { typed: data ?? null, refused, isUnheard: error !== null && refused === undefined, ask };
}
