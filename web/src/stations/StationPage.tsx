import { Link, useParams } from "react-router";
import { useJobContext } from "../job/jobContext";
import { CapacityPage } from "./capacity/CapacityPage";
import { CompensatePage } from "./compensate/CompensatePage";
import { SignalPage } from "./signal/SignalPage";
import { SurveyPage } from "./survey/SurveyPage";

/** The station that the address names. */
export function StationPage() {
  const { slug } = useParams();
  const { job } = useJobContext();
  const station = job.stations.find((s) => s.slug === slug);
  if (!station) {
    return (
      <>
        <h1 className="verdict">There is no such station.</h1>
        <p className="lead mt-2">The line above has all ten.</p>
      </>
    );
  }
  if (station.slug === "survey") {
    return <SurveyPage key={job.id} />;
  }
  if (station.slug === "capacity") {
    return <CapacityPage key={job.id} />;
  }
  if (station.slug === "signal") {
    return <SignalPage key={job.id} />;
  }
  if (station.slug === "compensate") {
    return <CompensatePage key={job.id} />;
  }
  return (
    <>
      <h1 className="verdict">{station.name} is not built yet.</h1>
      <p className="lead mt-2">
        This station will answer: {station.question} Until then its part of the work belongs on paper; nothing here depends on it.
      </p>
      <p className="mt-5">
        <Link className="btn btn-outline" to={`/jobs/${job.id}/signal`}>
          Go to Signal
        </Link>
      </p>
    </>
  );
}
