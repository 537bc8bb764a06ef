import { useEffect } from "react";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { ApiError } from "./api/client";
import { BayPage } from "./bay/BayPage";
import { JobPage } from "./job/JobPage";
import { RecordPage } from "./record/RecordPage";
import { Header } from "./shell/Header";
import { theme } from "./shell/settings";
import { Trouble } from "./shell/Trouble";
import { StationPage } from "./stations/StationPage";

export function App() {
  const [current] = theme.use();
  useEffect(() => {
    document.documentElement.dataset.theme = current;
  }, [current]);
  return (
    <BrowserRouter>
      <Routes>
        <Route path="/" element={<BayPage />} />
        <Route path="/jobs/:id" element={<JobPage />}>
          <Route index element={<Navigate to="signal" replace />} />
          <Route path="record" element={<RecordPage />} />
          <Route path=":slug" element={<StationPage />} />
        </Route>
        <Route path="*" element={<Nowhere />} />
      </Routes>
    </BrowserRouter>
  );
}

function Nowhere() {
  return (
    <>
      <Header where="Nowhere" />
      <main className="mx-auto max-w-[60rem] px-4 py-8">
        <h1 className="verdict mb-4">There is nothing at this address.</h1>
        <Trouble error={new ApiError(404, { detail: "The bay has every job." })} />
      </main>
    </>
  );
}
