import type { Page } from "@playwright/test";
import { expect, expectAccessible, test } from "./app.ts";

/** What is typed at the stations, one of each kind of form, while the program does not answer. */
const stations = [
  { name: "Survey", label: "Tank volume", typed: "91" },
  { name: "Signal", label: "Sensor tolerance", typed: "4" },
] as const;

test.describe("with the program gone for a while", () => {
  test("what is typed is kept over a reload, what was calculated is dated, and it saves when back", async ({ page, open, context }) => {
    await open(page, "Tarnock 30", "Survey");
    await page.evaluate(() => navigator.serviceWorker.ready);
    for (const station of stations) {
      await open(page, "Tarnock 30", station.name);
      const field = page.getByLabel(station.label, { exact: true }).first();
      await expect(field).toBeVisible();
      await lastSeenIsKept(page);
      await context.setOffline(true);
      await expect(page.getByText(/^No connection since \d\d:\d\d\./)).toBeVisible();
      await field.fill(station.typed);
      await field.blur();
      await expect(page.getByText(/^Calculated at \d\d:\d\d, before your last change\./)).toBeVisible();

      await page.reload();
      await expect(page.getByText(/^No connection since/)).toBeVisible();
      await expect(page.getByText(/^Calculated at \d\d:\d\d, before your last change\./)).toBeVisible();
      await expect(field).toHaveValue(new RegExp(`^${station.typed}`));
      await expectAccessible(page);
      await page.getByLabel("Your initials").fill("OF");
      await page.getByRole("button", { name: "Save when back" }).click();
      await expect(page.getByText(`${station.name}: saves when back.`)).toBeVisible();

      await context.setOffline(false);
      await expect(page.getByText(/^No connection since/)).toBeHidden();
      await expect(page.getByText(/Saved today \d\d:\d\d by OF/)).toBeVisible();
      await expect(page.getByText(/^Calculated at .* before your last change/)).toBeHidden();
      await expect(field).toHaveValue(new RegExp(`^${station.typed}`));
    }
  });

  test("a save whose answer was lost is no conflict with oneself", async ({ page, open }) => {
    await open(page, "Tarnock 30", "Signal");
    await page.getByLabel("Sensor tolerance").fill("3");
    await page.getByLabel("Your initials").fill("LO");
    await expect(page.getByText("Signal: not saved yet")).toBeVisible();
    await page.route("**/save", async (route) => {
      await route.fetch();
      await route.abort();
    }, { times: 1 });
    // What was saved is also told live: the page may know before the answer is lost.
    const lost = page.waitForEvent("requestfailed", (request) => request.url().endsWith("/save"));
    await page.getByRole("button", { name: "Save to the record" }).click();
    await lost;
    await expect(page.getByText(/Saved today \d\d:\d\d by LO/)).toBeVisible();
    await expect(page.getByRole("button", { name: "Save with these" })).toHaveCount(0);
    await expect(page.getByRole("button", { name: "Save to the record" })).toBeHidden();
  });
});

/** What is shown without the program is written down a moment after it came. */
async function lastSeenIsKept(page: Page) {
  const kept = () =>
    page.evaluate(
      () =>
        new Promise<string>((resolve) => {
          const request = indexedDB.open("hazy-gauge");
          request.onsuccess = () => {
            const asked = request.result.transaction("pages").objectStore("pages").get("last-seen");
            asked.onsuccess = () => resolve(JSON.stringify(asked.result ?? ""));
            asked.onerror = () => resolve("");
          };
        }),
    );
  const slug = new URL(page.url()).pathname.split("/").at(-1);
  await expect.poll(kept).toContain(`"preview","${slug}"`);
}
