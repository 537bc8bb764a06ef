import { Link } from "react-router";
import type { ListedJob, SearchHit } from "../api/client";

/** Where the words typed stand in a job, beside what its row shows anyway. */
export function FoundPlaces({ job, hits }: { job: ListedJob; hits: readonly SearchHit[] }) {
  const shown = hits.filter((hit) => hit.where !== "name" && hit.where !== "vehicle");
  return shown.length === 0 ? null : (
    <ul className="mb-2 grid gap-0.5 text-[0.95rem] text-ink-2" aria-label={`Found on ${job.name}`}>
      {shown.map((hit) => (
        <li key={`${hit.where}${hit.entry}${hit.path}${hit.label}`} className="break-words">
          <Link
            to={addressOf(job, hit)}
            className="link-quiet relative z-10 inline-flex min-h-[32px] items-center max-sm:min-h-[44px]"
          >
            {hit.label}
          </Link>
          :{" "}
          {hit.words.map((piece, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the pieces of one sentence have no name but their place.
            <Word key={i} piece={piece} />
          ))}
        </li>
      ))}
    </ul>
  );
}

function Word({ piece }: { piece: SearchHit["words"][number] }) {
  return piece.isHit ? (
    <mark className="bg-transparent font-bold text-base-content underline decoration-2 underline-offset-2">{piece.text}</mark>
  ) : (
    piece.text
  );
}

function addressOf(job: ListedJob, { where, entry }: SearchHit): string {
  const isStation = job.stations.some((s) => s.slug === where);
  return `/jobs/${job.id}/${isStation ? where : "record"}${entry === null ? "" : `#entry-${entry}`}`;
}
