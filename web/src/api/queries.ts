import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, authorHeader, type Capture, type Envelope, type Recheck, type SignalDocument, unwrap } from "./client";

export const keys = {
  jobs: ["jobs"] as const,
  job: (id: string) => ["jobs", id] as const,
  signal: (id: string) => ["jobs", id, "signal"] as const,
  record: (id: string) => ["jobs", id, "record"] as const,
};

export const useJobs = () => useQuery({ queryKey: keys.jobs, queryFn: () => unwrap(api.GET("/api/jobs")) });

export const useJob = (id: string) =>
  useQuery({ queryKey: keys.job(id), queryFn: () => unwrap(api.GET("/api/jobs/{id}", { params: { path: { id } } })) });

export interface SavedSignal {
  envelope: Envelope<SignalDocument>;
  etag: string;
}

export const useSavedSignal = (id: string) =>
  useQuery({
    queryKey: keys.signal(id),
    queryFn: async (): Promise<SavedSignal> => {
      const call = api.GET("/api/jobs/{id}/stations/{slug}", { params: { path: { id, slug: "signal" } } });
      const envelope = (await unwrap(call)) as Envelope<SignalDocument>;
      return { envelope, etag: (await call).response.headers.get("ETag") ?? '"0"' };
    },
  });

/** The capture on the job that the draft rests on, read anew; it draws the wave and shows what a change of tolerance does. */
export const useStoredCapture = (id: string, document: SignalDocument) => {
  const sha256 = document.capture?.sha256;
  const channel = document.capture?.channel ?? undefined;
  const toleranceEthanolPct = document.toleranceEthanolPct ?? undefined;
  return useQuery({
    queryKey: ["capture", id, sha256, channel, toleranceEthanolPct],
    enabled: Boolean(sha256),
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: ({ signal }): Promise<Capture> =>
      unwrap(
        api.GET("/api/jobs/{id}/files/{sha256}/capture", {
          params: {
            path: { id, sha256: sha256 ?? "" },
            query: { channel, toleranceEthanolPct: toleranceEthanolPct?.toString() },
          },
          signal,
        }),
      ),
  });
};

/** What is known of a file under other settings: enough to keep the page standing while a change is read or refused. */
export function useCaptureReadBefore(id: string, document: SignalDocument): Capture | undefined {
  const client = useQueryClient();
  const sha256 = document.capture?.sha256;
  return sha256
    ? client
        .getQueriesData<Capture>({ queryKey: ["capture", id, sha256] })
        .map(([, capture]) => capture)
        .findLast(Boolean)
    : undefined;
}

/** What the draft would come to if it were saved now. */
export const usePreview = (id: string, document: SignalDocument) =>
  useQuery({
    queryKey: ["preview", id, document],
    enabled: Boolean(document.capture),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
    queryFn: ({ signal }) =>
      unwrap(api.POST("/api/jobs/{id}/stations/signal/preview", { params: { path: { id } }, body: document, signal })),
  });

export const useSaveSignal = (id: string) => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({
      document,
      etag,
      author,
    }: {
      document: SignalDocument;
      etag: string;
      author: string;
    }): Promise<SavedSignal> => {
      const call = api.PUT("/api/jobs/{id}/stations/{slug}", {
        params: { path: { id, slug: "signal" }, header: { "If-Match": etag, "X-Author": authorHeader(author) } },
        body: document as never,
      });
      const envelope = (await unwrap(call)) as Envelope<SignalDocument>;
      return { envelope, etag: (await call).response.headers.get("ETag") ?? "" };
    },
    onSuccess: (saved) => {
      client.setQueryData(keys.signal(id), saved);
      client.invalidateQueries({ queryKey: keys.jobs });
      client.invalidateQueries({ queryKey: ["recheck", id] });
    },
  });
};

/** What a fuel factor is reckoned with. */
export const useFuels = () =>
  useQuery({ queryKey: ["fuels"], staleTime: Number.POSITIVE_INFINITY, queryFn: () => unwrap(api.GET("/api/fuels")) });

export const useRecheck = (id: string, enabled: boolean) =>
  useQuery({
    queryKey: ["recheck", id],
    enabled,
    queryFn: (): Promise<Recheck> => unwrap(api.GET("/api/jobs/{id}/stations/signal/recheck", { params: { path: { id } } })),
  });
