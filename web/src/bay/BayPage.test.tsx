import { cleanup, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { ListedJob } from "../api/client";
import { testJob } from "../testJob";
import { Place, testServer } from "../testServer";
import { BayPage } from "./BayPage";

vi.mock("../live/useNews", () => ({ useBayNews: () => {}, useJobNews: () => [] }));

const job = (id: string, name: string, part: Partial<ListedJob> = {}): ListedJob => ({
  ...testJob({ id, name }),
  stations: [],
  ...part,
});

const jobs = [
  job("1", "Tarnock", { held: "No signal.", due: [] }),
  ...Array.from({ length: 29 }, (_, i) => job(`${i + 2}`, `Mule ${i + 2}`)),
];

/** A bay that knows filters, words and pages as the program does. */
function bay(all: readonly ListedJob[] = jobs) {
  return testServer({
    "GET /api/bay": ({ query }) => {
      const words = (query.get("search") ?? "").toLowerCase();
      const found = all.filter((j) => j.name.toLowerCase().includes(words) && (query.get("filter") !== "held" || j.held));
      const from = Number(query.get("after") ?? 0);
      const counts = { all: found.length, due: 0, held: found.filter((j) => j.held).length, waiting: 0, archived: 0, removed: 0 };
      const shown = query.get("filter") === "archived" ? [] : found.slice(from, from + 20);
      return { today: "2026-11-27", counts, jobs: shown, ...(from + 20 < found.length ? { next: `${from + 20}` } : {}) };
    },
    "GET /api/search": ({ query }) => ({
      hits: [
        {
          job: { id: "7", name: "Mule 7", vehicle: "", isArchived: false },
          where: "entry",
          label: "Note",
          entry: 3,
          path: null,
          words: [
            { text: "about ", isHit: false },
            { text: query.get("q"), isHit: true },
          ],
        },
      ],
    }),
  });
}

const names = () => screen.getAllByRole("heading", { level: 2 }).map((h) => h.textContent);

test("a page is shown, more on demand, each job once", async () => {
  bay();
  render(<BayPage />, { wrapper: Place });
  expect((await screen.findByRole("heading", { level: 1 })).textContent).toBe("The bay");
  await waitFor(() =>
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("30 open jobs. The Tarnock is on hold."),
  );
  expect(names()).toHaveLength(20);
  fireEvent.click(screen.getByRole("button", { name: "More jobs" }));
  await waitFor(() => expect(names()).toHaveLength(30));
  expect(new Set(names()).size).toBe(30);
  expect(screen.queryByRole("button", { name: "More jobs" })).toBeNull();
});

test("words are asked for when the typing rests, and where they stand is shown with a way there", async () => {
  const asked = bay();
  render(<BayPage />, { wrapper: Place });
  await waitFor(() => expect(names()).toHaveLength(20));
  for (const typed of ["m", "mu", "mul", "mule 7"]) {
    fireEvent.change(screen.getByLabelText("Find a job"), { target: { value: typed } });
  }
  await waitFor(() => expect(names()).toEqual(["Mule 7"]));
  expect(asked.filter((a) => a.query.get("search")).map((a) => a.query.get("search"))).toEqual(["mule 7"]);
  const found = within(await screen.findByRole("list", { name: "Found on Mule 7" }));
  expect(found.getByText("mule 7").tagName).toBe("MARK");
  expect(found.getByRole("link").getAttribute("href")).toBe("/jobs/7/record#entry-3");
  expect(screen.getByRole("button", { name: "All 1" })).toBeTruthy();

  // Emptied, the whole bay stands there again.
  fireEvent.keyDown(screen.getByLabelText("Find a job"), { key: "Escape" });
  await waitFor(() => expect(names()).toHaveLength(20));
  expect(screen.getByRole("button", { name: "All 30" })).toBeTruthy();
});

test("nothing found, nothing archived and nothing at all are three different things", async () => {
  bay();
  render(<BayPage />, { wrapper: Place });
  await waitFor(() => expect(names()).toHaveLength(20));
  fireEvent.change(screen.getByLabelText("Find a job"), { target: { value: "nobody" } });
  expect(await screen.findByText(/No matching jobs/)).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Show all" }));
  await waitFor(() => expect(names()).toHaveLength(20));
  fireEvent.click(screen.getByRole("button", { name: /^Archived/ }));
  expect(await screen.findByText("Nothing is archived.")).toBeTruthy();
  cleanup();
  bay([]);
  render(<BayPage />, { wrapper: Place });
  expect(await screen.findByRole("button", { name: "Begin the first job" })).toBeTruthy();
  expect(screen.queryByLabelText("Find a job")).toBeNull();
});

test("a bay that cannot be read says so and is asked again on demand", async () => {
  let broken = true;
  const bodies = { counts: { all: 0, due: 0, held: 0, waiting: 0, archived: 0, removed: 0 }, today: "2026-11-27", jobs: [] };
  testServer({
    "GET /api/bay": () => (broken ? { status: 503, body: { title: "Not now.", detail: "The disk is full." } } : bodies),
  });
  render(<BayPage />, { wrapper: Place });
  expect(await screen.findByText(/The disk is full/)).toBeTruthy();
  broken = false;
  fireEvent.click(screen.getByRole("button", { name: /again/i }));
  expect(await screen.findByRole("button", { name: "Begin the first job" })).toBeTruthy();
});
