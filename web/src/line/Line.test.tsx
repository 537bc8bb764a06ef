import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen, within } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { expect, test } from "vitest";
import type { Job, LineStation } from "../api/client";
import { JobRow } from "../bay/JobRow";
import { testJob } from "../testJob";
import { stationKey } from "../words/stations";
import { Line } from "./Line";
import { reachOf } from "./reach";

const station = (slug: string, state: LineStation["state"] = "empty", built = true): LineStation => ({
  slug,
  name: slug,
  question: `${slug}?`,
  built,
  state,
  isWaiting: false,
});
const job = (stations: LineStation[], part: Partial<Job> = {}): Job => testJob({ stations, ...part });

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
  expect(Array.from({ length: 10 }, (_, i) => stationKey(i)).join("")).toBe("g 1g 2g 3g 4g 5g 6g 7g 8g 9g 0");
});

test("a job in the bay leads to its next action, says what holds it, what it waits for and what is in its line", () => {
  const reading = { ethanolPct: 73.4, plusMinus: 4.75, savedAt: "2026-11-24T10:00:00Z" };
  const adapter = {
    number: 3,
    kind: "waiting" as const,
    text: "an adapter",
    since: "2026-11-24T10:00:00Z",
    author: "JM",
    due: "2025-12-01",
    isDue: true,
    blocks: ["fit"],
  };
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <ul>
          <JobRow hits={[]} job={job([station("signal", "hold")], { reading, held: "No signal.", waiting: [adapter] })} />
          <JobRow hits={[]} job={job([station("signal")])} />
        </ul>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  const [held, fresh] = screen.getAllByRole("listitem") as [HTMLElement, HTMLElement];
  expect(within(held).getByRole("link").getAttribute("href")).toBe("/jobs/1/survey");
  expect(held.textContent).toContain("On hold: Survey the vehicle. Then save it.");
  expect(held.textContent).toContain("Waiting for an adapter, was due 1 Dec 2025.");
  expect(held.textContent).toContain("E73±5");
  expect(within(held).getByRole("img").getAttribute("aria-label")).toBe("signal on hold");
  expect(fresh.textContent).toContain("nothing read yet");
  expect(within(fresh).getByRole("img").getAttribute("aria-label")).toBe("No station worked at yet");
});
