import { lazy, Suspense, useEffect } from "react";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { ApiError } from "./api/client";
import { BayPage } from "./bay/BayPage";
import { useJobContext } from "./job/jobContext";
import { Banner } from "./offline/Banner";
import { Header } from "./shell/Header";
import { Loading } from "./shell/Loading";
import { theme } from "./shell/settings";
import { Trouble } from "./shell/Trouble";

// The bay is what one opens; a job's pages come when they are wanted.
const JobPage = lazy(() => import("./job/JobPage").then((m) => ({ default: m.JobPage })));
const StationPage = lazy(() => import("./frame/StationPage").then((m) => ({ default: m.StationPage })));
const PartsPage = lazy(() => import("./parts/PartsPage").then((m) => ({ default: m.PartsPage })));
const RecordPage = lazy(() => import("./record/RecordPage").then((m) => ({ default: m.RecordPage })));

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
          <Route path="/jobs/:id" element={<JobPage />}>
            <Route index element={<ToNextAction />} />
            <Route path="record" element={<RecordPage />} />
            <Route path="parts" element={<PartsPage />} />
            <Route path=":slug" element={<StationPage />} />
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
