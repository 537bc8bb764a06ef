import { createContext, use } from "react";
import type { Job } from "../api/client";
import type { Live } from "../live/useLive";
import type { CapacityWork } from "./useCapacityWork";
import type { CompensateWork } from "./useCompensateWork";
import type { SignalWork } from "./useSignalWork";
import type { SurveyWork } from "./useSurveyWork";

export interface JobContextValue {
  job: Job;
  survey: SurveyWork;
  capacity: CapacityWork;
  signal: SignalWork;
  compensate: CompensateWork;
  live: Live;
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
