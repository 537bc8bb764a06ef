import { useQuery } from "@tanstack/react-query";
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
}

/** What the program makes of a text that was typed: units, thousands, slips. Nothing is asked for a text nobody typed. */
export function useTyped(text: string, asked: { path?: string; quantity?: Unit }, system: Units): Understood {
  const settled = useSettled(text);
  const what = asked.path ? { field: asked.path } : { quantity: asked.quantity };
  const { data, error } = useQuery({
    queryKey: ["typed", what, system, settled],
    queryFn: () => unwrap(api.POST("/api/parse", { body: { ...what, system, text: settled } })),
    enabled: settled.trim() !== "" && settled === text,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  if (settled !== text) {
    return { typed: null, refused: undefined, isUnheard: false };
  }
  const refused = error instanceof ApiError ? error.for("text") : undefined;
  return { typed: data ?? null, refused, isUnheard: error !== null && refused === undefined };
}
