import { Link } from "react-router";
import type { ListedJob, SearchHit } from "../api/client";
import { entryWords } from "../entries/OpenEntries";
import { ethanolColour } from "../glass/ethanolColour";
import { SmallLine } from "../line/SmallLine";
import { renderNext } from "../words/sentences";
import { when } from "../words/times";
import { useUnits } from "../words/useUnits";
import { FoundPlaces } from "./FoundPlaces";
import { JobActions } from "./JobActions";

/** A job in the bay: its vehicle, its line, what is next, and the blend in its line. */
export function JobRow({ job, hits }: { job: ListedJob; hits: readonly SearchHit[] }) {
  const units = useUnits();
  const next = renderNext(job.nextAction, units.current);
  const changed = job.stations.filter((s) => s.changedBy);
  return (
    <li className="relative grid overflow-hidden rounded-[10px] border border-rule bg-base-200 hover:border-edge sm:grid-cols-[1fr_150px]">
      <div className="min-w-0 px-5 py-4">
        <div className="flex flex-wrap items-baseline gap-x-3">
          <h2 className="text-[1.35rem] font-bold">
            {/* The link covers the whole row: one large target, one stop for the keyboard. */}
            <Link to={`/jobs/${job.id}/${job.nextAction.slug}`} className="after:absolute after:inset-0">
              {job.name}
            </Link>
          </h2>
          <p className="text-ink-3">{[job.vehicle, job.plate, job.reference].filter(Boolean).join(" · ")}</p>
          <p className="ml-auto text-[0.85rem] text-ink-3">
            {job.removedAt
              ? `removed ${when(job.removedAt)}`
              : job.reading
                ? `read ${when(job.reading.savedAt)}`
                : `begun ${when(job.createdAt)}`}
          </p>
        </div>
        <div className="my-2.5">
          <SmallLine job={job} />
        </div>
        <FoundPlaces job={job} hits={hits} />
        {[...job.due.filter((e) => !job.waiting.some((w) => w.number === e.number)), ...job.waiting].map((entry) => (
          <p key={entry.number} className="mb-1 border-l-4 border-base-content pl-2 text-[0.95rem]">
            {entryWords(entry)}
          </p>
        ))}
        {changed.map((station) => (
          <p key={station.slug} className="mb-1 border-l-4 border-base-content pl-2 text-[0.95rem]">
            <b>
              {nameOf(job, station.changedBy)} changed {station.name}:
            </b>{" "}
            {units.say(station.summary)}.
          </p>
        ))}
        <div className="flex flex-wrap items-start justify-between gap-x-6">
          <p className="min-w-0 grow basis-80 text-ink-2">
            {job.held && <b className="text-stop">On hold: </b>}
            <b className="text-base-content">{next.command}</b> {next.why}
          </p>
          <JobActions job={job} />
        </div>
      </div>
      <Level job={job} />
    </li>
  );
}

/** What the shop calls a station. */
function nameOf(job: ListedJob, slug: string | null | undefined): string {
  return job.stations.find((s) => s.slug === slug)?.name ?? "Another station";
}

function Level({ job }: { job: ListedJob }) {
  const reading = job.reading;
  if (!reading) {
    return (
      <div className="grid place-items-center border-t border-rule px-3 py-3 text-center text-[0.9rem] text-ink-3 sm:border-t-0 sm:border-l">
        {job.stations.some((s) => s.slug === "signal" && s.state !== "empty") ? "no reading" : "nothing read yet"}
      </div>
    );
  }
  const colour = ethanolColour(reading.ethanolPct);
  const low = Math.max(0, reading.ethanolPct - reading.plusMinus);
  const high = Math.min(100, reading.ethanolPct + reading.plusMinus);
  return (
    <div className="relative grid min-h-[76px] place-items-center border-t border-rule sm:border-t-0 sm:border-l">
      <div
        aria-hidden="true"
        className="absolute inset-0 opacity-35"
        style={{ background: `linear-gradient(to top, ${colour} ${low}%, transparent ${high}%)` }}
      />
      <p className="reading relative text-center leading-tight">
        <span className="block text-[1.8rem] font-bold">E{reading.ethanolPct.toFixed(0)}</span>
        <span className="text-ink-2">±{reading.plusMinus.toFixed(0)}</span>
      </p>
    </div>
  );
}
