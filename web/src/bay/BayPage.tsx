import { useCallback, useRef, useState } from "react";
import type { ListedJob } from "../api/client";
import { type BayFilter as Filter, useBay, useFound } from "../api/queries";
import { useBayNews } from "../live/useNews";
import { DropHere } from "../shell/DropHere";
import { Header } from "../shell/Header";
import { Loading } from "../shell/Loading";
import { Trouble } from "../shell/Trouble";
import { useDropped } from "../shell/useDropped";
import { useSettled } from "../shell/useSettled";
import { useShortcut } from "../shell/useShortcut";
import { BayFilter } from "./BayFilter";
import { DemoJobs, FirstRun } from "./FirstRun";
import { JobList } from "./JobList";
import { NewJobDialog } from "./NewJobDialog";
import { useImportJob } from "./useImportJob";

/** Every job, and what is next on it. */
export function BayPage() {
  const [filter, setFilter] = useState<Filter>("all");
  const [typed, setTyped] = useState("");
  // A stroke or a dash is no word yet.
  const search = useSettled(/[\p{L}\p{N}]/u.test(typed) ? typed.trim() : "");
  const field = useRef<HTMLInputElement>(null);
  const whole = useBay("all", "");
  const found = useBay(filter, search);
  const places = useFound(search);
  useBayNews();
  const newJob = useRef<HTMLDialogElement>(null);
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
  const importJob = useImportJob();
  const isOver = useDropped(importJob.ask);
  const bay = whole.data?.pages[0];
  const jobs = found.data?.pages.flatMap((page) => page.jobs) ?? [];
  return (
    <>
      <title>The bay · Hazy Gauge</title>
      <Header where="The bay" />
      <main id="content" tabIndex={-1} className="outline-none mx-auto max-w-[82rem] px-4 py-6 sm:px-7">
        <div className="flex flex-wrap items-start gap-x-4 gap-y-3">
          <h1 className="verdict min-w-0 grow">{bay ? headline(bay.counts, bay.jobs) : "The bay"}</h1>
          {importJob.button}
          <button type="button" className="btn btn-primary" onClick={openNew}>
            New job
          </button>
        </div>
        {bay && bay.counts.all + bay.counts.archived + bay.counts.removed > 0 && (
          <BayFilter
            filter={filter}
            onFilter={setFilter}
            typed={typed}
            onType={setTyped}
            field={field}
            counts={found.data?.pages[0]?.counts ?? bay.counts}
          />
        )}
        <div className="mt-5 grid gap-4">
          {importJob.question}
          {found.isPending && <Loading what="Fetching the jobs" />}
          {found.error && <Trouble error={found.error} onRetry={() => found.refetch()} />}
          {found.data && jobs.length === 0 && (
            <Nothing
              filter={filter}
              isSearched={search !== ""}
              onNew={openNew}
              onShowAll={() => {
                setTyped("");
                setFilter("all");
              }}
            />
          )}
          <JobList jobs={jobs} hits={search ? (places.data?.hits ?? []) : []} />
          {found.hasNextPage && (
            <button
              type="button"
              className="btn btn-outline no-print w-fit"
              disabled={found.isFetchingNextPage}
              onClick={() => found.fetchNextPage()}
            >
              {found.isFetchingNextPage ? "Fetching more jobs" : "More jobs"}
            </button>
          )}
        </div>
        {bay && bay.counts.all > 0 && (
          <p className="no-print mt-3 flex flex-wrap gap-x-4">
            <a className="link-quiet inline-flex min-h-[44px] items-center" href="/api/bay/due.ics" download>
              Due dates (calendar file)
            </a>
            <DemoJobs />
          </p>
        )}
        <p className="no-print mt-5 hidden text-[0.9rem] text-ink-3 sm:block">
          <kbd className="kbd-key">n</kbd> new job <kbd className="kbd-key ml-3">/</kbd> find{" "}
          <kbd className="kbd-key ml-3">j</kbd> <kbd className="kbd-key">k</kbd> down and up <kbd className="kbd-key ml-3">?</kbd>{" "}
          all keys
        </p>
      </main>
      {isOver && <DropHere />}
      <NewJobDialog ref={newJob} />
    </>
  );
}

interface NothingProps {
  filter: Filter;
  isSearched: boolean;
  onNew: () => void;
  onShowAll: () => void;
}

function Nothing({ filter, isSearched, onNew, onShowAll }: NothingProps) {
  if (!isSearched && filter === "all") {
    return <FirstRun onNew={onNew} />;
  }
  if (!isSearched && (filter === "archived" || filter === "removed")) {
    return <p className="lead">Nothing is {filter}.</p>;
  }
  return (
    <p className="lead">
      No matching jobs.{" "}
      <button type="button" className="link-quiet" onClick={onShowAll}>
        Show all
      </button>
    </p>
  );
}

interface Counts {
  all: number;
  due: number;
  held: number;
}

function headline({ all, due, held }: Counts, jobs: readonly ListedJob[]): string {
  const count = all === 0 ? "No open jobs." : all === 1 ? "1 open job." : `${all.toLocaleString("en")} open jobs.`;
  const heldJob = jobs.find((j) => j.held !== null);
  const dueJob = jobs.find((j) => j.due.length > 0);
  const holds = held === 0 ? "" : held === 1 && heldJob ? `The ${heldJob.name} is on hold.` : `${numberWord(held)} on hold.`;
  const falls =
    due === 0 ? "" : `Something is due on ${due === 1 && dueJob ? `the ${dueJob.name}` : numberWord(due, false).toLowerCase()}.`;
  return [count, holds, falls].filter(Boolean).join(" ");
}

function numberWord(count: number, asSubject = true): string {
  const word =
    ["No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten"][count] ?? count.toLocaleString("en");
  return asSubject ? `${word} ${count === 1 ? "is" : "are"}` : word;
}

/** Puts the keyboard on the next job, or the one before. */
function step(by: 1 | -1) {
  const links = [...document.querySelectorAll<HTMLAnchorElement>("main h2 a")];
  const at = links.indexOf(document.activeElement as HTMLAnchorElement);
  links[at < 0 ? (by > 0 ? 0 : links.length - 1) : Math.min(links.length - 1, Math.max(0, at + by))]?.focus();
}
