import { NavLink } from "react-router";
import type { Job } from "../api/client";
import { stateWord } from "../words/stations";
import { Engine, Tank } from "./ends";
import { Nut } from "./Nut";
import { Pipe } from "./Pipe";
import { reachOf } from "./reach";

/** The job's ten stations from tank to engine; each leads to its page. */
export function Line({ job, current, ethanolPct }: { job: Job; current: string | null; ethanolPct: number | null }) {
  const index = job.stations.findIndex((s) => s.slug === current);
  const here = job.stations[index];
  return (
    <nav aria-label="Stations of this job" className="no-print border-b border-rule px-3 pt-3 pb-2 sm:px-5">
      <div className="mx-auto flex max-w-[82rem] items-start">
        <div className="mt-1 hidden sm:block">
          <Tank size={50} />
        </div>
        <div className="relative min-w-0 grow">
          <div className="absolute inset-x-0 top-[17px] sm:top-[19px]">
            <Pipe ethanolPct={ethanolPct} reach={reachOf(job)} thick />
          </div>
          <ol className="relative flex">
            {job.stations.map((station) => {
              const isCurrent = station.slug === current;
              return (
                <li key={station.slug} className="min-w-0 flex-1 basis-0">
                  <NavLink
                    to={`/jobs/${job.id}/${station.slug}`}
                    className="flex min-h-[44px] flex-col items-center rounded-lg text-center"
                    title={station.question}
                  >
                    <span className="flex h-[44px] items-center justify-center sm:h-[48px]">
                      <span className="sm:hidden">
                        <Nut state={station.state} size={isCurrent ? 34 : 24} />
                      </span>
                      <span className="hidden sm:block">
                        <Nut state={station.state} size={isCurrent ? 42 : 32} />
                      </span>
                    </span>
                    <span
                      className={`sr-only leading-tight lg:not-sr-only ${isCurrent ? "text-[1.06rem] font-bold" : "text-[0.9rem] font-medium text-ink-2"}`}
                    >
                      {station.name}
                    </span>
                    <span
                      className={`sr-only text-[0.76rem] leading-snug lg:not-sr-only ${station.state === "hold" ? "font-semibold text-stop" : "text-ink-3"}`}
                    >
                      {stateWord(station)}
                    </span>
                  </NavLink>
                </li>
              );
            })}
          </ol>
          {here && (
            <p aria-hidden="true" className="pb-1 text-center text-[0.95rem] lg:hidden">
              <b>{here.name}</b>{" "}
              <span className={here.state === "hold" ? "font-semibold text-stop" : "text-ink-3"}>{stateWord(here)}</span>
            </p>
          )}
        </div>
        <div className="mt-1 hidden sm:block">
          <Engine size={54} />
        </div>
      </div>
    </nav>
  );
}
