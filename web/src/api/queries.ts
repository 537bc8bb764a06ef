import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import {
  api,
  authorHeader,
  type CapacityDocument,
  type Capture,
  type Compared,
  type CompensateDocument,
  type Envelope,
  type HazyNumber,
  type Reading,
  type Recheck,
  type SignalDocument,
  type SurveyDocument,
  unwrap,
} from "./client";

export const keys = {
  jobs: ["jobs"] as const,
  job: (id: string) => ["jobs", id] as const,
  station: (id: string, slug: string) => ["jobs", id, "station", slug] as const,
  record: (id: string) => ["jobs", id, "record"] as const,
};

export const useBay = (archived: boolean) =>
  useQuery({
    queryKey: [...keys.jobs, "bay", archived],
    queryFn: () => unwrap(api.GET("/api/bay", { params: { query: { archived } } })),
  });

export const useJob = (id: string) =>
  useQuery({ queryKey: keys.job(id), queryFn: () => unwrap(api.GET("/api/jobs/{id}", { params: { path: { id } } })) });

/** A document as it is saved, and the tag that is needed to save the next. */
export interface SavedDocument<T> {
  envelope: Envelope<T>;
  etag: string;
}

export const useSavedDocument = <T>(id: string, slug: string) =>
  useQuery({
    queryKey: keys.station(id, slug),
    queryFn: async (): Promise<SavedDocument<T>> => {
      const call = api.GET("/api/jobs/{id}/stations/{slug}", { params: { path: { id, slug } } });
      const envelope = (await unwrap(call)) as Envelope<T>;
      return { envelope, etag: (await call).response.headers.get("ETag") ?? '"0"' };
    },
  });

/** The capture on the job that the draft rests on, read anew; it draws the wave and shows what a change of tolerance does. */
export const useStoredCapture = (id: string, document: SignalDocument) => {
  const sha256 = document.capture?.sha256;
  const channel = document.capture?.channel ?? undefined;
  const toleranceEthanolPct = document.toleranceEthanolPct ?? undefined;
  const thresholdV = document.capture?.thresholdV ?? undefined;
  return useQuery({
    queryKey: ["capture", id, sha256, channel, toleranceEthanolPct, thresholdV],
    enabled: Boolean(sha256),
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: ({ signal }): Promise<Capture> =>
      unwrap(
        api.GET("/api/jobs/{id}/files/{sha256}/capture", {
          params: {
            path: { id, sha256: sha256 ?? "" },
            query: { channel, toleranceEthanolPct: toleranceEthanolPct?.toString(), thresholdV: thresholdV?.toString() },
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
export const usePreview = (id: string, document: SignalDocument, enabled: boolean) =>
  useQuery({
    queryKey: ["preview", id, "signal", document],
    enabled,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
    queryFn: ({ signal }) =>
      unwrap(api.POST("/api/jobs/{id}/stations/signal/preview", { params: { path: { id } }, body: document, signal })),
  });

/** What a survey comes to, however much of it is still open. */
export const useSurveyPreview = (id: string, document: SurveyDocument) =>
  useQuery({
    queryKey: ["preview", id, "survey", document],
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
    queryFn: ({ signal }) =>
      unwrap(api.POST("/api/jobs/{id}/stations/survey/preview", { params: { path: { id } }, body: document, signal })),
  });

/** What a plan for the fuel system comes to on a vehicle, and its envelope. */
export const useCapacityPreview = (id: string, document: CapacityDocument, survey: SurveyDocument) => {
  const body = { document, survey };
  return useQuery({
    queryKey: ["preview", id, "capacity", body],
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    // Dragging asks for hundreds of points; none is asked for again.
    gcTime: 10_000,
    retry: false,
    queryFn: ({ signal }) =>
      unwrap(api.POST("/api/jobs/{id}/stations/capacity/preview", { params: { path: { id } }, body: body as never, signal })),
  });
};

/** What goes into the controller for a reading. */
export const useCompensatePreview = (id: string, document: CompensateDocument, reading: Reading | null) => {
  const body = { document, reading: { ethanolPct: asInput(reading?.ethanolPct), fuelTempC: asInput(reading?.fuelTempC) } };
  return useQuery({
    queryKey: ["preview", id, "compensate", body],
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
    queryFn: ({ signal }) =>
      unwrap(api.POST("/api/jobs/{id}/stations/compensate/preview", { params: { path: { id } }, body: body as never, signal })),
  });
};

/** An answer's number goes into the next request as it is, parts and all. */
function asInput(number: HazyNumber | null | undefined) {
  return number ? { value: number.value, u: number.u, parts: number.parts } : undefined;
}

const curvePcts = Array.from({ length: 51 }, (_, i) => 2 * i);

/** The fuel factor over all blends, each known as well as the present reading is. */
export const useFuelCurve = (document: CompensateDocument, ethanol: HazyNumber | null | undefined) => {
  const { baseEthanolPct, metering } = document;
  const body = {
    ethanolPcts: curvePcts.map((value) => (ethanol ? { value, u: ethanol.u, parts: ethanol.parts } : value)),
    baseEthanolPct,
    metering,
  };
  return useQuery({
    queryKey: ["fuel-curve", baseEthanolPct, metering, ethanol?.parts],
    placeholderData: keepPreviousData,
    enabled: baseEthanolPct !== null && baseEthanolPct !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
    queryFn: async ({ signal }) => {
      const { points } = await unwrap(api.POST("/api/calc/fuel-curve", { body: body as never, signal }));
      return points.map((point, i) => ({ ethanolPct: curvePcts[i] as number, factor: point.factor, schools: point.schools }));
    },
  });
};

export interface ToSave {
  slug: string;
  document: object;
  etag: string;
}

/** Saves documents of a job one after the other, in the order of the work. */
export const useSaveDocuments = (id: string) => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({
      documents,
      author,
      onSaved,
    }: {
      documents: readonly ToSave[];
      author: string;
      onSaved: (slug: string) => void;
    }) => {
      for (const { slug, document, etag } of documents) {
        const call = api.PUT("/api/jobs/{id}/stations/{slug}", {
          params: { path: { id, slug }, header: { "If-Match": etag, "X-Author": authorHeader(author) } },
          body: document as never,
        });
        const envelope = (await unwrap(call)) as Envelope<object>;
        client.setQueryData(keys.station(id, slug), { envelope, etag: (await call).response.headers.get("ETag") ?? "" });
        onSaved(slug);
      }
    },
    onSettled: () => {
      client.invalidateQueries({ queryKey: keys.jobs, predicate: (query) => query.queryKey[2] !== "station" });
      client.invalidateQueries({ queryKey: ["recheck", id] });
    },
  });
};

/** What a fuel factor is reckoned with. */
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
