import { Suspense, useEffect } from "react";
import { BrowserRouter, matchPath, Navigate, Route, Routes } from "react-router";
import { ApiError } from "./api/client";
import { BayPage } from "./bay/BayPage";
import { useJobContext } from "./job/jobContext";
import { Banner } from "./offline/Banner";
import { Fetched, fetchedPage } from "./shell/fetchedPage";
import { Header } from "./shell/Header";
import { Loading } from "./shell/Loading";
import { theme } from "./shell/settings";
import { Trouble } from "./shell/Trouble";
import { stations } from "./stations/registry";

// The bay is what one opens; a job's pages come when they are wanted.
const jobPage = fetchedPage(() => import("./job/JobPage").then((m) => m.JobPage));
const stationPage = fetchedPage(() => import("./frame/StationPage").then((m) => m.StationPage));
const partsPage = fetchedPage(() => import("./parts/PartsPage").then((m) => m.PartsPage));
const recordPage = fetchedPage(() => import("./record/RecordPage").then((m) => m.RecordPage));

/** Longer than this nobody looks at nothing. */
const patienceMs = 500;

/** Fetches all the code that an address needs at once: each part asking for the next takes a second. */
export async function fetchPages(pathname: string): Promise<void> {
  const at = matchPath("/jobs/:id/:slug?", pathname)?.params;
  const page = at?.slug === "record" ? recordPage : at?.slug === "parts" ? partsPage : stationPage;
  const wanted = at ? [jobPage, page, stations[at.slug ?? ""]?.page] : [];
  // What does not come, or not soon, is waited for where it is shown, and said there.
  const soon = new Promise((done) => setTimeout(done, patienceMs));
  await Promise.race([soon, Promise.allSettled(wanted.map((one) => one?.fetch()))]);
}

export function App() {
  const [current] = theme.use();
  useEffect(() => {
    document.documentElement.dataset.theme = current;
  }, [current]);
  return (
    <BrowserRouter>
      <Banner />
      <Suspense fallback={<Loading what="Fetching the page" />}>
        <Routes>
          <Route path="/" element={<BayPage />} />
          <Route path="/jobs/:id" element={<Fetched page={jobPage} />}>
            <Route index element={<ToNextAction />} />
            <Route path="record" element={<Fetched page={recordPage} />} />
            <Route path="parts" element={<Fetched page={partsPage} />} />
            <Route path=":slug" element={<Fetched page={stationPage} />} />
          </Route>
          <Route path="*" element={<Nowhere />} />
        </Routes>
      </Suspense>
    </BrowserRouter>
  );
}

/** A job opens where there is something to do. */
function ToNextAction() {
  const { job } = useJobContext();
  return <Navigate to={job.nextAction.slug} replace />;
}

function Nowhere() {
  return (
    <>
      <Header where="Page not found" />
      <main id="content" tabIndex={-1} className="outline-none mx-auto max-w-[60rem] px-4 py-8">
        <h1 className="verdict mb-4">There is nothing at this address.</h1>
        <Trouble error={new ApiError(404, { detail: "The bay has every job." })} />
      </main>
    </>
  );
}
