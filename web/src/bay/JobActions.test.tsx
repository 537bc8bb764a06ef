import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import { createRef } from "react";
import { expect, test } from "vitest";
import type { ListedJob } from "../api/client";
import { OpenEntries } from "../entries/OpenEntries";
import { author } from "../shell/settings";
import { testJob } from "../testJob";
import { Place, testServer } from "../testServer";
import { JobActions } from "./JobActions";
import { NewJobDialog } from "./NewJobDialog";

const listed: ListedJob = { ...testJob({ name: "Tarnock" }), stations: [] };

test("a job is renamed in its row, and what the program has against a name stands beside it", async () => {
  const asked = testServer({
    "PATCH /api/jobs/1": ({ body }) =>
      (body as { name: string }).name
        ? { ...listed, ...(body as object) }
        : {
            status: 422,
            body: { title: "This cannot be right.", errors: { name: ["A job needs a name, such as the vehicle's."] } },
          },
  });
  render(<JobActions job={listed} />, { wrapper: Place });
  fireEvent.click(screen.getByRole("button", { name: "Edit details: Tarnock" }));
  const name = screen.getByRole("textbox", { name: "Job name" });
  expect(document.activeElement).toBe(name);
  fireEvent.change(name, { target: { value: "" } });
  fireEvent.click(screen.getByRole("button", { name: "Save details" }));
  await screen.findByText("A job needs a name, such as the vehicle's.");
  fireEvent.change(name, { target: { value: "Tarnock 31" } });
  fireEvent.click(screen.getByRole("button", { name: "Save details" }));
  await waitFor(() => expect(screen.queryByRole("textbox", { name: "Job name" })).toBeNull());
  expect(asked.map((a) => a.body)).toEqual([
    { name: "", vehicle: listed.vehicle, plate: "", reference: "" },
    { name: "Tarnock 31", vehicle: listed.vehicle, plate: "", reference: "" },
  ]);
});

test("a job is removed only once its name was typed", async () => {
  const asked = testServer({ "DELETE /api/jobs/1": () => ({}) });
  render(<JobActions job={listed} />, { wrapper: Place });
  fireEvent.click(screen.getByRole("button", { name: "Remove: Tarnock" }));
  const word = screen.getByRole("textbox", { name: "Type Tarnock to remove it" });
  fireEvent.change(word, { target: { value: "yes" } });
  expect(screen.getByRole("button", { name: "Remove job" })).toHaveProperty("disabled", true);
  fireEvent.change(word, { target: { value: "tarnock " } });
  fireEvent.click(screen.getByRole("button", { name: "Remove job" }));
  await waitFor(() => expect(screen.queryByRole("button", { name: "Remove job" })).toBeNull());
  expect(asked.map((a) => a.path)).toEqual(["/api/jobs/1"]);
});

test("a job is archived and restored at a click, and copied under initials", async () => {
  const refusal = { X: 1, "X-Author": ["Give initials or a name, 1 to 20 printable characters."] };
  const asked = testServer({
    "POST /api/jobs/1/archive": () => ({}),
    "POST /api/jobs/1/restore": () => ({}),
    "POST /api/jobs/1/duplicate": ({ headers }) =>
      headers.get("X-Author") ? { id: "2" } : { status: 422, body: { title: "No.", detail: "No.", errors: refusal } },
  });
  const { rerender } = render(<JobActions job={listed} />, { wrapper: Place });
  fireEvent.click(screen.getByRole("button", { name: "Archive: Tarnock" }));
  await waitFor(() => expect(asked.map((a) => a.path)).toEqual(["/api/jobs/1/archive"]));
  rerender(<JobActions job={{ ...listed, archivedAt: "2026-11-24T10:00:00Z" }} />);
  fireEvent.click(screen.getByRole("button", { name: "Restore: Tarnock" }));
  await waitFor(() => expect(asked).toHaveLength(2));

  fireEvent.click(screen.getByRole("button", { name: "Duplicate: Tarnock" }));
  fireEvent.click(screen.getByRole("button", { name: "Make the copy" }));
  expect(await screen.findByText(/Give initials or a name/)).toBeTruthy();
  fireEvent.change(screen.getByLabelText("Your initials"), { target: { value: "ŽK" } });
  fireEvent.click(screen.getByRole("button", { name: "Make the copy" }));
  await waitFor(() => expect(screen.queryByRole("button", { name: "Make the copy" })).toBeNull());
  // A header carries bytes: whatever letters a name has, it goes out as UTF-8.
  const sent = asked.at(-1)?.headers.get("X-Author") ?? "";
  expect(new TextDecoder().decode(Uint8Array.from(sent, (c) => c.charCodeAt(0)))).toBe("ŽK");
});

test("a new job needs a name, says so beside it, and begins at its first station", async () => {
  HTMLDialogElement.prototype.showModal ??= () => {};
  const asked = testServer({
    "POST /api/jobs": ({ body }) =>
      (body as { name: string }).name
        ? testJob({ id: "9" })
        : { status: 422, body: { title: "No.", detail: "No.", errors: { name: ["A job needs a name."] } } },
  });
  const dialog = createRef<HTMLDialogElement>();
  render(<NewJobDialog ref={dialog} />, { wrapper: Place });
  dialog.current?.setAttribute("open", "");
  fireEvent.click(screen.getByRole("button", { name: "Begin" }));
  expect(await screen.findByText("A job needs a name.")).toBeTruthy();
  fireEvent.change(screen.getByLabelText("Job name"), { target: { value: "Skirr" } });
  fireEvent.change(screen.getByLabelText("Vehicle"), { target: { value: "snow buggy" } });
  fireEvent.click(screen.getByRole("button", { name: "Begin" }));
  await waitFor(() => expect(asked.at(-1)?.body).toMatchObject({ name: "Skirr", vehicle: "snow buggy" }));
});

test("what a job waits for and what is due stands above the work, once each, and is closed with a word", async () => {
  author.set("JM");
  const asked = testServer({ "POST /api/jobs/1/entries": () => ({}) });
  const open = { since: "2026-11-24T10:00:00Z", author: "RL", blocks: [] };
  const adapter = { ...open, number: 2, kind: "waiting", text: "an adapter", due: "2025-12-01", isDue: true, blocks: ["fit"] };
  const soak = { ...open, number: 5, kind: "recheck", text: "hot soak", due: "2025-11-01", isDue: true };
  const job = testJob({
    stations: [{ slug: "fit", name: "Fit", question: "?", built: false, state: "empty", isWaiting: true }],
    waiting: [adapter],
    due: [soak, adapter],
  });
  const { rerender } = render(<OpenEntries job={job} />, { wrapper: Place });
  expect(screen.getAllByRole("listitem").map((li) => li.textContent)).toEqual([
    expect.stringMatching(/^Check again 1 Nov 2025: hot soak\. Since .* by RL\.Checked$/),
    expect.stringMatching(/^Waiting for an adapter, was due 1 Dec 2025\. Holds up Fit\. Since .* by RL\.Arrived$/),
  ]);
  fireEvent.click(screen.getByRole("button", { name: "Checked" }));
  fireEvent.change(screen.getByLabelText("What did you see?"), { target: { value: "dry" } });
  fireEvent.click(screen.getByRole("button", { name: "Close it" }));
  await waitFor(() => expect(asked.map((a) => a.body)).toEqual([{ kind: "closing", text: "dry", answers: 5 }]));
  rerender(<OpenEntries job={testJob()} />);
  expect(screen.queryByRole("list")).toBeNull();
});
