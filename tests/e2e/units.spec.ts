import type { Page } from "@playwright/test";
import { expect, open, test } from "./app.ts";

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

test("in US units nothing on any page, print or refusal is metric, and opening a page asks little", async ({ page }) => {
  await page.addInitScript(() => localStorage.setItem("hazy-gauge.units", "us"));
  await page.goto("/");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("open jobs");
  expect(await metricLines(page)).toEqual([]);
  for (const job of ["Tarnock 30", "Vantle T20", "Skirr"]) {
    for (const station of ["Survey", "Capacity", "Signal", "Compensate"]) {
      await open(page, job, station);
      await expect(page.getByRole("heading", { level: 1 })).not.toHaveText(/^(Calculating|Job)/);
      const asked: string[] = [];
      const count = (request: { url(): string }) => request.url().includes("/api/") && asked.push(request.url());
      page.on("request", count);
      await page.reload();
      await expect(page.getByRole("heading", { level: 1 })).not.toHaveText(/^(Calculating|Job)/);
      await page.waitForLoadState("networkidle");
      page.off("request", count);
      expect(asked.length, `${job}, ${station}: ${asked.join(" ")}`).toBeLessThanOrEqual(8);
      expect(await metricLines(page), `${job}, ${station}`).toEqual([]);
    }
  }

  // A refusal is said in the units it was typed in.
  await open(page, "Skirr", "Capacity");
  await page.getByLabel("Power at the crank").fill("9000");
  await expect(page.getByLabel("Power at the crank")).toHaveAccessibleDescription(/between 1\.34\d and 2682 hp; 9000 cannot be right/);
  await expect(page.getByRole("alert")).toContainText("hp");
  expect(await metricLines(page)).toEqual([]);
  await page.getByRole("button", { name: "Discard changes" }).click();

  // The record as well, every save of it opened.
  await page.getByRole("link", { name: "Record" }).click();
  const asked: string[] = [];
  page.on("request", (request) => request.url().includes("/api/") && asked.push(request.url()));
  await page.reload();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("4 saved versions.");
  await page.waitForLoadState("networkidle");
  expect(asked.length, asked.join(" ")).toBeLessThanOrEqual(5);
  for (const n of [4, 3, 2, 1]) {
    await page.getByRole("button", { name: new RegExp(`^${n} `) }).click();
    await expect(page.getByText("Rules: version")).toBeVisible();
    expect(await metricLines(page)).toEqual([]);
  }
});
