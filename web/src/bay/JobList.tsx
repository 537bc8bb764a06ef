import type { ListedJob, SearchHit } from "../api/client";
import { JobRow } from "./JobRow";

/** The jobs, each with the places where the words typed stand in it. */
export function JobList({ jobs, hits }: { jobs: readonly ListedJob[]; hits: readonly SearchHit[] }) {
  // While the bay moves, one job can stand at the end of a page and at the beginning of the next.
  const once = [...new Map(jobs.map((job) => [job.id, job])).values()];
  return once.length === 0 ? null : (
    <ul className="grid gap-4" aria-label="Jobs">
      {once.map((job) => (
        <JobRow key={job.id} job={job} hits={hits.filter((hit) => hit.job.id === job.id)} />
      ))}
    </ul>
  );
}
