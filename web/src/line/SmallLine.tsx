import type { ListedJob } from "../api/client";
import { stateWord } from "../words/stations";
import { Engine, Tank } from "./ends";
import { Nut } from "./Nut";
import { Pipe } from "./Pipe";
import { reachOf } from "./reach";

/** The line of a job at a glance, for its row in the bay. */
export function SmallLine({ job }: { job: ListedJob }) {
  const worked = job.stations.filter((s) => s.state !== "empty");
  return (
    <div
      role="img"
      aria-label={worked.length === 0 ? "No station worked at yet" : worked.map((s) => `${s.name} ${stateWord(s)}`).join(", ")}
      className="flex items-center"
    >
      <Tank size={30} />
      <div className="relative grow">
        <div className="absolute inset-x-0 top-1/2 -translate-y-1/2">
          <Pipe ethanolPct={job.reading?.ethanolPct ?? null} reach={reachOf(job)} />
        </div>
        <div className="relative flex justify-around">
          {job.stations.map((s) => (
            <Nut key={s.slug} state={s.state} size={19} />
          ))}
        </div>
      </div>
      <Engine size={32} />
    </div>
  );
}
