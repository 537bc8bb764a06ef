import { resolve } from "node:path";
import type { Page } from "@playwright/test";
import { expect, expectAccessible, test } from "./app.ts";

const capture = resolve(import.meta.dirname, "../../demo/captures/tarnock-30-after-fill.vcd");

const [bench, phone] = [{ width: 1280, height: 800 }, { width: 390, height: 844 }];

/** Drawings take a moment to follow a turned screen. */
async function expectFits(page: Page, { width }: { width: number }): Promise<void> {
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
}

/** Accessible in both themes, and no wider than the bench or the phone. Of what a machine finds only the colors hang on the theme. */
async function expectGood(page: Page): Promise<void> {
  await expectFits(page, bench);
  await expectAccessible(page);
  const theme = (name: string) => page.getByRole("group", { name: "Theme" }).getByRole("button", { name }).click();
  await theme("Dark");
  await expectAccessible(page, "of the theme");
  await theme("Light");
  await page.setViewportSize(phone);
  await expectFits(page, phone);
  await page.setViewportSize(bench);
}

test.describe("every main view is accessible and fits", () => {
  // A browser that prefers the dark would begin there.
  test.use({ colorScheme: "light" });

  test("bay, survey, capacity, route", async ({ page, open }) => {
    await page.goto("/");
    await expect(page.getByRole("heading", { level: 1 })).toContainText("open jobs");
    await expectGood(page);

    await open(page, "Skirr", "Survey");
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/but not as it is\. The (injectors are|fuel pump is) too small, at /);
    await expectGood(page);
    await page.setViewportSize(phone);
    for (const stop of ["Owner", "Arrival", "Tank", "Lines", "Engine", "Injection", "Reading", "Control", "Work"]) {
      await page.getByRole("button", { name: new RegExp(`^${stop} (done|nothing|\\d)`) }).click();
      await expect(page.getByRole("heading", { level: 2, name: new RegExp(`^${stop}`) })).toBeVisible();
      await expectFits(page, phone);
    }
    await page.setViewportSize(bench);

    await open(page, "Vantle T20", "Capacity");
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/supports up to E\d+.±.\d+\. The fuel pump is the limit\./);
    await page.getByRole("region", { name: "Vapor check: the hottest drive" }).getByRole("button", { name: /left at/ }).click();
    await page.getByRole("button", { name: "Edit: Around the tank" }).click();
    await expect(page.getByRole("textbox", { name: "Around the tank" })).toBeVisible();
    await expectGood(page);

    await open(page, "Tarnock 30", "Route");
    await expect(page.getByText("was weighed")).toBeVisible();
    await expectGood(page);
  });

  test("harness, step by step", async ({ page, open }) => {
    await open(page, "Vantle T20", "Harness");
    for (const step of ["Supply", "Signal", "Wires", "Pins", "Boxes", "Meter"]) {
      await page.getByRole("navigation", { name: "The harness, step by step" }).getByRole("button", { name: new RegExp(`^${step}`) }).click();
      await expect(page.getByText(step, { exact: true }).first()).toBeAttached();
      await expectGood(page);
    }
  });

  test("signal, compensate, record, what is not there", async ({ page, open }) => {
    await open(page, "Vantle T20", "Signal");
    await expect(page.getByText("single pulses are missing")).toBeVisible();
    await page.getByRole("button", { name: "Run the simulator" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^The signal is real: E\d/);
    await expectGood(page);
    await page.getByRole("button", { name: "Stop the simulator" }).click();

    await open(page, "Tarnock 30", "Signal");
    await expect(page.getByRole("heading", { name: "What the recording holds" })).toBeVisible();
    await expectGood(page);
    await page.getByRole("link", { name: "To Compensate" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/inject \d/);
    await expect(page.getByText("Held at zero.")).toBeVisible();
    await expectGood(page);

    await page.getByRole("link", { name: "Record" }).click();
    await page.getByRole("button", { name: /^5 E\d/ }).click();
    await expect(page.getByText("version 0.")).toBeVisible();
    await expectGood(page);

    await page.setViewportSize(phone);
    await page.getByRole("button", { name: /All stations/ }).click();
    await page.getByRole("link", { name: /^Prove/ }).click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("Prove is not built yet.");
    await page.setViewportSize(bench);
    await expectGood(page);

    await page.goto("/nowhere");
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("There is nothing at this address.");
    await expectGood(page);
  });
});

test("another channel can be read, and one that is not there is said beside its field", async ({ page, open }) => {
  await open(page, "Tarnock 30", "Signal");
  await page.getByLabel("Capture file").setInputFiles(capture);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/E73/);

  await page.getByLabel("Channel").fill("crank");
  await page.getByRole("button", { name: "Read this one" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("This is not what the sensor sends.");
  await expect(page.getByText("Stop here")).toBeVisible();

  await page.getByLabel("Channel").fill("D7");
  await page.getByRole("button", { name: "Read this one" }).click();
  const channel = page.getByRole("textbox", { name: "Channel" });
  await expect(channel).toHaveAccessibleDescription(/There is no channel 'D7' in this capture/);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("The capture cannot be read this way.");
  await channel.fill("sensor");
  await page.getByRole("button", { name: "Read this one" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/E73/);

  // A tolerance that cannot be leaves its field standing, with the reason beside it.
  const tolerance = page.getByRole("textbox", { name: "Sensor tolerance" });
  await tolerance.fill("60");
  await expect(tolerance).toHaveAccessibleDescription(/must be between 0 and 50/);
  await tolerance.fill("2");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/E73.±.2/);
  await page.getByRole("button", { name: "Discard changes" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/E62/);
});

test("the wave can be walked through with buttons, and the glass tells where its haze comes from", async ({ page, open }) => {
  await open(page, "Tarnock 30", "Signal");
  const caption = page.getByText(/^The wave as recorded, from 0\.0 ms/);
  await expect(caption).toBeVisible();
  await expect(page.getByRole("button", { name: "Earlier" })).toBeDisabled();
  await page.getByRole("button", { name: "Later" }).click();
  await expect(caption).toBeHidden();
  await page.getByRole("button", { name: "Earlier" }).click();
  await expect(caption).toBeVisible();

  const glass = page.getByRole("complementary", { name: "Sight glass" });
  await glass.getByRole("button", { name: "What makes it hazy" }).click();
  await expect(glass.getByText("Sensor tolerance 100 %")).toBeVisible();
});

test("no number of an earlier choice stands beside a new one while that is still being calculated", async ({ page, open }) => {
  await open(page, "Tarnock 30", "Compensate");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/open time on E10\./);
  let release = () => {};
  const held = new Promise<void>((done) => {
    release = done;
  });
  await page.route("**/preview", async (route) => {
    await held;
    await route.continue();
  });
  await page.getByRole("textbox", { name: "Blend of the base map", exact: true }).fill("85");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Calculating.");
  await expect(page.getByText("× 1.250")).toBeHidden();
  release();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/inject 0\.\d\d.* open time on E85\./);
});
