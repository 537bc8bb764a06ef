import { type ChildProcess, spawn } from "node:child_process";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { AxeBuilder } from "@axe-core/playwright";
import { test as base, expect, type Page } from "@playwright/test";

const root = resolve(import.meta.dirname, "../..");

/** A running program with its own empty folder; the demo is loaded into it. Every test has its own. */
export class App {
  address = "";
  private process: ChildProcess | null = null;
  private readonly folder: string;

  constructor(folder: string) {
    this.folder = folder;
  }

  /** Starts, at the address it had before where it ran before. */
  async start(): Promise<void> {
    const port = this.address ? new URL(this.address).port : "0";
    const child = spawn("dotnet", [join(root, "artifacts/app/HazyGauge.Web.dll")], {
      env: { ...process.env, HAZY_PORT: port, HAZY_DATA: this.folder, HAZY_DEMO: "1" },
      stdio: ["ignore", "pipe", "inherit"],
    });
    this.process = child;
    this.address = await new Promise<string>((found, failed) => {
      child.stdout.on("data", (data: Buffer) => {
        // What the program logs of a failure belongs beside the test that met it.
        if (/Unexpected failure|^crit: /m.test(data.toString())) {
          process.stderr.write(data);
        }
        const address = /Hazy Gauge is at (http:\S+)/.exec(data.toString())?.[1];
        if (address) {
          found(address);
        }
      });
      child.on("exit", (code) => failed(new Error(`The program ended with ${code} before it was up.`)));
    });
  }

  async stop(): Promise<number | null> {
    const child = this.process;
    if (!child || child.exitCode !== null) {
      return child?.exitCode ?? null;
    }
    const ended = new Promise<number | null>((done) => child.on("exit", (code) => done(code)));
    child.kill("SIGTERM");
    return ended;
  }
}

export const test = base.extend<{ quiet: undefined; app: App }>({
  app: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads the parameter's shape.
    async ({}, use) => {
      const folder = await mkdtemp(join(tmpdir(), "hazy-gauge-"));
      const app = new App(folder);
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
        // A refused request is part of some tests; the browser logs it by itself.
        if (message.type() === "error" && !message.text().startsWith("Failed to load resource")) {
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

/** No violation of WCAG 2.2 AA that a machine can find. */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => `${n.target} ${n.failureSummary}`).join("; ")}`)).toEqual([]);
}

/** From the bay to a station of a job. */
export async function open(page: Page, job: string, station: string): Promise<void> {
  await page.goto("/");
  await page.getByRole("link", { name: job, exact: true }).first().click();
  await page.getByRole("navigation", { name: "Stations of this job" }).getByRole("link", { name: new RegExp(`^${station}`) }).click();
}

export { expect };
