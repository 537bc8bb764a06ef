import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type Job = Schemas["JobAnswer"];
export type LineStation = Schemas["LineStation"];
export type Capture = Schemas["CaptureAnswer"];
export type Reading = Schemas["ReadingAnswer"];
export type Finding = Schemas["Finding"];
export type HazyNumber = Schemas["HazyNumber"];
export type BudgetLine = Schemas["BudgetLine"];
export type FuelFactor = Schemas["FuelFactorAnswer"];
export type Metering = NonNullable<Schemas["FuelFactorRequest"]["metering"]>;
export type SignalDocument = Schemas["SignalDocument"];
export type MeterRow = Schemas["MeterRowAnswer"];
export type CompensateDocument = Schemas["CompensateDocument"];
export type CompensateResults = NonNullable<CompensateDocument["results"]>;
export type SparkWeighting = NonNullable<Schemas["SparkAdditionRequest"]["weighting"]>;
export type SurveyDocument = Schemas["SurveyDocument"];
export type SurveyVerdict = Schemas["SurveyAnswer"];
export type SurveyFinding = Schemas["SurveyFinding"];
export type ToMeasure = Schemas["ToMeasure"];
export type Assumption = Schemas["Assumption"];
export type FuelComponent = Schemas["FuelComponent"];
export type CapacityDocument = Schemas["CapacityDocument"];
export type CapacityResults = Schemas["CapacityResults"];
export type CapacityAtPoint = Schemas["CapacityAnswer"];
export type CapacityPreview = Schemas["CapacityPreview"];
export type CapacityChange = Schemas["CapacityChange"];
export type Remedy = Schemas["RemedyAnswer"];
export type Joint = Schemas["JointAnswers"];
export type OpenEntry = Schemas["OpenEntry"];
export type Entry = Schemas["EntryAnswer"];
export type EntryRequest = Schemas["EntryRequest"];
export type RecordItem = Schemas["RecordItem"];
export type Recheck = Schemas["RecheckAnswer"];
export type Figure = Schemas["DocumentFigure"];
export type FigureChange = Schemas["FigureChange"];
export type Compared = Schemas["CompareAnswer"];

/** A number as a document holds it: bare, or with its haze. */
export type Stored = number | { value: number; u?: number | null; plusMinus?: number | null } | null | undefined;

/** A document as the record keeps it; all absent where the station was never saved. */
export interface Envelope<TDocument> {
  slug?: string;
  revision?: number;
  author?: string;
  savedAt?: string;
  document?: TDocument;
}

export const api = createClient<paths>({ baseUrl: "/" });

/** What the program refused or could not do, in its own words. */
export class ApiError extends Error {
  readonly status: number;
  readonly errors: Readonly<Record<string, readonly string[]>>;

  constructor(status: number, problem: { detail?: string; title?: string; errors?: Record<string, string[]> }) {
    super(problem.detail ?? problem.title ?? "The program gave no reason.");
    this.status = status;
    this.errors = problem.errors ?? {};
  }

  /** The sentence that belongs to a field. */
  for(field: string): string | undefined {
    return this.errors[field]?.join(" ");
  }
}

/** The answer's data, or the problem as an error. */
export async function unwrap<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await call;
  if (!response.ok) {
    throw new ApiError(response.status, (error ?? {}) as object);
  }
  return data as T;
}

/** A header can carry bytes only: the name goes out as UTF-8, whatever letters it has. */
export function authorHeader(author: string): string {
  return String.fromCharCode(...new TextEncoder().encode(author));
}

/** Sends one file as multipart, telling how far it is (0 to 1); `signal` gives up. */
export function sendFile<T>(
  path: string,
  file: File,
  fields: Record<string, string>,
  options: { onProgress?: (share: number) => void; signal?: AbortSignal } = {},
): Promise<T> {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields)) {
    form.append(name, value);
  }
  form.append("file", file);
  // fetch does not tell how far an upload is.
  const request = new XMLHttpRequest();
  return new Promise((resolve, reject) => {
    request.open("POST", path);
    request.responseType = "json";
    request.upload.onprogress = (event) => event.lengthComputable && options.onProgress?.(event.loaded / event.total);
    request.onload = () =>
      request.status < 300 ? resolve(request.response as T) : reject(new ApiError(request.status, request.response ?? {}));
    request.onerror = () => reject(new TypeError("The program does not answer."));
    request.onabort = () => reject(new DOMException("Given up.", "AbortError"));
    options.signal?.addEventListener("abort", () => request.abort());
    request.send(form);
  });
}
