import { useCallback, useEffect } from "react";
import { NavLink, Outlet, useLocation, useNavigate, useParams } from "react-router";
import type { Job, StationPreview } from "../api/client";
import { useJob } from "../api/queries";
import { OpenEntries } from "../entries/OpenEntries";
import { Line } from "../line/Line";
import { useLive } from "../live/useLive";
import { DropHere } from "../shell/DropHere";
import { Header } from "../shell/Header";
import { Loading } from "../shell/Loading";
import { Trouble } from "../shell/Trouble";
import { useShortcut } from "../shell/useShortcut";
import { stationKey } from "../words/stations";
import { when } from "../words/times";
import { GlassAside } from "./GlassAside";
import { JobContext, type JobContextValue } from "./jobContext";
import { Meanwhile } from "./Meanwhile";
import { readingOf } from "./reading";
import { useDroppedFile } from "./useDroppedFile";
import { useJobWork } from "./useJobWork";

/** A job: its line across the top, the sight glass at the right, a station or the record between. */
export function JobPage() {
  const { id = "" } = useParams();
  // The history can lead from one job straight to another: drafts of the one must not be taken for the other's.
  return <OneJob key={id} id={id} />;
}

function OneJob({ id }: { id: string }) {
  const { slug } = useParams();
  const { pathname } = useLocation();
  const job = useJob(id);
  const work = useJobWork(id, job.data, slug ?? null);
  const live = useLive();
  const navigate = useNavigate();
  const dropped = useDroppedFile(id, slug, work);
  // A station begins at its verdict, wherever the one before was scrolled to.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the address is what it waits for.
  useEffect(() => {
    // Newer browsers answer with a promise, which is no way to end an effect: nothing is returned.
    window.scrollTo(0, 0);
  }, [pathname]);
  useShortcut(
    "b",
    useCallback(() => navigate("/"), [navigate]),
  );
  useShortcut(
    "r",
    useCallback(() => navigate(`/jobs/${id}/record`), [navigate, id]),
  );
  if (!job.data) {
    return (
      <>
        <Header where="Job" />
        <main id="content" tabIndex={-1} className="outline-none mx-auto max-w-[82rem] px-4 py-6 sm:px-7">
          <h1 className="verdict mb-4">Job</h1>
          {job.isPending ? <Loading what="Fetching the job" /> : <Trouble error={job.error} onRetry={() => job.refetch()} />}
        </main>
      </>
    );
  }
  const context: JobContextValue = { job: job.data, work, live, handed: dropped.handed };
  const saved = latest(Object.values(work.preview.data?.stations ?? {}));
  return (
    <JobContext value={context}>
      <title>{`${job.data.name} · Hazy Gauge`}</title>
      <Header
        where={
          <>
            <span className="truncate font-semibold">{job.data.name}</span>
            <NavLink
              to={`/jobs/${id}/record`}
              className="link-quiet no-print ml-4 inline-flex min-h-[44px] shrink-0 items-center aria-[current=page]:font-bold"
            >
              Record
            </NavLink>
            <NavLink
              to={`/jobs/${id}/parts`}
              className="link-quiet no-print ml-4 inline-flex min-h-[44px] min-w-[44px] shrink-0 items-center aria-[current=page]:font-bold"
            >
              Parts
            </NavLink>
          </>
        }
      >
        {saved?.savedAt && `Saved ${when(saved.savedAt)} by ${saved.author}`}
      </Header>
      <Line
        job={withDraftStates(context)}
        current={slug ?? null}
        ethanolPct={readingOf(context).reading?.ethanolPct?.value ?? null}
      />
      {job.data.stations.map((station, index) => (
        <StationKey key={station.slug} pressed={stationKey(index)} to={`/jobs/${id}/${station.slug}`} />
      ))}
      <div className="mx-auto flex max-w-[84rem] flex-col lg:flex-row">
        <main id="content" tabIndex={-1} className="outline-none min-w-0 grow px-4 py-3 sm:px-7 md:py-5">
          <Meanwhile job={job.data} drafts={work.drafts} />
          <OpenEntries job={job.data} />
          {dropped.question}
          <Outlet />
        </main>
        <GlassAside />
      </div>
      {dropped.isOver && <DropHere />}
    </JobContext>
  );
}

/** The last save of what is on the page and of what it rests on. */
function latest(stations: readonly StationPreview[]): StationPreview | undefined {
  return stations
    .filter((s) => s.savedAt)
    .sort((a, b) => (a.savedAt ?? "").localeCompare(b.savedAt ?? ""))
    .at(-1);
}

/** The line shows what is on the page: while a draft differs from what is saved, its station has the draft's state. */
function withDraftStates({ job, work }: JobContextValue): Job {
  const stations = work.preview.data?.stations ?? {};
  return {
    ...job,
    stations: job.stations.map((s) => ({ ...s, state: (work.drafts[s.slug] && stations[s.slug]?.state) ?? s.state })),
  };
}

function StationKey({ pressed, to }: { pressed: string; to: string }) {
  const navigate = useNavigate();
  useShortcut(
    pressed,
    useCallback(() => navigate(to), [navigate, to]),
  );
  return null;
}
