import type { Page, Route } from "@playwright/test";
import { expect, expectAccessible, test } from "./app.ts";

const notes = (page: Page) => page.getByLabel("Other notes");
const tolerance = (page: Page) => page.getByLabel("Sensor tolerance");
const save = (page: Page) => page.getByRole("button", { name: "Save to the record" });
const to = (page: Page, station: string) =>
  page.getByRole("navigation", { name: "Stations of this job" }).getByRole("link", { name: new RegExp(`^${station}`) }).click();

/** Whoever works at a page from its next load on. */
const by = (page: Page, initials: string) => page.addInitScript((name) => localStorage.setItem("hazy-gauge.author", name), initials);

/** What stands on record for a station of the job on the page. */
async function onRecord(page: Page, slug: string): Promise<Record<string, unknown>> {
  const { origin, pathname } = new URL(page.url());
  const job = pathname.split("/")[2];
  const answer = await page.request.get(`${origin}/api/jobs/${job}/stations/${slug}`);
  return ((await answer.json()) as { document: Record<string, unknown> }).document;
}

/** Has all that is not saved saved; what is sent again by itself needs no hand. */
const saved = (page: Page) =>
  expect(async () => {
    if (await save(page).isVisible()) {
      await save(page).click({ timeout: 1000 });
    }
    await expect(page.getByText(/: (not saved yet|saves when back)/)).toBeHidden({ timeout: 1000 });
  }).toPass();

/** Has the next request of a kind wait; what comes back lets it go on. */
async function nextOf(page: Page, kind: string, answer: (route: Route) => Promise<void>): Promise<{ arrived: Promise<void>; go: () => void }> {
  let [go, arrive] = [() => {}, () => {}];
  const gone = new Promise<void>((resolve) => {
    go = resolve;
  });
  const arrived = new Promise<void>((resolve) => {
    arrive = resolve;
  });
  await page.route(
    `**/${kind}`,
    async (route) => {
      arrive();
      await gone;
      await answer(route);
    },
    { times: 1 },
  );
  return { arrived, go };
}

test("through a dozen saves with answers late and lost, what stands in the end is what was typed", async ({ page, open }) => {
  await by(page, "TY");
  await open(page, "Skirr", "Survey");
  let saves = 0;
  await page.route("**/save", async (route) => {
    saves += 1;
    const late = (saves * 37) % 90;
    await new Promise((resolve) => setTimeout(resolve, late));
    if (saves % 5 === 1) {
      // It arrives, and nobody is told.
      await route.fetch();
      await route.abort();
    } else if (saves % 7 === 2) {
      // It never arrives.
      await route.abort();
    } else {
      const answer = await route.fetch();
      await new Promise((resolve) => setTimeout(resolve, late));
      await route.fulfill({ response: answer });
    }
  });
  const before = await notes(page).inputValue();
  await notes(page).focus();
  await page.keyboard.press("Control+End");
  let typed = "";
  while (saves < 12) {
    // Ahead of the saves by no more than a few words: a slow machine saves less often, and all of them are typed through.
    if (typed.length < 12 * (saves + 1)) {
      const next = "rust at the seam, ".charAt(typed.length % 18);
      typed += next;
      await page.keyboard.type(next);
    }
    // As a keyboard's own save key would: the field keeps what is typed.
    await page.evaluate(() => [...document.querySelectorAll("button")].find((button) => /^Save (to|when)/.test(button.textContent))?.click());
  }
  await page.unrouteAll({ behavior: "wait" });
  await expect(notes(page)).toHaveValue(before + typed);
  await saved(page);
  expect((await onRecord(page, "survey")).notes).toBe(before + typed);
  await expect(page.getByRole("button", { name: "Save with these" })).toHaveCount(0);
});

test("what is pressed while an answer comes in is what was aimed at", async ({ page, open }) => {
  await open(page, "Skirr", "Survey");
  await page.getByRole("navigation", { name: "The walk round the vehicle" }).getByRole("button", { name: /^Owner/ }).click();
  const on = page.getByRole("button", { name: "On to Arrival" });
  const preview = await nextOf(page, "preview", (route) => route.continue());
  const verdict = page.getByRole("heading", { level: 1 });
  await page.getByLabel("Power wanted", { exact: true }).fill("900");
  await preview.arrived;
  await expect(verdict).toHaveText("Calculating.");

  // The answer moves the page, for a longer verdict stands above: not under the hand.
  await on.scrollIntoViewIfNeeded();
  const at = await on.boundingBox();
  await page.mouse.move((at?.x ?? 0) + 20, (at?.y ?? 0) + 10);
  await page.mouse.down();
  const answered = page.waitForResponse("**/preview");
  preview.go();
  await answered;
  await page.waitForTimeout(100);
  await expect(verdict).toHaveText("Calculating.");
  // What is pressed goes in by less than that.
  expect(Math.abs(((await on.boundingBox())?.y ?? 0) - (at?.y ?? 0))).toBeLessThan(2);
  await page.mouse.up();
  await expect(page.getByRole("heading", { level: 2, name: /^Arrival/ })).toBeFocused();
  await expect(verdict).not.toHaveText("Calculating.");
});

test("what is typed at another station while a save is on its way, or its answer is lost, stays to be saved", async ({ page, open }) => {
  await by(page, "TY");
  await open(page, "Skirr", "Survey");
  for (const [n, answer] of [(route: Route) => route.continue(), async (route: Route) => void (await route.fetch(), await route.abort())].entries()) {
    await notes(page).fill(`sent ${n}`);
    const held = await nextOf(page, "save", answer);
    await save(page).click();
    await held.arrived;
    await notes(page).fill(`sent ${n}, then more`);
    await to(page, "Signal");
    await tolerance(page).fill(`${3 + n}`);
    held.go();
    await expect(page.getByText(/Survey and Signal: not saved yet/)).toBeVisible();
    await expect(tolerance(page)).toHaveValue(`${3 + n}`);
    await to(page, "Survey");
    await expect(notes(page)).toHaveValue(`sent ${n}, then more`);
    await saved(page);
    expect([(await onRecord(page, "survey")).notes, (await onRecord(page, "signal")).toleranceEthanolPct]).toEqual([`sent ${n}, then more`, 3 + n]);
  }
});

test("what is typed while another saves another station, and the same one, stays; both stand in the end without a question", async ({ page, open, browser, app }) => {
  const other = await browser.newPage({ baseURL: app.address });
  await by(page, "TY");
  await open(page, "Skirr", "Survey");
  await by(other, "OT");
  await other.goto(page.url());
  await notes(page).fill("half a");
  await to(other, "Signal");
  await tolerance(other).fill("4");
  await save(other).click();
  await expect(page.getByText("OT saved Signal")).toBeVisible();
  await notes(page).press("End");
  await page.keyboard.type(" sentence");
  await to(other, "Survey");
  await other.getByRole("button", { name: /^Tank (done|\d)/ }).click();
  await other.getByLabel("Tank volume", { exact: true }).fill("61");
  await save(other).click();
  await expect(page.getByText("OT saved Survey")).toBeVisible();
  await page.keyboard.type(", now whole");
  await expect(notes(page)).toHaveValue("half a sentence, now whole");
  await save(page).click();
  await expect(page.getByText(/Saved today .* by TY/)).toBeVisible();
  const stands = await onRecord(page, "survey");
  expect([stands.notes, (stands.fuelSystem as { tankLitres: number }).tankLitres]).toEqual(["half a sentence, now whole", 61]);
  await expect(other.getByLabel("Other notes")).toHaveValue("half a sentence, now whole");
  await other.close();
});

test("a field that both changed is asked about, and it alone; what is typed while it is asked stays", async ({ page, open, browser, app }) => {
  const other = await browser.newPage({ baseURL: app.address });
  await by(page, "TY");
  await open(page, "Skirr", "Survey");
  await by(other, "OT");
  await other.goto(page.url());
  // While a page comes in, what is on it still moves under the hand.
  await expect(other.getByText(/^Saved /)).toBeVisible();
  for (const [who, words] of [[other, "theirs"], [page, "mine"]] as const) {
    await notes(who).fill(words);
    await who.getByRole("button", { name: /^Tank (done|\d)/ }).click();
    await who.getByLabel("Fuel filter", { exact: true }).fill(`filter, ${words}`);
  }
  await other.getByLabel("Tank volume", { exact: true }).fill("61");
  await save(other).click();
  await expect(other.getByText(/Saved today .* by OT/)).toBeVisible();
  await save(page).click();
  const asked = page.getByRole("alert", { name: "Survey, changed by both" });
  await expect(asked.getByRole("group")).toHaveCount(2);
  await expectAccessible(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await expectAccessible(page);
  await page.setViewportSize({ width: 1280, height: 800 });
  await asked.getByRole("radio", { name: "OT: filter, theirs" }).check();
  await asked.getByRole("group", { name: "Notes" }).getByRole("radio", { name: /^Yours/ }).check();
  await notes(page).fill("mine, and more");
  await asked.getByRole("button", { name: "Save with these" }).click();
  await expect(page.getByText(/Saved today .* by TY/)).toBeVisible();
  const stands = await onRecord(page, "survey");
  const tank = stands.fuelSystem as { tankLitres: number; filter: string };
  expect([stands.notes, tank.filter, tank.tankLitres]).toEqual(["mine, and more", "filter, theirs", 61]);
  await other.close();
});

test("a draft of an older page is brought up to date under the hand of who types, and what was done becomes an entry", async ({ page, open }) => {
  await by(page, "TY");
  await open(page, "Tarnock 30", "Signal");
  const job = new URL(page.url()).pathname.split("/")[2];
  const { results: _, summary: _s, coreVersion: _c, schema: _n, ...inputs } = await onRecord(page, "signal");
  await page.evaluate(
    ([key, draft]) => localStorage.setItem(key as string, draft as string),
    [`hazy-gauge.draft.${job}`, JSON.stringify({ etag: '"6"', inputs: { ...inputs, mixedEthanolPct: { value: 47, plusMinus: 3 } } })],
  );
  let answers = 0;
  await page.route("**/preview", async (route) => {
    answers += 1;
    await new Promise((resolve) => setTimeout(resolve, 300));
    await route.continue();
  });
  await page.reload();
  await tolerance(page).fill("3.5");
  await expect.poll(() => answers).toBeGreaterThan(1);
  await expect(page.getByText(/^E47/)).toBeHidden();
  await expect(tolerance(page)).toHaveValue("3.5");
  await save(page).click();
  await expect(page.getByText(/Saved today .* by TY/)).toBeVisible();
  const stands = await onRecord(page, "signal");
  expect([stands.toleranceEthanolPct, stands.mixedEthanolPct]).toEqual([3.5, undefined]);
  await page.getByRole("link", { name: "The fill on the record" }).click();
  await expect(page.getByRole("list", { name: "Entries" }).getByText("Mixed in the tank: E47 ± 3.")).toBeVisible();
});
