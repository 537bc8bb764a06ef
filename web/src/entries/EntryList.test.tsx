import { fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { expect, test } from "vitest";
import type { Entry } from "../api/client";
import { JobContext, type JobContextValue } from "../job/jobContext";
import { author } from "../shell/settings";
import { testJob } from "../testJob";
import { Place, testServer } from "../testServer";
import { EntryForm } from "./EntryForm";
import { EntryList } from "./EntryList";

const entry = (number: number, kind: string, text: string, part: Partial<Entry> = {}): Entry => ({
  number,
  kind,
  schema: 1,
  text,
  payload: undefined,
  said: undefined,
  due: null,
  blocks: [],
  station: null,
  step: null,
  files: [],
  answers: null,
  takesBack: null,
  closedBy: null,
  takenBackBy: null,
  author: "JM",
  at: "2026-11-24T10:00:00Z",
  ...part,
});

const kind = (slug: string, name: string, part: object = {}) => ({
  slug,
  name,
  before: name.toLowerCase(),
  asksText: "What",
  due: "no",
  holdsUp: false,
  staysOpen: false,
  byHand: true,
  answers: "no",
  closes: false,
  step: "optional",
  fields: [],
  ...part,
});

const kinds = [
  kind("waiting", "Waiting for something", { before: "waiting for", asksText: "For what", due: "optional", holdsUp: true }),
  kind("recheck", "Check again on", { asksText: "What to check", due: "required" }),
  kind("note", "Note"),
  kind("fill", "Fill", { byHand: false }),
];

function server(items: Entry[], post: (body: unknown) => unknown = () => ({})) {
  return testServer({
    "GET /api/entry-kinds": () => kinds,
    "GET /api/jobs/1/entries": ({ query }) => {
      const before = Number(query.get("before"));
      const page = items.filter((e) => e.number < before).sort((a, b) => b.number - a.number);
      const shown = page.slice(0, 3);
      return { items: shown, ...(page.length > 3 ? { next: shown.at(-1)?.number } : {}) };
    },
    "POST /api/jobs/1/entries": ({ body }) => post(body),
  });
}

function show(what: React.ReactNode) {
  const job = testJob({
    stations: [{ slug: "fit", name: "Fit", question: "?", built: true, state: "empty", isWaiting: false }],
  });
  return render(<JobContext value={{ job } as JobContextValue}>{what}</JobContext>, { wrapper: Place });
}

test("what is closed or taken back stands beside what did that, and older entries come on demand", async () => {
  server([
    entry(1, "note", "the first"),
    entry(2, "waiting", "an adapter", { closedBy: 3 }),
    entry(3, "closing", "came by mail", { answers: 2, author: "RL" }),
    entry(4, "note", "wrong van", { takenBackBy: 5 }),
    entry(5, "note", "it was the other one", { takesBack: 4, author: "MK" }),
    entry(6, "fill", "", {
      said: { template: "Filled {l}.", values: { l: { value: 38, plusMinus: null, unit: "litres", digits: 0 } } } as never,
      step: "tank",
      station: "fit",
      files: ["ab"],
    }),
  ]);
  show(<EntryList />);
  const list = await screen.findByRole("list", { name: "Entries" });
  await waitFor(() => expect(within(list).getAllByRole("listitem")).toHaveLength(2));
  expect(list.textContent).toContain("Filled 10 gal.");
  expect(list.textContent).toContain("Fit, tank");
  expect(within(list).getByRole("link", { name: "File 1" }).getAttribute("href")).toBe("/api/jobs/1/files/ab");
  expect(list.textContent).toMatch(/wrong van.*taken back .* by MK: it was the other one/);
  fireEvent.click(screen.getByRole("button", { name: "Older entries" }));
  await waitFor(() => expect(list.textContent).toMatch(/an adapter.*closed .* by RL: came by mail/));
  expect(list.textContent).toContain("the first");
  expect(within(list).getAllByRole("listitem")).toHaveLength(4);
  // What was taken back cannot be taken back again.
  expect(within(list).queryByRole("button", { name: "Take back: wrong van" })).toBeNull();
});

test("a closed entry is opened again by taking back what closed it, under one key however often it is sent", async () => {
  author.set("JM");
  let fail = true;
  const asked = server([entry(2, "waiting", "an adapter", { closedBy: 3 }), entry(3, "closing", "came", { answers: 2 })], () =>
    fail ? { status: 503, body: { title: "Not saved.", detail: "The disk is full." } } : {},
  );
  show(<EntryList />);
  fireEvent.click(await screen.findByRole("button", { name: "Reopen: an adapter" }));
  fireEvent.change(screen.getByLabelText("Why"), { target: { value: "too short" } });
  fireEvent.click(screen.getByRole("button", { name: "Reopen it" }));
  expect(await screen.findByText(/The disk is full/)).toBeTruthy();
  fail = false;
  fireEvent.click(screen.getByRole("button", { name: "Reopen it" }));
  await waitFor(() => expect(screen.queryByLabelText("Why")).toBeNull());
  const sent = asked.filter((a) => a.method === "POST");
  expect(sent.map((a) => a.body)).toEqual(Array(2).fill({ kind: "note", text: "too short", takesBack: 3 }));
  expect(new Set(sent.map((a) => a.headers.get("Idempotency-Key"))).size).toBe(1);
});

test("the form asks what the kind asks for, and a changed entry has another key", async () => {
  author.set("JM");
  const asked = server([], () => ({
    status: 422,
    body: { title: "No.", detail: "No.", errors: { text: ["Enter some text."] } },
  }));
  show(<EntryForm />);
  expect(await screen.findByLabelText("For what")).toBeTruthy();
  expect(screen.getByLabelText("Due, if known")).toBeTruthy();
  expect(screen.getByLabelText("Fit")).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Fill" })).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Check again on" }));
  expect(screen.getByLabelText("On")).toBeTruthy();
  expect(screen.queryByLabelText("Fit")).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Note" }));
  expect(screen.queryByLabelText("On")).toBeNull();
  for (const text of ["a", "b"]) {
    fireEvent.change(screen.getByLabelText("What"), { target: { value: text } });
    fireEvent.click(screen.getByRole("button", { name: "Add entry" }));
    expect(await screen.findByText("Enter some text.")).toBeTruthy();
  }
  const sent = asked.filter((a) => a.method === "POST");
  expect(sent.map((a) => a.body)).toEqual([
    { kind: "note", text: "a" },
    { kind: "note", text: "b" },
  ]);
  expect(new Set(sent.map((a) => a.headers.get("Idempotency-Key"))).size).toBe(2);
});
