import createClient from "openapi-fetch";
import { answered, askProgram, unanswered } from "../offline/connection";
import { letGo } from "../shell/press";
import { units as shownUnits } from "../shell/settings";
import { render } from "../words/sentences";
import type { Units } from "../words/units";
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type Job = Schemas["JobAnswer"];
export type ListedJob = Schemas["ListedJob"];
export type LineStation = Schemas["LineStation"];
export type NextAction = Schemas["NextAction"];
export type Sentence = Schemas["Sentence"];
export type SentenceValue = Schemas["SentenceValue"];
export type Unit = Schemas["Unit"];
export type Capture = Schemas["CaptureResult"];
export type Reading = Schemas["SensorReading"];
export type Dispute = Schemas["Dispute"];
export type Finding = Schemas["Finding"];
export type HazyNumber = Schemas["Hazy"];
export type BudgetLine = Schemas["BudgetLine"];
export type Assumption = Schemas["Assumption"];
export type FuelComponent = Schemas["FuelComponent"];
export type Field = Schemas["FieldAnswer"];
export type FittedPart = Schemas["FittedPart"];
export type TypedNumber = Schemas["TypedNumber"];
export type StationPreview = Schemas["StationPreview"];
export type StationStep = Schemas["StationStep"];
export type StationHold = Schemas["StationHold"];
export type OpenEntry = Schemas["OpenEntry"];
export type Entry = Schemas["EntryAnswer"];
export type UnreadableEntry = Schemas["ListedEntryUnreadableEntryAnswer"];
export type EntryRequest = Schemas["EntryRequest"];
export type SearchHit = Schemas["SearchHit"];
export type RecordItem = Schemas["RecordItem"];
export type Recheck = Schemas["RecheckAnswer"];
export type Figure = Schemas["Figure"];
export type FigureChange = Schemas["FigureChange"];
export type Compared = Schemas["CompareAnswer"];
export type Metering = NonNullable<Schemas["FuelFactorQuery"]["metering"]>;

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

export const api = createClient<paths>({ baseUrl: "/", fetch: askProgram });

/** The job here that an imported file is of. */
export interface ExistingJob {
  id: string;
  name: string;
  differs: readonly string[];
  canMerge: boolean;
}

interface Problem {
  detail?: string;
  title?: string;
  errors?: Record<string, string[]>;
  sentences?: Record<string, Sentence[]>;
  stations?: Record<string, StationPreview>;
  slug?: string;
  existing?: ExistingJob;
}

/** What the program refused or could not do, in its own words. */
export class ApiError extends Error {
  readonly status: number;
  readonly errors: Readonly<Record<string, readonly string[]>>;
  /** The same with their numbers, to be shown in the units chosen. */
  readonly sentences: Readonly<Record<string, readonly Sentence[]>>;
  /** What stands in a preview all the same. */
  readonly stations: Readonly<Record<string, StationPreview>>;
  /** The station that is concerned, where it is one. */
  readonly slug: string | undefined;
  /** The job that is here already, where that is what stands in the way. */
  readonly existing: ExistingJob | undefined;

  constructor(status: number, problem: Problem) {
    super(problem.detail ?? problem.title ?? "The program gave no reason.");
    this.status = status;
    this.errors = problem.errors ?? {};
    this.sentences = problem.sentences ?? {};
    this.stations = problem.stations ?? {};
    this.slug = problem.slug;
    this.existing = problem.existing;
  }

  /** The sentence that belongs to a field. */
  for(field: string, units: Units = shownUnits.get()): string | undefined {
    return this.texts(units, (name) => name === field).join(" ") || undefined;
  }

  /** Every sentence on the fields that are asked for. */
  texts(units: Units = shownUnits.get(), wanted: (field: string) => boolean = () => true): readonly string[] {
    return Object.keys(this.errors)
      .filter(wanted)
      .flatMap((field) => this.sentences[field]?.map((s) => render(s, units)) ?? this.errors[field] ?? []);
  }
}

/** The answer's data, or the problem as an error; told when nothing on the page is pressed. */
export async function unwrap<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await call;
  await letGo();
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
    request.onload = () => {
      answered();
      if (request.status < 300) {
        resolve(request.response as T);
      } else {
        reject(new ApiError(request.status, request.response ?? {}));
      }
    };
    request.onerror = () => {
      unanswered();
      reject(new TypeError("The program does not answer."));
    };
    request.onabort = () => reject(new DOMException("Stopped.", "AbortError"));
    options.signal?.addEventListener("abort", () => request.abort());
    request.send(form);
  });
}
