import { act, render, waitFor } from "@testing-library/react";
import { expect, test } from "vitest";
import type { Live } from "../live/useLive";
import { testJob } from "../testJob";
import { Place, testServer } from "../testServer";
import { JobContext } from "./jobContext";
import { useJobWork } from "./useJobWork";
import { type StationWork, useStation } from "./useStation";

interface Signal {
  notes?: string;
  meter?: { frequencyHz?: number; highV?: number };
}

const job = testJob({
  stations: [{ slug: "signal", name: "Signal", question: "?", built: true, state: "empty", isWaiting: false }],
});

interface Watched {
  onStation: (station: StationWork<Signal, object>) => void;
}

function Page({ onStation }: Watched) {
  onStation(useStation<Signal, object>("signal"));
  return null;
}

function AtWork({ onStation }: Watched) {
  const work = useJobWork("1", job, "signal");
  return (
    <JobContext value={{ job, work, live: {} as Live, handed: { take: () => null } }}>
      <Page onStation={onStation} />
    </JobContext>
  );
}

test("whoever answers late, for the page as it was then, takes nothing back of what was typed since", async () => {
  testServer({
    "POST /api/jobs/1/preview": () => ({
      stations: {
        signal: { slug: "signal", etag: '"3"', revision: 3, document: { meter: { frequencyHz: 80 } }, results: {}, findings: [] },
      },
    }),
  });
  let now: StationWork<Signal, object> | undefined;
  render(<AtWork onStation={(station) => (now = station)} />, { wrapper: Place });
  await waitFor(() => expect(now?.document.meter?.frequencyHz).toBe(80));
  const early = now as StationWork<Signal, object>;
  const write = (from: StationWork<Signal, object> | undefined, part: Signal) =>
    act(() => from?.setDraft({ ...from.document, ...part }));
  write(now, { notes: "typed" });
  write(now, { notes: "typed since" });
  write(early, { meter: { frequencyHz: 80, highV: 5 } });
  expect(now?.document).toEqual({ notes: "typed since", meter: { frequencyHz: 80, highV: 5 } });
  write(early, { meter: { frequencyHz: 90 } });
  expect(now?.document).toEqual({ notes: "typed since", meter: { frequencyHz: 90, highV: 5 } });
});
