import { resolve } from "node:path";
import { test } from "./app.ts";

// Pictures for docs/screenshots, one per main view, from the demo. Run by ./hazy shots, never by ./hazy test.
const root = resolve(import.meta.dirname, "../..");
const capture = resolve(root, "demo/captures/tarnock-30-after-fill.vcd");
const picture = (name: string) => resolve(root, "docs/screenshots", `${name}.png`);

test.use({ alone: true });

for (const theme of ["bay", "forecourt"] as const) {
  test(`${theme}`, async ({ page, open }) => {
    await page.addInitScript((t) => localStorage.setItem("hazy-gauge.theme", t), theme);
    await page.addInitScript(() => localStorage.setItem("hazy-gauge.author", "JM"));
    await page.goto("/");
    await page.getByRole("link", { name: "Tarnock 30" }).waitFor();
    if (theme === "bay") {
      await page.screenshot({ path: picture("bay") });
      await open(page, "Vantle T20", "Capacity");
      await page.getByRole("heading", { name: /supports up to E56/ }).waitFor();
      await page.screenshot({ path: picture("capacity-bay") });
    }
    if (theme === "forecourt") {
      await open(page, "Skirr", "Survey");
      await page.getByRole("heading", { name: /120/ }).waitFor();
      await page.screenshot({ path: picture("survey") });
      await open(page, "Skirr", "Capacity");
      await page.getByRole("heading", { name: /supports up to E44/ }).waitFor();
      await page.screenshot({ path: picture("capacity-forecourt") });
      await open(page, "Tarnock 30", "Route");
      await page.getByText("was weighed").waitFor();
      await page.screenshot({ path: picture("route") });
      await page.getByRole("button", { name: /^Place/ }).click();
      await page.getByRole("heading", { name: "Places compared for this vehicle" }).waitFor();
      await page.evaluate(() => window.scrollTo(0, 0));
      await page.screenshot({ path: picture("route-place") });
      await open(page, "Vantle T20", "Harness");
      await page.getByRole("navigation", { name: "The harness, step by step" }).getByRole("button", { name: /^Wires/ }).click();
      await page.getByRole("img", { name: /^Wiring diagram/ }).waitFor();
      await page.evaluate(() => window.scrollTo(0, 0));
      await page.screenshot({ path: picture("harness") });
      await open(page, "Skirr", "Parts");
      await page.getByRole("heading", { name: /still to come/ }).waitFor();
      await page.screenshot({ path: picture("parts") });
      await open(page, "Vantle T20", "Compensate");
      await page.getByRole("heading", { name: /The file decides/ }).waitFor();
      await page.screenshot({ path: picture("compensate-file") });
    }
    await open(page, "Tarnock 30", "Signal");
    await page.getByLabel("Capture file").setInputFiles(capture);
    await page.getByRole("heading", { name: /E73/ }).waitFor();
    await page.getByText("should be 123.4").waitFor();
    await page.screenshot({ path: picture(`signal-${theme}`) });
    await page.getByRole("link", { name: "To Compensate" }).click();
    await page.getByRole("heading", { name: /inject 1\.32/ }).waitFor();
    await page.getByText("by mass").first().waitFor();
    if (theme === "forecourt") {
      await page.screenshot({ path: picture("compensate-forecourt") });
      await page.getByRole("heading", { name: "Spark between two maps" }).evaluate((heading) => heading.scrollIntoView({ block: "start" }));
      await page.screenshot({ path: picture("spark") });
      return;
    }
    await page.getByRole("button", { name: "Save to the record" }).click();
    await page.getByRole("link", { name: "Record" }).click();
    await page.getByRole("button", { name: /E73.±.5 from/ }).click();
    await page.getByText("→").first().waitFor();
    await page.evaluate(() => window.scrollTo(0, 0));
    await page.screenshot({ path: picture("record") });
    await open(page, "Vantle T20", "Signal");
    await page.getByRole("button", { name: "Run the simulator" }).click();
    await page.getByLabel("What is wrong with it").selectOption("dropouts");
    await page.getByRole("heading", { name: /breaks off/ }).waitFor();
    await page.screenshot({ path: picture("simulator") });
    await page.setViewportSize({ width: 390, height: 844 });
    await open(page, "Vantle T20", "Survey");
    await page.getByRole("heading", { name: /It can be converted/ }).waitFor();
    await page.screenshot({ path: picture("survey-phone") });
    await open(page, "Tarnock 30", "Route");
    await page.getByRole("button", { name: /^Hoses/ }).click();
    await page.getByRole("img", { name: /^Hose cut to 130 mm/ }).scrollIntoViewIfNeeded();
    await page.screenshot({ path: picture("route-phone") });
    await open(page, "Tarnock 30", "Signal");
    await page.getByRole("heading", { name: /^The signal is real/ }).waitFor();
    await page.screenshot({ path: picture("signal-phone") });
    await open(page, "Tarnock 30", "Harness");
    await page.getByRole("button", { name: /^Pins/ }).click();
    await page.getByRole("heading", { name: "Connectors, as you look at them" }).waitFor();
    await page.getByRole("heading", { name: "Connectors, as you look at them" }).evaluate((heading) => heading.scrollIntoView({ block: "start" }));
    await page.screenshot({ path: picture("harness-phone") });
  });
}
