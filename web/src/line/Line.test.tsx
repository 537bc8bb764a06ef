import { cleanup, render, screen, within } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, expect, test } from "vitest";
import type { Job, LineStation } from "../api/client";
import { JobRow } from "../bay/JobRow";
import { stationKey } from "../words/stations";
import { Line } from "./Line";
import { reachOf } from "./reach";

afterEach(cleanup);

const station = (slug: string, state: LineStation["state"] = "empty", built = true): LineStation => ({
  slug,
  name: slug,
  question: `${slug}?`,
  built,
  state,
});
const job = (stations: LineStation[], reading: Job["reading"] = null): Job => ({
  id: "1",
  name: "Tarnock 30",
  vehicle: "4x4",
  createdAt: "2026-11-24T10:00:00Z",
  lastRevision: 0,
  stations,
  reading,
  nextAction: { command: "Record the signal.", why: "Then save it.", slug: "signal" },
});

test("each station is a link with its state in words, and one not built says so", () => {
  render(
    <MemoryRouter>
      <Line
        job={job([station("survey", "empty", false), station("signal", "hold"), station("blend", "proven")])}
        current="signal"
        ethanolPct={50}
      />
    </MemoryRouter>,
  );
  const links = within(screen.getByRole("navigation", { name: "Stations of this job" })).getAllByRole("link");
  expect(links.map((l) => l.textContent)).toEqual(["surveynot built yet", "signalon hold", "blendproven"]);
  expect(links[1]?.getAttribute("aria-current")).toBe(null);
  expect(links[1]?.getAttribute("href")).toBe("/jobs/1/signal");
});

test("the fuel reaches to the furthest work", () => {
  const some = job([station("a", "proven"), station("b", "inWork"), station("c"), station("d")]);
  expect(reachOf(some)).toBe(1.5 / 4);
  expect(reachOf(job([station("a")]))).toBe(0);
});

test("keys count the stations from 1 and end with 0", () => {
  expect(Array.from({ length: 10 }, (_, i) => stationKey(i)).join("")).toBe("1234567890");
});

test("a job in the bay leads to its next action, says what is held and shows what it holds", () => {
  render(
    <MemoryRouter>
      <ul>
        <JobRow job={job([station("signal", "hold")], { ethanolPct: 73.4, plusMinus: 4.75, savedAt: "2026-11-24T10:00:00Z" })} />
        <JobRow job={job([station("signal")])} />
      </ul>
    </MemoryRouter>,
  );
  const [held, fresh] = screen.getAllByRole("listitem") as [HTMLElement, HTMLElement];
  expect(within(held).getByRole("link").getAttribute("href")).toBe("/jobs/1/signal");
  expect(held.textContent).toContain("On hold: Record the signal. Then save it.");
  expect(held.textContent).toContain("E73±5");
  expect(within(held).getByRole("img").getAttribute("aria-label")).toBe("signal on hold");
  expect(fresh.textContent).toContain("nothing read yet");
  expect(within(fresh).getByRole("img").getAttribute("aria-label")).toBe("No station worked at yet");
});
