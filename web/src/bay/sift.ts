import type { Job } from "../api/client";
import { units } from "../shell/settings";
import { renderNext } from "../words/sentences";

export type Filter = "all" | "due" | "held" | "waiting" | "aside";

/** Jobs that a filter and the words typed leave: every word must stand somewhere in what the row says. */
export function sift(jobs: readonly Job[], filter: Filter, typed: string): readonly Job[] {
  const words = typed.toLocaleLowerCase().split(/\s+/).filter(Boolean);
  return jobs.filter((job) => passes(job, filter) && words.every((word) => textOf(job).includes(word)));
}

function passes(job: Job, filter: Filter): boolean {
  switch (filter) {
    case "due":
      return job.due.length > 0;
    case "held":
      return job.held !== null;
    case "waiting":
      return job.waiting.length > 0;
    default:
      return true;
  }
}

function textOf(job: Job): string {
  const next = renderNext(job.nextAction, units.get());
  const open = [...job.waiting, ...job.due, ...job.upcoming].map((e) => e.text);
  return [job.name, job.vehicle, next.command, next.why, ...open].join(" ").toLocaleLowerCase();
}
