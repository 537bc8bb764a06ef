import { Link, useParams } from "react-router";
import { useJobContext } from "../job/jobContext";
import { Fetched } from "../shell/fetchedPage";
import { Verdict } from "../shell/Verdict";
import { stations } from "../stations/registry";

/** The station that the address names. */
export function StationPage() {
  const { slug = "" } = useParams();
  const { job } = useJobContext();
  const place = job.stations.find((s) => s.slug === slug);
  const entry = stations[slug];
  if (!place) {
    return (
      <>
        <Verdict>There is no such station.</Verdict>
        <p className="lead mt-2">The line above has all ten.</p>
      </>
    );
  }
  if (entry) {
    return <Fetched key={slug} page={entry.page} />;
  }
  return (
    <>
      <Verdict>{place.name} is not built yet.</Verdict>
      <p className="lead mt-2">
        This station will answer: {place.question} Do this step on paper for now; nothing here depends on it.
      </p>
      <p className="mt-5">
        <Link className="btn btn-outline" to={`/jobs/${job.id}/signal`}>
          Go to Signal
        </Link>
      </p>
    </>
  );
}
