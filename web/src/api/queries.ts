import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { api, type Compared, type Recheck, unwrap } from "./client";

export const keys = {
  jobs: ["jobs"] as const,
  bay: ["jobs", "bay"] as const,
  job: (id: string) => ["jobs", id] as const,
  previews: (id: string) => ["jobs", id, "preview"] as const,
  record: (id: string) => ["jobs", id, "record"] as const,
};

export type BayFilter = "all" | "due" | "held" | "waiting" | "archived" | "removed";

/** The jobs of the bay that a filter and the words typed leave, page by page, with how many there are of each sort. */
export const useBay = (filter: BayFilter, search: string) =>
  useInfiniteQuery({
    queryKey: [...keys.bay, filter, search],
    initialPageParam: "",
    placeholderData: keepPreviousData,
    queryFn: ({ pageParam, signal }) =>
      unwrap(
        api.GET("/api/bay", {
          params: { query: { filter, search: search || undefined, after: pageParam || undefined } },
          signal,
        }),
      ),
    getNextPageParam: (last) => last.next ?? undefined,
  });

/** Where the words typed stand. */
export const useFound = (search: string) =>
  useQuery({
    queryKey: [...keys.bay, "found", search],
    enabled: search !== "",
    queryFn: ({ signal }) => unwrap(api.GET("/api/search", { params: { query: { q: search, limit: 100 } }, signal })),
  });

export const useJob = (id: string) =>
  useQuery({ queryKey: keys.job(id), queryFn: () => unwrap(api.GET("/api/jobs/{id}", { params: { path: { id } } })) });

/** What a station asks for. It changes with the program only. */
export const useFields = (slug: string) =>
  useQuery({
    queryKey: ["fields", slug],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => unwrap(api.GET("/api/fields/{slug}", { params: { path: { slug } } })),
  });

/** What a fuel factor is calculated with. */
export const useFuels = () =>
  useQuery({ queryKey: ["fuels"], staleTime: Number.POSITIVE_INFINITY, queryFn: () => unwrap(api.GET("/api/fuels")) });

export const useRecheck = (id: string, slug: string, enabled: boolean) =>
  useQuery({
    queryKey: ["recheck", id, slug],
    enabled,
    queryFn: (): Promise<Recheck> =>
      unwrap(api.GET("/api/jobs/{id}/stations/{slug}/recheck", { params: { path: { id, slug } } })),
  });

export const useCompared = (id: string, from: number | null, to: number | null) =>
  useQuery({
    queryKey: ["compare", id, from, to],
    enabled: from !== null && to !== null,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
    queryFn: (): Promise<Compared> =>
      unwrap(api.GET("/api/jobs/{id}/record/compare", { params: { path: { id }, query: { from: from ?? 0, to: to ?? 0 } } })),
  });
