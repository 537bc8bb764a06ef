import type { ReactNode } from "react";
import type { Sentence } from "../api/client";
import { useRecheck } from "../api/queries";
import { useJobContext } from "../job/jobContext";
import type { StationWork } from "../job/useStation";
import { SaveBar } from "../record/SaveBar";
import { Findings } from "../shell/Findings";
import { Loading } from "../shell/Loading";
import { Outline } from "../shell/Outline";
import { Refusal } from "../shell/Refusal";
import { Trouble } from "../shell/Trouble";
import { Verdict } from "../shell/Verdict";
import { timeOfDay } from "../words/times";
import { useUnits } from "../words/useUnits";
import { Holds } from "./Holds";
import { Rechecked } from "./Rechecked";
import { StepList } from "./StepList";

interface Told {
  headline: Sentence;
  lead: Sentence;
}

interface Props<T extends object, R extends Told> {
  station: StationWork<T, R>;
  /** Said instead of Core's headline and lead, where the page itself knows better. */
  headline?: string;
  lead?: ReactNode;
  /** What stands between the verdict and what has to stop the work. */
  aside?: ReactNode;
  children: ReactNode;
}

/** A station's page: the verdict and why, what does not fit, what has to stop the work, the work itself, and saving. */
export function StationFrame<T extends object, R extends Told>({ station, headline, lead, aside, children }: Props<T, R>) {
  const { job } = useJobContext();
  const units = useUnits();
  const { results, findings, saved, changed, refused, error, asOf } = station;
  const recheck = useRecheck(job.id, station.slug, Boolean(saved?.revision) && !changed);
  if (station.isPending) {
    return <Loading what="Fetching what was saved" />;
  }
  if (error && !saved && !changed) {
    return <Trouble error={error} onRetry={station.retry} />;
  }
  const verdict = refused
    ? "One number does not fit yet."
    : error
      ? "Nothing was calculated."
      : results
        ? units.say(results.headline)
        : "Calculating.";
  return (
    <>
      {asOf && (
        <p className="mb-2 border-l-4 border-base-content pl-3">
          <b>Calculated at {timeOfDay(asOf)}, before your last change.</b> There is no connection to calculate it anew.
        </p>
      )}
      <div className={asOf ? "outdated" : ""}>
        <Verdict>{headline ?? verdict}</Verdict>
        <p className="lead mt-1.5">{lead ?? (results ? units.say(results.lead) : "")}</p>
      </div>
      <Outline />
      {!changed && <Rechecked recheck={recheck.data} />}
      {aside}
      <Refusal error={error ?? refused} onRetry={station.retry} />
      <Holds holds={station.holds} />
      <Findings findings={findings.filter((f) => f.severity === "stop")} />
      <StepList steps={station.steps} />
      <div className={asOf ? "outdated" : ""}>{children}</div>
      <SaveBar />
    </>
  );
}
