import { render, screen, waitFor, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { JobContext } from "../job/jobContext";
import { useJobWork } from "../job/useJobWork";
import { useStation } from "../job/useStation";
import type { Live } from "../live/useLive";
import { testJob } from "../testJob";
import { Place, testServer } from "../testServer";
import { StationFrame } from "./StationFrame";

const said = (text: string) => ({ template: text, values: {}, text });
const job = testJob({
  id: "1",
  stations: [
    { slug: "rinse", name: "Rinse", question: "?", built: true, state: "hold", isWaiting: false, steps: { done: 1, of: 3 } },
  ],
});

function Page() {
  const work = useJobWork("1", job, "rinse");
  return (
    <JobContext value={{ job, work, live: {} as Live, handed: { take: () => null } }}>
      <Station />
    </JobContext>
  );
}

function Station() {
  const station = useStation<object, { headline: ReturnType<typeof said>; lead: ReturnType<typeof said> }>("rinse");
  return <StationFrame station={station}>The work itself.</StationFrame>;
}

test("steps stand with what they wait for, and a hold with what ends it, before the work", async () => {
  testServer({
    "POST /api/jobs/1/preview": () => ({
      stations: {
        rinse: {
          slug: "rinse",
          revision: 0,
          etag: '"0"',
          document: {},
          results: { headline: said("Rinsing."), lead: said("One after the other.") },
          findings: [],
          steps: [
            { id: "feed", name: said("Rinse the feed."), state: "done", waitsFor: [] },
            { id: "return", name: said("Rinse the return."), state: "open", waitsFor: ["feed"] },
            { id: "vent", name: said("Rinse the vent."), state: "waiting", waitsFor: ["feed", "return"] },
            { id: "old", name: said("Rinse the old hose."), state: "gone", waitsFor: [] },
          ],
          holds: [
            { code: "notClean", why: said("The return is not clean."), endsWhen: said("Rinse it again."), about: "return" },
          ],
        },
      },
    }),
  });
  render(<Page />, { wrapper: Place });
  const steps = await screen.findByRole("region", { name: "Steps, 1 of 3 done" });
  expect(
    within(steps)
      .getAllByRole("listitem")
      .map((item) => item.textContent),
  ).toEqual([
    "1Rinse the feed.done",
    "2Rinse the return.open",
    "3Rinse the vent.waits for 2",
    "4Rinse the old hose.done; not in the plan any more",
  ]);
  await waitFor(() => expect(screen.getByRole("alert").textContent).toBe("Stop here. The return is not clean. Rinse it again."));
  const order = screen.getByRole("alert").compareDocumentPosition(screen.getByText("The work itself."));
  expect(order & Node.DOCUMENT_POSITION_FOLLOWING).toBeTruthy();
});
