import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef } from "react";
import { useNavigate } from "react-router";
import { type Job, sendFile } from "../api/client";
import { keys, useJobs } from "../api/queries";
import { Header } from "../shell/Header";
import { Loading } from "../shell/Loading";
import { Trouble } from "../shell/Trouble";
import { useShortcut } from "../shell/useShortcut";
import { JobRow } from "./JobRow";
import { NewJobDialog } from "./NewJobDialog";

/** Every job, and what is next on it. */
export function BayPage() {
  const jobs = useJobs();
  const navigate = useNavigate();
  const client = useQueryClient();
  const newJob = useRef<HTMLDialogElement>(null);
  const file = useRef<HTMLInputElement>(null);
  const openNew = useCallback(() => newJob.current?.showModal(), []);
  useShortcut("n", openNew);
  const importJob = useMutation({
    mutationFn: (chosen: File) => sendFile<{ id: string }>("/api/jobs/import", chosen, {}),
    onSuccess: ({ id }) => {
      client.invalidateQueries({ queryKey: keys.jobs });
      navigate(`/jobs/${id}/signal`);
    },
  });
  const items = jobs.data?.items ?? [];
  return (
    <>
      <title>The bay · Hazy Gauge</title>
      <Header where="The bay" />
      <main className="mx-auto max-w-[82rem] px-4 py-6 sm:px-7">
        <div className="flex flex-wrap items-start gap-x-4 gap-y-3">
          <h1 className="verdict min-w-0 grow">{jobs.data ? headline(items) : "The bay"}</h1>
          <input
            ref={file}
            type="file"
            accept=".json,.zip"
            className="sr-only"
            tabIndex={-1}
            aria-label="Job file"
            onChange={(e) => {
              const chosen = e.target.files?.[0];
              if (chosen) {
                importJob.mutate(chosen);
              }
              e.target.value = "";
            }}
          />
          <button type="button" className="btn btn-outline" disabled={importJob.isPending} onClick={() => file.current?.click()}>
            {importJob.isPending ? "Reading the file" : "Open a job file"}
          </button>
          <button type="button" className="btn btn-primary" onClick={openNew}>
            New job
          </button>
        </div>
        <div className="mt-5 grid gap-4">
          {importJob.error && <Trouble error={importJob.error} />}
          {jobs.isPending && <Loading what="Fetching the jobs" />}
          {jobs.error && <Trouble error={jobs.error} onRetry={() => jobs.refetch()} />}
          {jobs.data && items.length === 0 && (
            <div className="panel">
              <p className="lead">
                The bay is empty. Begin with a new job for the vehicle in front of you, or open a job file that another shop sent
                along.
              </p>
            </div>
          )}
          {items.length > 0 && (
            <ul className="grid gap-4">
              {items.map((job) => (
                <JobRow key={job.id} job={job} />
              ))}
            </ul>
          )}
        </div>
        <p className="no-print mt-5 hidden text-[0.9rem] text-ink-3 sm:block">
          <kbd className="kbd-key">n</kbd> new job <kbd className="kbd-key ml-3">?</kbd> all keys
        </p>
      </main>
      <NewJobDialog ref={newJob} />
    </>
  );
}

function headline(jobs: readonly Job[]): string {
  const held = jobs.filter((j) => j.stations.some((s) => s.state === "hold"));
  const count =
    jobs.length === 0 ? "No job yet." : jobs.length === 1 ? "One on the go." : `${numberWord(jobs.length)} on the go.`;
  if (held.length === 0) {
    return count;
  }
  return `${count} ${held.length === 1 ? `The ${held[0]?.name} is on hold.` : `${numberWord(held.length)} are on hold.`}`;
}

function numberWord(count: number): string {
  return ["No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten"][count] ?? String(count);
}
