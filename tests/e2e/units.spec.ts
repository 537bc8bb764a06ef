import type { Page } from "@playwright/test";
import { expect, test } from "./app.ts";

const metric = /\d\s*(kW|kPa|L\/h|°C|cm³|g\/kWh)(?![a-z])|\((kW|kPa|L\/h|°C)\)/;

/** Whole lines of a page that still speak metric. */
async function metricLines(page: Page): Promise<string[]> {
  const shown: string[] = [];
  for (const media of ["screen", "print"] as const) {
    await page.emulateMedia({ media });
    const text = await page.locator("body").innerText();
    shown.push(...text.split("\n").filter((line) => metric.test(line)));
    const fields = await page.locator("[placeholder], [aria-label], [title]").evaluateAll((elements) =>
      elements.flatMap((e) => ["placeholder", "aria-label", "title"].map((name) => e.getAttribute(name) ?? "")),
    );
    shown.push(...fields.filter((text) => metric.test(text)));
  }
  await page.emulateMedia({ media: "screen" });
  return shown;
}

/** What a page asks of the program until it rests. */
async function asked(page: Page, opening: () => Promise<unknown>): Promise<string[]> {
  const paths: string[] = [];
  const note = (request: { url(): string }) => request.url().includes("/api/") && paths.push(request.url());
  page.on("request", note);
  await opening();
  await page.waitForLoadState("networkidle");
  page.off("request", note);
  return paths;
}

test.beforeEach(({ page }) => page.addInitScript(() => localStorage.setItem("hazy-gauge.units", "us")));

test("in US units nothing on any page or print is metric, and opening a page asks little", async ({ page, open }) => {
  for (const [job, station] of [
    ["Skirr", "Survey"],
    ["Vantle T20", "Capacity"],
    ["Skirr", "Capacity"],
    ["Tarnock 30", "Route"],
    ["Vantle T20", "Signal"],
    ["Tarnock 30", "Compensate"],
  ] as const) {
    const paths = await asked(page, async () => {
      await open(page, job, station);
      await expect(page.getByRole("heading", { level: 1 })).not.toHaveText(/^(Calculating|Job)/);
    });
    expect(paths.length, `${station}: ${paths.join(" ")}`).toBeLessThanOrEqual(8);
    expect(await metricLines(page), `${job}, ${station}`).toEqual([]);
  }
});

test("in US units the bay, a refusal and the record are not metric", async ({ page, open }) => {
  await page.goto("/");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("open jobs");
  expect(await metricLines(page)).toEqual([]);

  // A refusal is said in the units it was typed in, by the field itself or by the station, whichever answers first.
  await open(page, "Skirr", "Capacity");
  await page.getByLabel("Power at the crank").fill("9000");
  await expect(page.getByLabel("Power at the crank")).toHaveAccessibleDescription(/between 1\.34\d( hp)? and 2682 hp; “?9000”? cannot be right/);
  await expect(page.getByRole("alert")).toContainText("hp");
  expect(await metricLines(page)).toEqual([]);
  await page.getByRole("button", { name: "Discard changes" }).click();

  // The record as well, every save of it opened.
  await page.getByRole("link", { name: "Record" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("6 saved versions.");
  const paths = await asked(page, async () => {
    await page.reload();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("6 saved versions.");
  });
  expect(paths.length, paths.join(" ")).toBeLessThanOrEqual(5);
  for (const n of [5, 4, 3, 2, 1]) {
    await page.getByRole("button", { name: new RegExp(`^${n} `) }).click();
    await expect(page.getByText("Rules: version")).toBeVisible();
    expect(await metricLines(page)).toEqual([]);
  }
});
