import { resolve } from "node:path";
import { test } from "./app.ts";

// Pictures for docs/screenshots, one per main view, from the demo. Run by ./hazy shots, never by ./hazy test.
const root = resolve(import.meta.dirname, "../..");
const capture = resolve(root, "demo/captures/tarnock-30-after-fill.vcd");
const picture = (name: string) => resolve(root, "docs/screenshots", `${name}.png`);

for (const theme of ["bay", "forecourt"] as const) {
  test(`${theme}`, async ({ page }) => {
    await page.addInitScript((t) => localStorage.setItem("hazy-gauge.theme", t), theme);
    await page.addInitScript(() => localStorage.setItem("hazy-gauge.author", "JM"));
    await page.goto("/");
    await page.getByRole("link", { name: "Tarnock 30" }).waitFor();
    if (theme === "bay") {
      await page.screenshot({ path: picture("bay") });
    }
    await page.getByRole("link", { name: "Tarnock 30" }).click();
    await page.getByLabel("Capture file").setInputFiles(capture);
    await page.getByRole("heading", { name: /E73/ }).waitFor();
    await page.getByRole("heading", { name: /^Open 1\.32/ }).waitFor();
    await page.screenshot({ path: picture(`signal-${theme}`) });
    if (theme === "forecourt") {
      await page.getByRole("heading", { name: /^Open 1\.32/ }).evaluate((heading) => heading.scrollIntoView({ block: "start" }));
      await page.screenshot({ path: picture("fuel-factor") });
      return;
    }
    await page.getByRole("button", { name: "Save to the record" }).click();
    await page.getByRole("link", { name: "Record" }).click();
    await page.getByRole("button", { name: /E73/ }).click();
    await page.getByText("Rules").waitFor();
    await page.screenshot({ path: picture("record") });
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto("/");
    await page.getByRole("link", { name: "Tarnock 30" }).click();
    await page.getByRole("heading", { name: /^The signal is real/ }).waitFor();
    await page.screenshot({ path: picture("signal-phone") });
  });
}
