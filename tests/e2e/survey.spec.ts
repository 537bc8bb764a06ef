import type { Page } from "@playwright/test";
import { expect, expectAccessible, test } from "./app.ts";

/** Counts what a newcomer has to do. */
class Newcomer {
  inputs = 0;
  private readonly page: Page;

  constructor(page: Page) {
    this.page = page;
  }

  async type(label: string, text: string): Promise<void> {
    this.inputs++;
    await this.page.getByLabel(label, { exact: true }).fill(text);
  }

  async choose(question: string, name: string): Promise<void> {
    this.inputs++;
    await this.page.getByRole("group", { name: question, exact: true }).getByRole("radio", { name: new RegExp(`^${name}`) }).check();
  }

  async yes(question: string): Promise<void> {
    this.inputs++;
    await this.page.getByRole("group", { name: question, exact: true }).getByRole("radio", { name: "Yes" }).check();
  }

  async doNotKnow(question: string): Promise<void> {
    this.inputs++;
    await this.page.getByRole("button", { name: `${question}: not known` }).click();
  }

  async on(stop: string): Promise<void> {
    await this.page.getByRole("button", { name: `On to ${stop}` }).click();
    await expect(this.page.getByRole("heading", { level: 2, name: new RegExp(`^${stop}`) })).toBeFocused();
  }
}

/** A small JPEG the browser itself made, as a phone would hand it over: with a place in it. */
async function photoWithPlace(page: Page): Promise<Buffer> {
  const picture = await page.screenshot({ type: "jpeg", clip: { x: 0, y: 0, width: 60, height: 40 } });
  const place = Buffer.concat([Buffer.from("Exif\0\0II*\0", "latin1"), Buffer.from([8, 0, 0, 0, 0, 0, 0, 0, 0, 0]), Buffer.from("GPS 46.05 N 14.51 E")]);
  return Buffer.concat([picture.subarray(0, 2), Buffer.from([0xff, 0xe1, 0, place.length + 2]), place, picture.subarray(2)]);
}

test("a newcomer walks round the vehicle, does not know three things, and gets a verdict and the most helpful measurement", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New job" }).click();
  await page.getByLabel(/Job name/).fill("Loden 6");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Not decided yet.");
  await page.getByRole("button", { name: "Metric" }).click();
  const me = new Newcomer(page);
  await me.choose("Kind of fuel system", "Port injection");
  await me.type("Power now", "150");
  await me.type("Power wanted", "170");
  await me.type("Highest blend", "85");
  await me.doNotKnow("Local high blend");
  await me.yes("Used on public roads");
  await me.on("Arrival");
  await me.on("Tank");
  await me.type("Tank volume", "60");
  await me.doNotKnow("Pump flow");
  await expect(page.getByText(/Not known; meanwhile 1\d\d L\/h ± 30 %/)).toBeVisible();
  await me.on("Lines");
  await me.choose("Return line", "Returnless the");
  await me.choose("Ethanol rating of the hoses", "Rated");
  await expect(page.getByText("every connection is under pressure")).toBeVisible();

  // What cannot be is refused where it was entered, and named above.
  await page.getByRole("button", { name: "Describe a connection" }).click();
  await page.getByLabel("Line", { exact: true }).selectOption("return");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("One answer does not fit yet.");
  await expect(page.getByLabel("Line", { exact: true })).toHaveAccessibleDescription(/no return line/);
  await page.getByLabel("Line", { exact: true }).selectOption("feed");
  const photo = { name: "joint.jpg", mimeType: "image/jpeg", buffer: await photoWithPlace(page) };
  await page.getByLabel("Photo of Connections a sensor could go into", { exact: true }).setInputFiles(photo);
  const seen = page.getByRole("img", { name: "Connections a sensor could go into, seen 1" });
  await expect(seen).toBeVisible();
  expect(await seen.evaluate((img: HTMLImageElement) => img.decode().then(() => [img.naturalWidth, img.naturalHeight]))).toEqual([60, 40]);
  const kept = await page.request.get((await seen.getAttribute("src")) ?? "");
  expect([kept.headers()["content-type"], (await kept.body()).includes("GPS")]).toEqual(["image/jpeg", false]);

  await me.on("Engine");
  await me.type("Cylinders", "4");
  await me.type("Displacement", "1998");
  await me.choose("Induction", "Naturally aspirated");
  await me.type("Lambda at full load", "0.89");
  await me.on("Injection");
  await me.choose("Ethanol rating of the seals", "Rated");
  await me.type("Base pressure", "380");
  await me.type("Injectors in the ports", "4");
  await me.doNotKnow("Rated flow of the injectors");
  await me.doNotKnow("Dead time by voltage");
  await me.on("Reading");
  await me.on("Control");
  await me.choose("Signal path to the controller", "Frequency");
  for (const question of ["Support for this revision", "Plug the kit needs", "Free input"]) {
    await me.yes(question);
  }
  await me.type("Blend of the fuel map", "85");
  await me.type("Blend of the spark map", "85");
  await me.yes("Failsafe for a lost signal");
  expect(me.inputs).toBeLessThanOrEqual(40);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^It can be converted/);
  await expect(page.getByText(/Next best check: pump flow\. Find its curve, or measure/)).toBeVisible();
  await expect(page.getByText(/a curve that starts at gasoline adds the ethanol a second time/).first()).toBeVisible();
  await expectAccessible(page);

  // A reload loses nothing; saved, it is on the line, and the map's blend is where it is needed next.
  await page.reload();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^It can be converted/);
  await page.getByLabel("Your initials").fill("NN");
  await page.getByRole("button", { name: "Save to the record" }).click();
  await expect(page.getByRole("link", { name: /^Survey in work/ })).toBeVisible();
  await page.getByRole("link", { name: /^Compensate/ }).click();
  await expect(page.getByLabel("Blend of the base map", { exact: true })).toHaveAttribute("placeholder", "85");
  await expect(page.getByText("As surveyed.")).toBeVisible();
});

test("a survey begins from a profile, and a wrong table says which row", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New job" }).click();
  await page.getByLabel(/Job name/).fill("From a profile");
  await page.keyboard.press("Enter");
  await page.getByLabel("A vehicle or part like this one").selectOption("inline six, port, return");
  await page.getByRole("button", { name: "Fill in what is open" }).click();
  await expect(page.getByRole("img", { name: /6 cylinders, feed and return line, port injection/ })).toBeVisible();

  // A lost program is said, what is typed stays, and is judged when it is back.
  await page.route("**/api/**", (route) => route.abort());
  await page.getByLabel("Power now", { exact: true }).fill("140");
  await expect(page.getByText(/^Calculated at \d\d:\d\d, before your last change/)).toBeVisible();
  await expect(page.getByText(/^No connection since \d\d:\d\d\. What you type is kept in this browser\./)).toBeVisible();
  await expect(page.getByLabel("Power now", { exact: true })).toHaveValue("140");
  await page.unroute("**/api/**");
  await expect(page.getByRole("heading", { name: /^Loads at 140 kW on E85/ })).toBeVisible();
  const table = page.getByLabel("Table of profiles");
  const bring = (csv: string) => table.setInputFiles({ name: "own.csv", mimeType: "text/csv", buffer: Buffer.from(csv) });
  await bring("profile,field,value\nours,engine.cylinders,many\n");
  await expect(page.getByRole("alert")).toContainText("Row 2, column value: 'many' is not a whole number.");
  await bring("profile,field,value\nours,engine.cylinders,5\n");
  await expect(page.getByText("1 profile imported.")).toBeVisible();
  await expect(page.getByLabel("A vehicle or part like this one").locator("option", { hasText: "ours (own)" })).toHaveCount(1);
});

test("two at one survey: the later one is asked field by field, and sees beside each answer what is on record", async ({ browser, app, open }) => {
  const pages = [await browser.newPage({ baseURL: app.address, locale: "en-GB" }), await browser.newPage({ baseURL: app.address, locale: "en-GB" })];
  for (const [i, page] of pages.entries()) {
    await open(page, "Tarnock 30", "Survey");
    await page.getByRole("button", { name: /^Tank (done|\d)/ }).click();
    await page.getByLabel("Tank volume", { exact: true }).fill(String(60 + i));
    await page.getByLabel("Fuel filter", { exact: true }).fill(i === 0 ? "gone" : "in the feed, above the tank");
    await page.getByLabel("Your initials").fill(`M${i}`);
  }
  const [first, second] = pages as [Page, Page];
  await first.getByRole("button", { name: "Save to the record" }).click();
  await expect(first.getByText(/Saved today .* by M0/)).toBeVisible();
  await second.getByRole("button", { name: "Save to the record" }).click();
  await expect(second.getByRole("alert").getByRole("group")).toHaveCount(2);
  await second.getByRole("alert").getByRole("group", { name: "Fuel filter" }).getByRole("radio", { name: "M0: gone" }).check();
  await second.getByRole("alert").getByRole("radio", { name: "Yours: 61.0 L" }).check();
  await second.getByRole("button", { name: "Save with these" }).click();
  await expect(second.getByText(/Saved today .* by M1/)).toBeVisible();
  await expect(second.getByLabel("Tank volume", { exact: true })).toHaveValue("61");
  await second.getByLabel("Fuel filter", { exact: true }).fill("in the tank");
  await expect(second.getByText("On record: gone")).toBeVisible();
  await second.getByRole("button", { name: "Fuel filter: take what is on record" }).click();
  await expect(second.getByLabel("Fuel filter", { exact: true })).toHaveValue("gone");
  await Promise.all(pages.map((page) => page.close()));
});

test.describe("in a bay with the demo alone", () => {
  test.use({ alone: true });

  test("the bay with two hundred jobs is found through by keyboard; what is waited for is seen there and closed at the job", async ({ page, app }) => {
    const made = Array.from({ length: 200 }, (_, i) =>
      page.request.post(`${app.address}/api/jobs`, { data: { name: `Mule ${i + 1}`, vehicle: i % 2 ? "van" : "buggy" }, headers: { Origin: app.address } }),
    );
    await Promise.all(made);
    await page.goto("/");
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^203 open jobs\./);
    const names = page.getByRole("list", { name: "Jobs" }).getByRole("heading");
    await expect(names).toHaveCount(16);
    await page.getByRole("button", { name: "More jobs" }).click();
    await expect(names).toHaveCount(32);
    await page.keyboard.press("/");
    await page.keyboard.type("nothing of the kind");
    await expect(page.getByText("No matching jobs.")).toBeVisible();
    await page.keyboard.press("Escape");
    await page.keyboard.press("/");
    await page.keyboard.type("mule 118");
    await expect(page.getByRole("list", { name: "Jobs" }).getByRole("heading")).toHaveText(["Mule 118"]);
    await page.getByLabel("Find a job").blur();
    await page.keyboard.press("j");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("Not decided yet.");
    await page.keyboard.press("r");
    await page.getByLabel("For what").fill("a longer hose");
    await page.getByLabel("Fit", { exact: true }).check();
    await page.getByLabel("Your initials").first().fill("JM");
    await page.getByRole("button", { name: "Add entry" }).click();
    const open = page.getByRole("list", { name: "Open on this job" });
    await expect(open).toContainText("Waiting for a longer hose. Holds up Fit.");
    await expect(page.getByRole("link", { name: /^Fit waiting/ })).toBeVisible();
    await expectAccessible(page);

    // Found by what was written down, with the place, which is one click away.
    await page.keyboard.press("b");
    await expect(page.getByLabel("Find a job")).toBeVisible();
    await page.keyboard.press("/");
    await page.keyboard.type("hose LONG");
    await expect(names).toHaveText(["Mule 118"]);
    await expect(page.getByRole("button", { name: /^Waiting/ })).toHaveText("Waiting 1");
    await expect(page.getByRole("list", { name: "Found on Mule 118" })).toHaveText("Waiting for something: a longer hose");
    await page.getByRole("link", { name: "Waiting for something" }).click();
    await expect(page.getByRole("list", { name: "Entries" })).toContainText("waiting for a longer hose");
    await page.keyboard.press("b");
    await page.getByRole("button", { name: /^Waiting 2/ }).click();
    await expect(page.getByText("Waiting for a longer hose.")).toBeVisible();
    await page.getByRole("button", { name: "Archive: Mule 118" }).click();
    await expect(page.getByText("Waiting for a longer hose.")).toBeHidden();
    await page.getByRole("button", { name: /^Archived 1/ }).click();
    await page.getByRole("button", { name: "Restore: Mule 118" }).click();
    await page.getByRole("button", { name: /^All 203/ }).click();
    await page.getByLabel("Find a job").fill("mule 118");
    await page.getByRole("button", { name: "Duplicate: Mule 118" }).click();
    await page.getByLabel("Your initials").fill("");
    await page.getByRole("button", { name: "Make the copy" }).click();
    await expect(page.getByText("Give initials or a name")).toBeVisible();
    await page.getByLabel("Your initials").fill("JM");
    await page.getByRole("button", { name: "Make the copy" }).click();
    await expect(page.getByRole("list", { name: "Jobs" }).getByRole("heading")).toHaveText(["Mule 118, copy", "Mule 118"]);
    await page.getByLabel("Find a job").fill("");
    await page.getByRole("button", { name: /^Waiting 2/ }).click();
    await page.getByRole("link", { name: "Mule 118" }).click();
    await open.getByRole("button", { name: "Arrived" }).click();
    await page.getByLabel("How did it come?").fill("by mail");
    await page.getByRole("button", { name: "Close it" }).click();
    await expect(open).toBeHidden();
    await page.keyboard.press("r");
    await expect(page.getByText(/closed today .* by JM: by mail/)).toBeVisible();

    // Closed by mistake: it stands open again, and the record keeps both.
    await page.getByRole("button", { name: "Reopen: a longer hose" }).click();
    await page.getByLabel("Why").fill("too short");
    await page.getByRole("button", { name: "Reopen it" }).click();
    await expect(open).toContainText("Waiting for a longer hose.");
    await expect(page.getByRole("list", { name: "Entries" })).toContainText(/by mail.*taken back today .* by JM: too short/);
  });
});
