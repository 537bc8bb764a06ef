import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, authorHeader, type EntryRequest, unwrap } from "../api/client";
import { keys } from "../api/queries";

/** Behind the newest entry there can be. */
const newest = 2147483647;
const pageSize = 30;

/** The entries of a job, the newest first, page by page. */
export const useEntries = (id: string) =>
  useInfiniteQuery({
    queryKey: [...keys.job(id), "entries"],
    initialPageParam: newest,
    queryFn: ({ pageParam }) =>
      unwrap(api.GET("/api/jobs/{id}/entries", { params: { path: { id }, query: { before: pageParam, limit: pageSize } } })),
    getNextPageParam: (last) => last.next ?? undefined,
  });

/** The kinds of entries. They change with the program only. */
export const useEntryKinds = () =>
  useQuery({
    queryKey: ["entry-kinds"],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => unwrap(api.GET("/api/entry-kinds")),
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
    onSettled: () => client.invalidateQueries({ queryKey: keys.jobs }),
  });
};

/** A key no other entry has. */
export function newKey(): string {
  return crypto.randomUUID();
}
