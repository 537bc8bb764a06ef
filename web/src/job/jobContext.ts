import { createContext, use } from "react";
import type { Job } from "../api/client";
import type { Live } from "../live/useLive";
import type { JobWork } from "./useJobWork";

export interface JobContextValue {
  job: Job;
  work: JobWork;
  live: Live;
  /** A recording that was dropped somewhere else on the job, to be read where recordings are read; taken once. */
  handed: { take: () => File | null };
}

export const JobContext = createContext<JobContextValue | null>(null);

/** The job this page belongs to. */
export function useJobContext() {
  const context = use(JobContext);
  if (!context) {
    throw new Error("This part of the page stands outside a job.");
  }
  return context;
}
