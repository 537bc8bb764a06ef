import type { Job } from "../api/client";
import { useJobNews } from "../live/useNews";
import type { Drafts } from "./drafts";

/** Says which stations others saved while this page is open. */
export function Meanwhile({ job, drafts }: { job: Job; drafts: Drafts }) {
  const saved = useJobNews(job.id);
  return (
    <div role="status" className="no-print">
      {saved.map(({ slug, author, revision }) => {
        const name = job.stations.find((s) => s.slug === slug)?.name ?? slug;
        return (
          <p key={slug} className="mb-3 border-l-4 border-base-content pl-3">
            <b>
              {author} saved {name}
            </b>{" "}
            (revision {revision}) while this page was open.{" "}
            {drafts[slug] ? "You have changes there that are not saved: saving puts both together." : "You see it as it is now."}
          </p>
        );
      })}
    </div>
  );
}
