import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, expect, test } from "vitest";
import type { Job } from "../api/client";
import { JobContext, type JobContextValue } from "../job/jobContext";
import { useJobWork } from "../job/useJobWork";
import type { Live } from "../live/useLive";
import { author } from "../shell/settings";
import { testJob } from "../testJob";
import { type Asked, Place, testServer } from "../testServer";
import { SaveBar } from "./SaveBar";

beforeEach(() => author.set("JM"));
afterEach(cleanup);

const job = testJob({
  id: "1",
  stations: ["survey", "signal"].map((slug) => ({
    slug,
    name: slug === "survey" ? "Survey" : "Signal",
    question: "?",
    built: true,
    state: "empty" as const,
    isWaiting: false,
  })),
});

function draft(slug: string, etag: string) {
  const key = slug === "signal" ? "hazy-gauge.draft.1" : `hazy-gauge.draft.1.${slug}`;
  localStorage.setItem(key, JSON.stringify({ etag, inputs: { notes: `mine at ${slug}` } }));
}

function Bar() {
  const work = useJobWork("1", job as Job, "signal");
  return (
    <JobContext value={{ job, work, live: {} as Live, handed: { take: () => null } } satisfies JobContextValue}>
      <SaveBar />
    </JobContext>
  );
}

function server(save: (asked: Asked) => unknown): Asked[] {
  return testServer({
    "POST /api/jobs/1/preview": () => ({ stations: {} }),
    "POST /api/jobs/1/save": save,
    "GET /api/jobs/1/stations/signal": () => ({ slug: "signal", revision: 7, author: "RL", document: {} }),
  });
}

const saves = (asked: readonly Asked[]) => asked.filter((a) => a.path.endsWith("/save"));

test("nothing changed, nothing to save; what is typed at two stations is saved together under the initials", async () => {
  const asked = server(() => ({ revision: 2, stations: {}, etags: { survey: '"1"', signal: '"2"' } }));
  const { unmount } = render(<Bar />, { wrapper: Place });
  expect(screen.queryByRole("button", { name: "Save to the record" })).toBeNull();
  unmount();
  draft("survey", '"0"');
  draft("signal", '"4"');
  render(<Bar />, { wrapper: Place });
  expect(screen.getByRole("status").textContent).toBe("Survey and Signal: not saved yet; kept in this browser.");
  fireEvent.click(screen.getByRole("button", { name: "Save to the record" }));
  await waitFor(() => expect(screen.queryByRole("button", { name: "Save to the record" })).toBeNull());
  expect(saves(asked)[0]?.headers.get("X-Author")).toBe("JM");
  expect(saves(asked)[0]?.body).toEqual({
    documents: [
      { slug: "survey", etag: '"0"', document: { notes: "mine at survey" } },
      { slug: "signal", etag: '"4"', document: { notes: "mine at signal" } },
    ],
  });
  expect(localStorage.getItem("hazy-gauge.draft.1")).toBeNull();
});

const stale = () => ({
  status: 412,
  body: {
    title: "Somebody saved this meanwhile.",
    detail: "Signal: RL saved revision 7. Read it before saving yours.",
    slug: "signal",
  },
});

test("a save that comes too late is stopped; kept, mine is saved on top of what was seen", async () => {
  draft("signal", '"4"');
  let tries = 0;
  const asked = server(() => (++tries === 1 ? stale() : { revision: 8, stations: {}, etags: { signal: '"8"' } }));
  render(<Bar />, { wrapper: Place });
  fireEvent.click(screen.getByRole("button", { name: "Save to the record" }));
  expect((await screen.findByRole("alert")).textContent).toContain("RL saved revision 7");
  expect(JSON.parse(localStorage.getItem("hazy-gauge.draft.1") ?? "null")).toEqual({
    etag: '"4"',
    inputs: { notes: "mine at signal" },
  });
  fireEvent.click(screen.getByRole("button", { name: "Keep mine, show theirs" }));
  await waitFor(() => expect(screen.queryByRole("alert")).toBeNull());
  fireEvent.click(screen.getByRole("button", { name: "Save to the record" }));
  await waitFor(() => expect(saves(asked)).toHaveLength(2));
  expect(saves(asked)[1]?.body).toEqual({ documents: [{ slug: "signal", etag: '"7"', document: { notes: "mine at signal" } }] });
});

test("theirs taken, mine is gone; discarded, all of it is", async () => {
  draft("survey", '"0"');
  draft("signal", '"4"');
  server(stale);
  render(<Bar />, { wrapper: Place });
  fireEvent.click(screen.getByRole("button", { name: "Save to the record" }));
  fireEvent.click(await screen.findByRole("button", { name: "Take theirs" }));
  await waitFor(() => expect(localStorage.getItem("hazy-gauge.draft.1")).toBeNull());
  expect(localStorage.getItem("hazy-gauge.draft.1.survey")).not.toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Discard changes" }));
  await waitFor(() => expect(localStorage.getItem("hazy-gauge.draft.1.survey")).toBeNull());
});

test("what is discarded is that of one station, and comes back at a click", async () => {
  draft("survey", '"0"');
  draft("signal", '"4"');
  const kept = localStorage.getItem("hazy-gauge.draft.1");
  server(stale);
  render(<Bar />, { wrapper: Place });
  fireEvent.click(screen.getByRole("button", { name: "Discard changes to Signal" }));
  await waitFor(() => expect(localStorage.getItem("hazy-gauge.draft.1")).toBeNull());
  expect(localStorage.getItem("hazy-gauge.draft.1.survey")).not.toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Undo: bring back Signal" }));
  expect(localStorage.getItem("hazy-gauge.draft.1")).toBe(kept);
  expect(screen.queryByRole("button", { name: /^Undo/ })).toBeNull();
});

test("a full disk is said in the program's words, and everything typed is still there", async () => {
  draft("signal", '"4"');
  server(() => ({
    status: 507,
    body: { title: "Not saved.", detail: "The disk is full: there is no room. Make room; nothing that was saved is lost." },
  }));
  render(<Bar />, { wrapper: Place });
  fireEvent.click(screen.getByRole("button", { name: "Save to the record" }));
  expect((await screen.findByRole("alert")).textContent).toContain("The disk is full");
  expect(screen.queryByRole("button", { name: "Take theirs" })).toBeNull();
  expect(localStorage.getItem("hazy-gauge.draft.1")).not.toBeNull();
});
