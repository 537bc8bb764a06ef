import { cp, mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { AxeBuilder } from "@axe-core/playwright";
import { test as base, expect, type Page } from "@playwright/test";
import { Program } from "./program.ts";

/** Every test has a program of its own, on the demo as it is loaded. */
export const test = base.extend<{ quiet: undefined; app: Program }>({
  app: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads the parameter's shape.
    async ({}, use) => {
      const folder = await mkdtemp(join(tmpdir(), "hazy-gauge-"));
      await cp(process.env.HAZY_DEMO_FOLDER ?? "", folder, { recursive: true });
      const app = new Program(folder);
      await app.start();
      await use(app);
      await app.stop();
      await rm(folder, { recursive: true, force: true });
    },
    { scope: "test" },
  ],
  baseURL: async ({ app }, use) => use(app.address),
  /** Nothing may leave this server, and nothing may complain in the console. */
  quiet: [
    async ({ page, app }, use) => {
      const trouble: string[] = [];
      page.on("request", (request) => {
        if (!request.url().startsWith(app.address) && !request.url().startsWith("data:") && !request.url().startsWith("blob:")) {
          trouble.push(`request to ${request.url()}`);
        }
      });
      page.on("console", (message) => {
        // A refused request and a lost program are part of some tests; the browser logs them by itself.
        if (message.type() === "error" && !/^(Failed to load resource|WebSocket connection to)/.test(message.text())) {
          trouble.push(`console: ${message.text()}`);
        }
      });
      page.on("pageerror", (error) => trouble.push(`page: ${error.message}`));
      await use(undefined);
      expect(trouble).toEqual([]);
    },
    { auto: true },
  ],
});

/** No violation of WCAG 2.2 AA that a machine can find; of those that hang on the theme where the others were looked for in another one. */
export async function expectAccessible(page: Page, which: "all" | "of the theme" = "all"): Promise<void> {
  const axe = new AxeBuilder({ page }).options({ resultTypes: ["violations"] });
  const { violations } = await (which === "all"
    ? axe.withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"])
    : axe.withRules(["color-contrast", "link-in-text-block"])
  ).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => `${n.target} ${n.failureSummary}`).join("; ")}`)).toEqual([]);
}

/** From the bay to a station of a job. */
export async function open(page: Page, job: string, station: string): Promise<void> {
  await page.goto("/");
  await page.getByRole("link", { name: job, exact: true }).first().click();
  await page.getByRole("navigation", { name: "Stations of this job" }).getByRole("link", { name: new RegExp(`^${station}`) }).click();
}

export { expect };
