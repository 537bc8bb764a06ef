import { existsSync } from "node:fs";
import { defineConfig } from "@playwright/test";

// Debian's build for machines without a screen renders the same and takes two thirds of the time.
const browsers = ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium"];

export default defineConfig({
  testDir: ".",
  outputDir: "../../artifacts/browser",
  globalSetup: "./prepareDemo.ts",
  // As many as a small machine has cores; every worker has its own program.
  workers: 2,
  fullyParallel: true,
  // Generous: a busy machine is slow, and no test is about speed.
  timeout: 180_000,
  expect: { timeout: 20_000 },
  forbidOnly: true,
  testIgnore: process.env.HAZY_SHOTS ? [] : ["shots.spec.ts"],
  use: {
    // What is not there to be used is said long before the test's own time is over.
    actionTimeout: 30_000,
    browserName: "chromium",
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    // What moves costs a machine without graphics most of its time.
    contextOptions: { reducedMotion: "reduce" },
    launchOptions: {
      executablePath: browsers.find(existsSync),
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        "--disable-dev-shm-usage",
      ],
    },
  },
});
