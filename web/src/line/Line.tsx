import { useState } from "react";
import { NavLink } from "react-router";
import type { Job } from "../api/client";
import { stateWord } from "../words/stations";
import { Engine, Tank } from "./ends";
import { Nut } from "./Nut";
import { Pipe } from "./Pipe";
import { reachOf } from "./reach";

interface Props {
  job: Job;
  /** The station on the page. */
  current: string | null;
  ethanolPct: number | null;
}

/** The job's ten stations from tank to engine; each leads to its page. */
export function Line(props: Props) {
  return (
    <nav aria-label="Stations of this job" className="no-print border-b border-rule px-4 sm:px-5">
      <div className="md:hidden">
        <FoldedLine {...props} />
      </div>
      <div className="hidden md:block">
        <WholeLine {...props} />
      </div>
    </nav>
  );
}

function WholeLine({ job, current, ethanolPct }: Props) {
  return (
    <div className="mx-auto flex max-w-[82rem] items-start pt-3 pb-2">
      <div className="mt-1">
        <Tank size={50} />
      </div>
      <div className="relative min-w-0 grow">
        <div className="absolute inset-x-0 top-[19px]">
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
                  <span className="flex h-[48px] items-center justify-center">
                    <Nut state={station.state} size={isCurrent ? 42 : 32} />
                  </span>
                  <span
                    className={`leading-tight max-lg:text-[0.72rem] ${isCurrent ? "font-bold lg:text-[1.06rem]" : "font-medium text-ink-2 lg:text-[0.9rem]"}`}
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
      </div>
      <div className="mt-1">
        <Engine size={54} />
      </div>
    </div>
  );
}

/** The line in one row where the stations would be too close together for a finger; it opens into a list. */
function FoldedLine({ job, current, ethanolPct }: Props) {
  const [isOpen, setOpen] = useState(false);
  const here = job.stations.find((s) => s.slug === current);
  return (
    <>
      <button
        type="button"
        className="block min-h-[60px] w-full py-1.5 text-left"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        <span aria-hidden="true" className="relative block">
          <span className="absolute inset-x-0 top-[9px] block">
            <Pipe ethanolPct={ethanolPct} reach={reachOf(job)} thick />
          </span>
          <span className="relative flex h-[26px] items-center justify-around">
            {job.stations.map(({ slug, state }) => (
              <Nut key={slug} state={state} size={slug === current ? 26 : 17} />
            ))}
          </span>
        </span>
        <span className="mt-0.5 flex items-baseline gap-x-2 text-[0.95rem] leading-5">
          <b>{here?.name ?? "Stations"}</b>
          {here && <StateWord station={here} />}
          <span className="ml-auto text-ink-2">{isOpen ? "Close" : "All stations"}</span>
        </span>
      </button>
      {isOpen && (
        <ol className="grid pb-2">
          {job.stations.map((station) => (
            <li key={station.slug} className="border-t border-rule">
              <NavLink
                to={`/jobs/${job.id}/${station.slug}`}
                className="flex min-h-[48px] items-center gap-3 aria-[current=page]:font-bold"
                onClick={() => setOpen(false)}
              >
                <Nut state={station.state} size={26} />
                <span>{station.name}</span>
                <StateWord station={station} />
              </NavLink>
            </li>
          ))}
        </ol>
      )}
    </>
  );
}

function StateWord({ station }: { station: Job["stations"][number] }) {
  return (
    <span className={station.state === "hold" ? "font-semibold text-stop" : "font-normal text-ink-3"}>{stateWord(station)}</span>
  );
}
