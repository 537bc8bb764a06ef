import { cp, mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { AxeBuilder } from "@axe-core/playwright";
import { test as base, expect, type Page } from "@playwright/test";
import * as demo from "./demo.ts";
import type { DemoJob } from "./demo.ts";
import { Program } from "./program.ts";

/** Opens a station of a demo job in a browser page. */
type Open = (page: Page, job: DemoJob, station: string) => Promise<void>;

/** A program on a copy of the demo; its folder goes with it. */
async function withShop(use: (app: Program) => Promise<void>): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), "hazy-gauge-"));
  await cp(demo.shop(), folder, { recursive: true });
  const app = new Program(folder);
  await app.start();
  await use(app);
  await app.stop();
  await rm(folder, { recursive: true, force: true });
}

/**
 * The tests of a worker share a program, for starting one costs more than most tests; each opens jobs of its own, fresh from the demo.
 * A test that counts the jobs of the bay has the shop `alone`.
 */
export const test = base.extend<{ alone: boolean; app: Program; open: Open; quiet: undefined }, { shared: Program }>({
  alone: [false, { option: true }],
  // biome-ignore lint/correctness/noEmptyPattern: Playwright reads the parameter's shape.
  shared: [async ({}, use) => withShop(use), { scope: "worker" }],
  app: async ({ alone, shared }, use) => (alone ? withShop(use) : use(shared)),
  open: async ({ app }, use) => {
    const addresses = new Map<DemoJob, string>();
    await use(async (page, job, station) => {
      const address = addresses.get(job) ?? `${app.address}/jobs/${await app.bringIn(await demo.jobFile(job))}`;
      addresses.set(job, address);
      await page.goto(`${address}/${station.toLowerCase()}`);
      await expect(page.getByRole("heading", { level: 1 })).not.toHaveText("Job");
    });
  },
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
  // Without frames nothing has to be put together in a page of its own, which is what takes long.
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ["violations"] });
  const { violations } = await (which === "all"
    ? axe.withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"])
    : axe.withRules(["color-contrast", "link-in-text-block"])
  ).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => `${n.target} ${n.failureSummary}`).join("; ")}`)).toEqual([]);
}

export { expect };
