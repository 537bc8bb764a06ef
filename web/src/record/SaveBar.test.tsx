import { act, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { beforeEach, expect, test } from "vitest";
import type { Job } from "../api/client";
import type { Draft } from "../job/drafts";
import { JobContext, type JobContextValue } from "../job/jobContext";
import { useJobWork } from "../job/useJobWork";
import type { Live } from "../live/useLive";
import { answered } from "../offline/connection";
import { author } from "../shell/settings";
import { testJob } from "../testJob";
import { type Asked, Place, testServer } from "../testServer";
import { SaveBar } from "./SaveBar";

beforeEach(() => {
  author.set("JM");
  // A test that lost the program left it lost.
  answered();
});

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

function Bar({ onWork }: { onWork?: (work: JobContextValue["work"]) => void }) {
  const work = useJobWork("1", job as Job, "signal");
  onWork?.(work);
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

/** A program where a document stands at Signal under a revision, and a save made from an older one is refused. */
function program(document: object, author = "RL") {
  const stands = { revision: 7, author, document };
  const answers: (() => void)[] = [];
  const saved: { documents: { slug: string; etag: string; document: object }[] }[] = [];
  let lose = false;
  testServer({
    "POST /api/jobs/1/preview": () => ({ stations: {} }),
    "POST /api/jobs/1/save": async ({ body, headers }) => {
      const sent = body as (typeof saved)[number];
      saved.push(sent);
      if (answers.length > 0) {
        await new Promise<void>((resolve) => {
          answers[0] = resolve;
        });
      }
      const mine = sent.documents.find((d) => d.slug === "signal");
      if (mine && mine.etag !== `"${stands.revision}"`) {
        return stale();
      }
      stands.revision++;
      stands.author = headers.get("X-Author") ?? "";
      stands.document = mine?.document ?? stands.document;
      if (lose) {
        lose = false;
        throw new TypeError("Failed to fetch");
      }
      return { revision: stands.revision, stations: {}, etags: { signal: `"${stands.revision}"` } };
    },
    "GET /api/jobs/1/stations/signal": () => ({ slug: "signal", ...stands, etag: `"${stands.revision}"` }),
  });
  return {
    stands,
    saved,
    /** The next answers wait until they are let go. */
    hold: () => answers.push(() => {}),
    letGo: () => {
      const [go] = answers.splice(0);
      go?.();
    },
    loseOne: () => {
      lose = true;
    },
  };
}

const kept = () => JSON.parse(localStorage.getItem("hazy-gauge.draft.1") ?? "null");

function draftFrom(base: object, inputs: object, etag = '"6"') {
  localStorage.setItem("hazy-gauge.draft.1", JSON.stringify({ etag, inputs, base }));
}

const save = () => fireEvent.click(screen.getByRole("button", { name: "Save to the record" }));

test("what another saved meanwhile is put together with mine, and saved without a question where we changed different fields", async () => {
  const { stands } = program({ notes: "before", onMapFuel: true, meter: { frequencyHz: 99 } });
  draftFrom({ notes: "before", meter: { frequencyHz: 80 } }, { notes: "mine", meter: { frequencyHz: 80, highV: 5 } });
  render(<Bar />, { wrapper: Place });
  save();
  await waitFor(() => expect(screen.queryByRole("button", { name: "Save to the record" })).toBeNull());
  expect(stands.document).toEqual({ notes: "mine", onMapFuel: true, meter: { frequencyHz: 99, highV: 5 } });
});

test("two saves in one breath go one after the other, and the second finds nothing left to save", async () => {
  const running = program({ notes: "before" });
  draftFrom({ notes: "before" }, { notes: "mine" }, '"7"');
  let work: JobContextValue["work"] | undefined;
  render(<Bar onWork={(now) => (work = now)} />, { wrapper: Place });
  running.hold();
  const mutate = work?.save.mutateAsync as (by: { author: string }) => Promise<unknown>;
  const both = Promise.all([mutate({ author: "JM" }), mutate({ author: "JM" })]);
  await waitFor(() => expect(running.saved).toHaveLength(1));
  running.letGo();
  await both;
  expect(running.saved).toHaveLength(1);
  expect(running.stands.document).toEqual({ notes: "mine" });
});

test("only a field that both changed is asked about, by name, and the answer is saved with all the rest of both", async () => {
  const { stands } = program({ notes: "theirs", onMapFuel: true });
  draftFrom({ notes: "before" }, { notes: "mine", toleranceEthanolPct: 4 });
  render(<Bar />, { wrapper: Place });
  save();
  const asked = await screen.findByRole("alert");
  expect(asked.textContent).toContain("RL saved Signal meanwhile.");
  expect(screen.getAllByRole("radio")).toHaveLength(2);
  expect(kept().inputs).toEqual({ notes: "mine", toleranceEthanolPct: 4 });
  fireEvent.click(screen.getByRole("radio", { name: "RL: theirs" }));
  fireEvent.click(screen.getByRole("button", { name: "Save with these" }));
  await waitFor(() => expect(stands.document).toEqual({ notes: "theirs", onMapFuel: true, toleranceEthanolPct: 4 }));
  await waitFor(() => expect(kept()).toBeNull());
});

test("a field that came into dispute while another was asked about is asked about as well", async () => {
  const { stands } = program({ notes: "theirs", toleranceEthanolPct: 3 });
  draftFrom({ notes: "before" }, { notes: "mine" });
  let work: JobContextValue["work"] | undefined;
  render(<Bar onWork={(now) => (work = now)} />, { wrapper: Place });
  save();
  fireEvent.click(await screen.findByRole("radio", { name: "RL: theirs" }));
  act(() => work?.keep("signal", { ...(work.latest("signal") as Draft), inputs: { notes: "mine", toleranceEthanolPct: 4 } }));
  fireEvent.click(screen.getByRole("button", { name: "Save with these" }));
  await waitFor(() => expect(screen.getByRole("alert").textContent).toContain("3"));
  expect(stands.document).toEqual({ notes: "theirs", toleranceEthanolPct: 3 });
  expect(screen.getAllByRole("radio")).toHaveLength(2);
  expect(screen.getByRole("button", { name: "Save with these" })).toHaveProperty("disabled", true);
  fireEvent.click(screen.getByRole("radio", { name: /^Yours/ }));
  fireEvent.click(screen.getByRole("button", { name: "Save with these" }));
  await waitFor(() => expect(stands.document).toEqual({ notes: "theirs", toleranceEthanolPct: 4 }));
});

test("what is typed while a save is on its way stays, made from what was saved", async () => {
  const running = program({ notes: "before" });
  draftFrom({ notes: "before" }, { notes: "first" }, '"7"');
  let work: JobContextValue["work"] | undefined;
  render(<Bar onWork={(now) => (work = now)} />, { wrapper: Place });
  running.hold();
  save();
  await waitFor(() => expect(running.saved).toHaveLength(1));
  act(() => work?.keep("signal", { ...(work.latest("signal") as Draft), inputs: { notes: "first and second" } }));
  running.letGo();
  await waitFor(() => expect(kept()).toEqual({ etag: '"8"', inputs: { notes: "first and second" }, base: { notes: "first" } }));
  await waitFor(() => expect(screen.getByRole("button", { name: "Save to the record" })).toHaveProperty("disabled", false));
  save();
  await waitFor(() => expect(running.stands.document).toEqual({ notes: "first and second" }));
  await waitFor(() => expect(kept()).toBeNull());
});

test("a save whose answer was lost is no other person's work: what was typed since stands on it without a question", async () => {
  const running = program({ notes: "before" });
  draftFrom({ notes: "before" }, { notes: "first" }, '"7"');
  let work: JobContextValue["work"] | undefined;
  render(<Bar onWork={(now) => (work = now)} />, { wrapper: Place });
  running.loseOne();
  save();
  await waitFor(() => expect(running.stands.document).toEqual({ notes: "first" }));
  act(() => work?.keep("signal", { ...(work.latest("signal") as Draft), inputs: { notes: "first, then more" } }));
  await waitFor(() => expect(running.stands.document).toEqual({ notes: "first, then more" }), { timeout: 8000 });
  expect(screen.queryByText(/meanwhile/)).toBeNull();
  await waitFor(() => expect(kept()).toBeNull());
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
