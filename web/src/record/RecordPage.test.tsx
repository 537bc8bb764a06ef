import { fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { JobContext, type JobContextValue } from "../job/jobContext";
import type { JobWork } from "../job/useJobWork";
import { units } from "../shell/settings";
import { testJob } from "../testJob";
import { Place, testServer } from "../testServer";
import { RecordPage } from "./RecordPage";

beforeEach(() => units.set("metric"));

const stations = ["capacity", "signal"].map((slug) => ({
  slug,
  name: slug === "signal" ? "Signal" : "Capacity",
  question: "?",
  built: true,
  state: "proven" as const,
  isWaiting: false,
}));

const item = (revision: number, slug: string, said?: object) => ({
  revision,
  slug,
  author: "JM",
  savedAt: "2026-11-24T10:00:00Z",
  summary: `as written ${revision}`,
  ...(said ? { said } : {}),
});

const kw = (value: number) => ({ template: "Supports {p}", values: { p: { value, plusMinus: null, unit: "kw", digits: 0 } } });
const figure = (field: string, label: string, value: number) => ({
  field,
  label,
  text: null,
  number: { value, plusMinus: 5, parts: [] },
  unit: "ethanolPct",
});

function show(total: number, items: readonly ReturnType<typeof item>[]) {
  const keep = vi.fn();
  const asked = testServer({
    "GET /api/entry-kinds": () => [],
    "GET /api/jobs/1/entries": () => ({ items: [] }),
    "GET /api/jobs/1/record": ({ query }) => ({
      total,
      items: items.slice(Number(query.get("skip")), Number(query.get("skip")) + 50),
    }),
    "GET /api/jobs/1/record/compare": ({ query }) => {
      const [from, to] = [Number(query.get("from")), Number(query.get("to"))];
      return {
        from: item(from, "signal"),
        to: item(to, "signal"),
        figuresFrom: [figure("ethanolPct", "Ethanol", 60)],
        figuresTo: [figure("ethanolPct", "Ethanol", 73)],
        changes:
          from === to ? [] : [{ field: "ethanolPct", label: "Ethanol", from: figure("a", "b", 60), to: figure("a", "b", 73) }],
      };
    },
    "GET /api/jobs/1/record/3": () => ({
      slug: "signal",
      revision: 3,
      document: { meter: { frequencyHz: 110 }, results: {}, coreVersion: "0.4.0" },
    }),
    "GET /api/jobs/1/record/1": () => ({ slug: "signal", revision: 1, document: { meter: { frequencyHz: 90 }, results: {} } }),
  });
  const job = testJob({ stations, lastRevision: total });
  render(
    <JobContext value={{ job, work: { keep } as unknown as JobWork } as JobContextValue}>
      <RecordPage />
    </JobContext>,
    { wrapper: Place },
  );
  return { asked, keep };
}

test("the record says what each save came to, in the units shown, and older ones come on demand", async () => {
  const many = Array.from({ length: 60 }, (_, i) => item(60 - i, "signal", i === 0 ? kw(110) : undefined));
  const { asked } = show(60, many);
  expect((await screen.findByRole("heading", { name: "60 saved versions." })).textContent).toBeTruthy();
  expect(await screen.findByText(/Supports 110 kW/)).toBeTruthy();
  units.set("us");
  expect(await screen.findByText(/Supports 148 hp/)).toBeTruthy();
  expect(screen.getAllByRole("button", { expanded: false })).toHaveLength(50);
  expect(screen.getByText("as written 59")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Older ones" }));
  await waitFor(() => expect(screen.getAllByRole("button", { expanded: false })).toHaveLength(60));
  expect(screen.queryByRole("button", { name: "Older ones" })).toBeNull();
  expect(asked.filter((a) => a.path.endsWith("/record")).map((a) => a.query.get("skip"))).toEqual(["0", "50"]);
});

test("one opened stands beside the one before of its station, or beside another, or alone", async () => {
  const { asked } = show(3, [item(3, "signal"), item(2, "capacity"), item(1, "signal")]);
  fireEvent.click(await screen.findByRole("button", { name: /as written 3/ }));
  expect(await screen.findByText("Ethanol: E60 ± 5 → E73 ± 5.")).toBeTruthy();
  const figures = within(screen.getByRole("table"));
  expect(figures.getAllByRole("columnheader").map((h) => h.textContent)).toEqual(["revision 1", "revision 3"]);
  fireEvent.change(screen.getByLabelText("Beside"), { target: { value: "" } });
  await waitFor(() => expect(screen.queryByText(/→/)).toBeNull());
  expect(within(await screen.findByRole("table")).queryAllByRole("columnheader")).toHaveLength(0);
  expect(asked.filter((a) => a.path.endsWith("/compare")).map((a) => `${a.query.get("from")}-${a.query.get("to")}`)).toEqual([
    "1-3",
    "3-3",
  ]);
  expect(await screen.findByText("Rules: version 0.4.0")).toBeTruthy();
});

test("an old one is taken up again as a draft made from what stands there now; the latest needs none", async () => {
  const { keep } = show(3, [item(3, "signal"), item(2, "capacity"), item(1, "signal")]);
  fireEvent.click(await screen.findByRole("button", { name: /as written 1/ }));
  fireEvent.click(await screen.findByRole("button", { name: "Continue from this version" }));
  expect(keep).toHaveBeenCalledWith("signal", { etag: '"3"', inputs: { meter: { frequencyHz: 90 } } });
  fireEvent.click(screen.getByRole("button", { name: /as written 3/ }));
  await screen.findByText("Rules: version 0.4.0");
  fireEvent.click(screen.getByRole("button", { name: "Continue from this version" }));
  expect(keep).toHaveBeenLastCalledWith("signal", null);
});
