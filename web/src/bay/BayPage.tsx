import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { type Job, sendFile } from "../api/client";
import { keys, useBay } from "../api/queries";
import { Header } from "../shell/Header";
import { Loading } from "../shell/Loading";
import { Trouble } from "../shell/Trouble";
import { useShortcut } from "../shell/useShortcut";
import { BayFilter } from "./BayFilter";
import { JobRow } from "./JobRow";
import { NewJobDialog } from "./NewJobDialog";
import { type Filter, sift } from "./sift";

/** Every job, and what is next on it. */
export function BayPage() {
  const [filter, setFilter] = useState<Filter>("all");
  const [typed, setTyped] = useState("");
  const field = useRef<HTMLInputElement>(null);
  const bay = useBay(false);
  const aside = useBay(true);
  const jobs = filter === "aside" ? aside : bay;
  const navigate = useNavigate();
  const client = useQueryClient();
  const newJob = useRef<HTMLDialogElement>(null);
  const file = useRef<HTMLInputElement>(null);
  const openNew = useCallback(() => newJob.current?.showModal(), []);
  useShortcut("n", openNew);
  useShortcut(
    "j",
    useCallback(() => step(1), []),
  );
  useShortcut(
    "k",
    useCallback(() => step(-1), []),
  );
  const importJob = useMutation({
    mutationFn: (chosen: File) => sendFile<{ id: string }>("/api/jobs/import", chosen, {}),
    onSuccess: ({ id }) => {
      client.invalidateQueries({ queryKey: keys.jobs });
      navigate(`/jobs/${id}/signal`);
    },
  });
  const standing = bay.data?.jobs ?? [];
  const all = jobs.data?.jobs ?? [];
  const items = sift(all, filter, typed);
  const counts = {
    all: standing.length,
    due: sift(standing, "due", "").length,
    held: sift(standing, "held", "").length,
    waiting: sift(standing, "waiting", "").length,
    aside: bay.data?.archivedCount ?? 0,
  };
  return (
    <>
      <title>The bay · Hazy Gauge</title>
      <Header where="The bay" />
      <main className="mx-auto max-w-[82rem] px-4 py-6 sm:px-7">
        <div className="flex flex-wrap items-start gap-x-4 gap-y-3">
          <h1 className="verdict min-w-0 grow">{bay.data ? headline(standing) : "The bay"}</h1>
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
            {importJob.isPending ? "Reading the file" : "Import job"}
          </button>
          <button type="button" className="btn btn-primary" onClick={openNew}>
            New job
          </button>
        </div>
        {bay.data && standing.length + counts.aside > 0 && (
          <BayFilter filter={filter} onFilter={setFilter} typed={typed} onType={setTyped} field={field} counts={counts} />
        )}
        <div className="mt-5 grid gap-4">
          {importJob.error && <Trouble error={importJob.error} />}
          {jobs.isPending && <Loading what="Fetching the jobs" />}
          {jobs.error && <Trouble error={jobs.error} onRetry={() => jobs.refetch()} />}
          {jobs.data && all.length > 0 && items.length === 0 && (
            <p className="lead">
              No matching jobs.{" "}
              <button
                type="button"
                className="link-quiet"
                onClick={() => {
                  setTyped("");
                  setFilter("all");
                }}
              >
                Show all
              </button>
            </p>
          )}
          {filter === "aside" && aside.data && all.length === 0 && <p className="lead">Nothing is archived.</p>}
          {filter !== "aside" && jobs.data && all.length === 0 && (
            <div className="panel">
              <p className="lead">
                The bay is empty. Begin with a new job for the vehicle in front of you, or import a job file that another shop
                sent along.
              </p>
            </div>
          )}
          {items.length > 0 && (
            <ul className="grid gap-4" aria-label="Jobs">
              {items.map((job) => (
                <JobRow key={job.id} job={job} />
              ))}
            </ul>
          )}
        </div>
        {standing.some((job) => job.due.length + job.upcoming.length > 0) && (
          <p className="no-print mt-3">
            <a className="link-quiet inline-flex min-h-[44px] items-center" href="/api/bay/due.ics" download>
              Due dates (calendar file)
            </a>
          </p>
        )}
        <p className="no-print mt-5 hidden text-[0.9rem] text-ink-3 sm:block">
          <kbd className="kbd-key">n</kbd> new job <kbd className="kbd-key ml-3">/</kbd> find{" "}
          <kbd className="kbd-key ml-3">j</kbd> <kbd className="kbd-key">k</kbd> down and up <kbd className="kbd-key ml-3">?</kbd>{" "}
          all keys
        </p>
      </main>
      <NewJobDialog ref={newJob} />
    </>
  );
}

function headline(jobs: readonly Job[]): string {
  const count = jobs.length === 0 ? "No open jobs." : jobs.length === 1 ? "1 open job." : `${jobs.length} open jobs.`;
  const held = jobs.filter((j) => j.held !== null);
  const due = jobs.filter((j) => j.due.length > 0);
  const holds =
    held.length === 0 ? "" : held.length === 1 ? `The ${held[0]?.name} is on hold.` : `${numberWord(held.length)} are on hold.`;
  const falls =
    due.length === 0
      ? ""
      : `Something is due on ${due.length === 1 ? `the ${due[0]?.name}` : `${numberWord(due.length).toLowerCase()}`}.`;
  return [count, holds, falls].filter(Boolean).join(" ");
}

function numberWord(count: number): string {
  return ["No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten"][count] ?? String(count);
}

/** Puts the keyboard on the next job, or the one before. */
function step(by: 1 | -1) {
  const links = [...document.querySelectorAll<HTMLAnchorElement>("main h2 a")];
  const at = links.indexOf(document.activeElement as HTMLAnchorElement);
  links[at < 0 ? (by > 0 ? 0 : links.length - 1) : Math.min(links.length - 1, Math.max(0, at + by))]?.focus();
}
