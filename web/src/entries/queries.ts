import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, authorHeader, type EntryRequest, unwrap } from "../api/client";
import { keys } from "../api/queries";

export const useEntries = (id: string) =>
  useQuery({
    queryKey: [...keys.job(id), "entries"],
    queryFn: () => unwrap(api.GET("/api/jobs/{id}/entries", { params: { path: { id } } })),
  });

/** Writes an entry. It has a key of its own, so that sending it again after a lost answer writes it once. */
export const useWriteEntry = (id: string) => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ entry, author, key }: { entry: EntryRequest; author: string; key: string }) =>
      unwrap(
        api.POST("/api/jobs/{id}/entries", {
          params: { path: { id }, header: { "Idempotency-Key": key, "X-Author": authorHeader(author) } },
          body: entry,
        }),
      ),
    onSettled: () => client.invalidateQueries({ queryKey: keys.jobs, predicate: (query) => query.queryKey[2] !== "station" }),
  });
};

/** A key no other entry has. */
export function newKey(): string {
  return crypto.randomUUID();
}
