import { resolve } from "node:path";
import type { Page } from "@playwright/test";
import { expect, expectAccessible, test } from "./app.ts";

const capture = resolve(import.meta.dirname, "../../demo/captures/tarnock-30-after-fill.vcd");

/** Drops a file on the page, as the mouse does. */
async function drop(page: Page, name: string, content: Buffer): Promise<void> {
  const transfer = await page.evaluateHandle(
    ([name, base64]) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], name));
      return transfer;
    },
    [name, content.toString("base64")] as const,
  );
  await page.dispatchEvent("body", "drop", { dataTransfer: transfer });
}

/** A square wave of the sensor as VCD, with or without pulses. */
function vcd(hz: number, lowMs: number, seconds = 1): Buffer {
  const lines = ["$timescale 1 us $end", "$scope module t $end", "$var wire 1 ! sensor $end", "$upscope $end", "$enddefinitions $end", "#0", "1!"];
  for (let t = 1000; hz > 0 && t < seconds * 1e6 - 10_000; t += 1e6 / hz) {
    lines.push(`#${Math.round(t)}`, "0!", `#${Math.round(t + lowMs * 1000)}`, "1!");
  }
  return Buffer.from(`${[...lines, `#${seconds * 1e6}`].join("\n")}\n`);
}

test("a new job at the phone: refused captures say why, faults stop the work, in both themes", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto("/");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("open jobs");
  await page.keyboard.press("n");
  await page.getByRole("button", { name: "Begin" }).click();
  await expect(page.getByText("A job needs a name")).toBeVisible();
  await page.getByLabel(/Job name/).fill("Loden 5");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Not decided yet.");
  await page.getByRole("button", { name: /All stations/ }).click();
  await expectAccessible(page);
  await page.getByRole("link", { name: /^Signal/ }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("No signal on this job yet.");
  await expectAccessible(page);

  for (const [name, content, sentence] of [
    ["wave.vcd", Buffer.from("$timescale 1 us $end $var"), "It was cut off"],
    ["wave.vcd", Buffer.from([0, 1, 2, 3]), "this is not text"],
    ["wave.csv", Buffer.from("time;volts\n0,1;5,0\n"), "fewer than two rows"],
    ["wave.txt", Buffer.from("a,b"), "no row of numbers follows"],
  ] as const) {
    await drop(page, name, content);
    await expect(page.getByRole("alert")).toContainText(sentence);
  }
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("No signal on this job yet.");

  await drop(page, "water.vcd", vcd(185, 2.2));
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("The sensor cannot read this fuel.");
  await expect(page.getByText("Stop here")).toBeVisible();
  // In the hand the glass is a strip that opens.
  const glass = page.getByRole("complementary", { name: "Sight glass" });
  await expect(glass).toContainText("No reading: the signal says why.");
  await glass.getByRole("button", { name: /Sight glass$/ }).click();
  await expect(page.getByRole("img", { name: "Sight glass: empty, nothing is known yet" })).toBeVisible();

  await drop(page, "silent.vcd", vcd(0, 0));
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("There is no signal.");

  await drop(page, "good.vcd", vcd(96, 3.1));
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^The signal is real: E46.±.5, fuel at 47 °C\.$/);
  await page.getByRole("link", { name: "To Compensate" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Which blend was the base map made on?");
  const madeOn = page.getByRole("textbox", { name: "Blend of the base map", exact: true });
  await madeOn.fill("140");
  await expect(page.getByText("must be between E0 and E100; E140 cannot be right").first()).toBeVisible();
  await madeOn.fill("ten");
  await expect(page.getByText("“ten” is not a number. Type it like 85, E85 or 85 %.")).toBeVisible();
  await madeOn.fill("0.095");
  await page.getByRole("button", { name: /: E9.5$/ }).click();
  await madeOn.fill("9,5");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/open time on E9\.5\. Add no spark\.$/);

  // Nothing is wider than the phone.
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByLabel("Settings").click();
  for (const theme of ["Light", "Dark"]) {
    await page.getByRole("button", { name: theme, exact: true }).click();
    await expect(page.getByRole("button", { name: theme, exact: true })).toHaveAttribute("aria-pressed", "true");
    await expectAccessible(page);
  }
});

test("keys lead to the stations, rest in fields and can be switched off", async ({ page, open }) => {
  await open(page, "Tarnock 30", "Signal");
  // The first thing the keyboard meets leads past the header and the line.
  await page.keyboard.press("Tab");
  await expect(page.getByRole("link", { name: "Skip to the page" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("main")).toBeFocused();
  // A digit alone is too easily one meant for a field.
  await page.keyboard.press("2");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^The signal is real/);
  await page.keyboard.press("g");
  await page.keyboard.press("2");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("At 155 kW this system supports E85.");
  await page.keyboard.press("g");
  await page.keyboard.press("3");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^5 parts go between the two ends/);
  await expectAccessible(page);
  await page.keyboard.press("g");
  await page.keyboard.press("6");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^The signal is real/);

  await page.getByLabel("Sensor tolerance").fill("3");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/±.3,/);
  await page.getByLabel("Sensor tolerance").press("3");
  await expect(page.getByRole("heading", { level: 1 })).not.toHaveText(/not built/);
  await page.getByRole("button", { name: "Discard changes" }).click();

  await page.keyboard.press("?");
  await expect(page.getByRole("dialog")).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel("Single-key shortcuts").uncheck();
  await page.getByRole("button", { name: "Close" }).click();
  await page.keyboard.press("g");
  await page.keyboard.press("2");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^The signal is real/);
});

test("a file dropped anywhere on a job goes where it belongs, after a question", async ({ page, open }) => {
  const asked = (name: string) => page.getByRole("region", { name: `Where does ${name} belong?` });
  await open(page, "Tarnock 30", "Capacity");
  await drop(page, "wave.vcd", vcd(150, 3, 4));
  await expectAccessible(page);
  await asked("wave.vcd").getByRole("button", { name: "Read it as a recording of the sensor" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/E100/);
  await page.getByRole("button", { name: "Discard changes" }).click();

  // A photo goes beside an answer of the survey; what only calls itself a photo is refused.
  await drop(page, "plate.png", Buffer.from("no picture at all"));
  await asked("plate.png").getByLabel("Photo of").selectOption({ index: 1 });
  await asked("plate.png").getByRole("button", { name: "Add it to the survey" }).click();
  await expect(page.getByRole("alert")).toContainText("'plate.png' is no photo this can show. Choose a JPEG, PNG or WebP.");
  const png = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==";
  await drop(page, "pump.png", Buffer.from(png, "base64"));
  await asked("pump.png").getByLabel("Photo of").selectOption({ index: 1 });
  await asked("pump.png").getByRole("button", { name: "Add it to the survey" }).click();
  await expect(page).toHaveURL(/\/survey/);
  await expect(page.getByText("Survey: not saved yet; kept in this browser.")).toBeVisible();

  // Anything else is kept with a word about it.
  await drop(page, "dyno sheet.pdf", Buffer.from("%PDF-1.4 made up"));
  await asked("dyno sheet.pdf").getByLabel("What it shows").fill("run before the conversion");
  await asked("dyno sheet.pdf").getByLabel("Your initials").fill("JM");
  await asked("dyno sheet.pdf").getByRole("button", { name: "Keep it on the record" }).click();
  await expect(asked("dyno sheet.pdf")).toBeHidden();
  await page.getByRole("link", { name: "Record" }).click();
  await expect(page.getByText("run before the conversion")).toBeVisible();
});

test("two at one job: what both changed is asked before the later save counts", async ({ browser, app, open }) => {
  const pages = [await browser.newPage({ baseURL: app.address }), await browser.newPage({ baseURL: app.address })];
  for (const [i, page] of pages.entries()) {
    await open(page, "Tarnock 30", "Signal");
    await page.getByLabel("Sensor tolerance").fill(String(2 + i));
    await page.getByLabel("Your initials").fill(`M${i}`);
  }
  const [first, second] = pages as [Page, Page];
  await first.getByRole("button", { name: "Save to the record" }).click();
  await expect(first.getByText(/Saved today .* by M0/)).toBeVisible();

  await second.getByRole("button", { name: "Save to the record" }).click();
  await expect(second.getByRole("alert")).toContainText("M0 saved Signal meanwhile. You both changed one field.");
  await expect(second.getByRole("button", { name: "Save with these" })).toBeDisabled();
  await second.getByRole("radio", { name: /^Yours: / }).check();
  await second.getByRole("button", { name: "Save with these" }).click();
  await expect(second.getByText(/Saved today .* by M1/)).toBeVisible();
  await Promise.all(pages.map((page) => page.close()));
});

test("whoever reloads in between, no save is overwritten without a word", async ({ browser, app, open }) => {
  for (const [n, reloads] of [[1], [1, 0]].entries()) {
    const pages = [await browser.newPage({ baseURL: app.address }), await browser.newPage({ baseURL: app.address })];
    for (const [i, page] of pages.entries()) {
      await open(page, "Tarnock 30", "Signal");
      await page.getByLabel("Sensor tolerance").fill(`${2 + i}.${n + 1}`);
      await page.getByLabel("Your initials").fill(`R${n}${i}`);
    }
    const [first, second] = pages as [Page, Page];
    await first.getByRole("button", { name: "Save to the record" }).click();
    await expect(first.getByText(new RegExp(`Saved today .* by R${n}0`))).toBeVisible();
    for (const i of reloads) {
      await (pages[i] as Page).reload();
    }
    // The draft outlives the reload, and so does what it was made from.
    await expect(second.getByLabel("Sensor tolerance")).toHaveValue(`3.${n + 1}`);
    await second.getByRole("button", { name: "Save to the record" }).click();
    await expect(second.getByRole("alert")).toContainText(`R${n}0 saved Signal meanwhile.`);
    await Promise.all(pages.map((page) => page.close()));
  }
});

test("the history leads from job to job, and no draft of one is taken for another's", async ({ page, open }) => {
  await open(page, "Tarnock 30", "Signal");
  const tolerance = page.getByLabel("Sensor tolerance");
  await expect(tolerance).toHaveValue("");
  const first = page.url();
  await page.getByRole("link", { name: "Hazy Gauge, to the bay" }).click();
  await page.getByRole("link", { name: "Skirr", exact: true }).first().click();
  await page.getByRole("navigation", { name: "Stations of this job" }).getByRole("link", { name: /^Signal/ }).click();
  await tolerance.fill("7");
  await expect(page.getByText("Signal: not saved yet")).toBeVisible();
  // Back from the station to the job, to the bay, and to the job before.
  await page.goBack();
  await page.goBack();
  await expect(page).toHaveURL(/:\d+\/(\?.*)?$/);
  await page.goBack();
  await expect(page).toHaveURL(first);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/E62/);
  await expect(tolerance).toHaveValue("");
  await expect(page.getByRole("button", { name: "Save to the record" })).toBeHidden();
});

test.describe("in a bay with the demo alone", () => {
  test.use({ alone: true });

  test("from the bay to the record: drop a capture, read it, get the fuel factor, save, reload, find it", async ({ page }) => {
    await page.goto("/");
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^3 open jobs\./);
    await expectAccessible(page);

    await page.getByRole("link", { name: "Tarnock 30", exact: true }).first().click();
    await page.getByRole("navigation", { name: "Stations of this job" }).getByRole("link", { name: /^Signal/ }).click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^The signal is real: E62.±.5, fuel at 24 °C\.$/);
    await page.getByLabel("Capture file").setInputFiles(capture);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^The signal is real: E73.±.5, fuel at 31 °C\.$/);
    await expect(page.getByRole("img", { name: "Sight glass: 73 percent ethanol, plus or minus 5" })).toBeVisible();

    // The meter should agree with it, and where it does not, that is said.
    await page.getByLabel("Frequency: measured").fill("123");
    await expect(page.getByText(", and is", { exact: true })).toBeVisible();
    await page.getByLabel("Frequency: measured").fill("119");
    await expect(page.getByText("The meter reads 119 Hz where the capture says 123.4")).toBeVisible();
    await page.getByLabel("Frequency: measured").fill("");

    // What is not saved yet is reckoned with all the same.
    await page.getByRole("link", { name: "To Compensate" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^At E73, inject 1\.32.±.0\.03 times the base map's open time on E10\. Add no spark yet\.$/);
    await expect(page.getByText("Held at zero.")).toBeVisible();
    await expectAccessible(page);
    await page.getByRole("radio", { name: /^Volume/ }).check();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/inject 1\.30/);
    await page.getByRole("radio", { name: /^Orifice/ }).check();

    // A reload loses nothing that was not saved yet.
    await page.reload();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/At E73/);
    await page.getByRole("button", { name: "Save to the record" }).click();
    await expect(page.getByText("Give initials or a name")).toBeVisible();
    await page.getByLabel("Your initials").fill("KÖ");
    await page.getByRole("button", { name: "Save to the record" }).click();
    await expect(page.getByText(/Saved today \d\d:\d\d by KÖ/)).toBeVisible();
    await expect(page.getByRole("button", { name: "Save to the record" })).toBeHidden();
    await expect(page.getByText(/^Another station changed since this was saved\. .*1\.25.*, now 1\.32/)).toBeVisible();

    // Two saves side by side, in words.
    await page.getByRole("link", { name: "Record" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("8 saved versions.");
    await page.getByRole("button", { name: /E73 ± 5 from tarnock-30-after-fill\.vcd/ }).click();
    await expect(page.getByText(/Ethanol.*: E62 ± 5 → E73 ± 5/)).toBeVisible();
    await expectAccessible(page);
    await page.getByLabel("Beside").selectOption({ label: await page.getByLabel("Beside").locator("option").last().innerText() });
    await expect(page.getByText(/Ethanol.*: E10 ± 5 → E73 ± 5/)).toBeVisible();

    // An older save can be taken up again, and dropped again.
    await page.getByRole("button", { name: /^6 E62 ± 5/ }).click();
    await page.getByRole("button", { name: "Continue from this version" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/E62/);
    await page.getByRole("button", { name: "Discard changes" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/E73/);

    await page.getByRole("link", { name: "Hazy Gauge, to the bay" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toContainText("open jobs");
    await expect(page.getByText("E73")).toBeVisible();
  });

  test("a job goes out as a file, is known when it comes again, and is removed and brought back", async ({ page }) => {
    await page.goto("/");
    await page.getByRole("link", { name: "Tarnock 30" }).first().click();
    await page.getByRole("link", { name: "Record" }).click();
    const download = page.waitForEvent("download");
    await page.getByRole("link", { name: "Export with files" }).click();
    const buffer = (await import("node:fs")).readFileSync(await (await download).path());
    const bring = () => page.getByLabel("Job file").setInputFiles({ name: "Tarnock 30.zip", mimeType: "application/zip", buffer });

    await page.getByRole("link", { name: "Hazy Gauge, to the bay" }).click();
    const jobs = page.getByRole("listitem").filter({ has: page.getByRole("heading", { name: "Tarnock 30" }) });
    await expect(jobs).toHaveCount(1);
    await bring();
    await expect(page.getByRole("alert")).toContainText("Tarnock 30 is here already.Nothing differs");
    await expectAccessible(page);
    await page.getByRole("button", { name: "Import it beside" }).click();
    await expect(page).toHaveURL(/\/jobs\/[^/]+\/[a-z]+$/);
    await page.getByRole("link", { name: "Hazy Gauge, to the bay" }).click();
    await expect(jobs).toHaveCount(2);

    // The copy gets another name and a plate, is found by it, goes at its typed name, and can be had back.
    await jobs.first().getByRole("button", { name: "Edit details: Tarnock 30" }).click();
    await page.getByRole("textbox", { name: "Job name" }).fill("Spare");
    await page.getByRole("textbox", { name: "Plate or serial number" }).fill("QX 4471");
    await page.getByRole("button", { name: "Save details" }).click();
    await page.getByLabel("Find a job").fill("4471");
    await expect(page.getByRole("heading", { level: 2 })).toHaveText(["Spare"]);
    await page.getByLabel("Find a job").fill("");
    await page.getByRole("button", { name: "Remove: Spare" }).click();
    await page.getByLabel("Type Spare to remove it").fill("Spare");
    await page.getByRole("button", { name: "Remove job" }).click();
    await expect(page.getByRole("heading", { name: "Spare" })).toHaveCount(0);
    await page.getByRole("button", { name: "Removed 1" }).click();
    await expectAccessible(page);
    await page.getByRole("button", { name: "Restore: Spare" }).click();
    await page.getByRole("button", { name: /^All/ }).click();
    await expect(page.getByRole("heading", { name: "Spare" })).toBeVisible();

    await page.getByLabel("Job file").setInputFiles({ name: "other.json", mimeType: "application/json", buffer: Buffer.from('{ "schemaVersion": 9 }') });
    await expect(page.getByRole("alert")).toContainText("format version 9");
  });

  test("an empty workshop shows what to do first, and the demo comes and goes beside one's own jobs", async ({ page }) => {
    await page.goto("/");
    await page.getByRole("button", { name: "Remove the demo jobs" }).click();
    const first = page.getByRole("region", { name: "First steps" });
    await expect(first.getByRole("listitem")).toHaveCount(3);
    await expectAccessible(page);
    await first.getByRole("button", { name: "Begin the first job" }).click();
    await page.getByLabel("Job name").fill("Our own");
    await page.getByRole("button", { name: "Begin", exact: true }).click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("Not decided yet.");
    await page.getByRole("link", { name: "Hazy Gauge, to the bay" }).click();
    // The first steps go once the job is listed, and their buttons with them.
    await expect(page.getByRole("heading", { level: 1 })).toContainText("1 open job.");
    await page.getByRole("button", { name: "Show the demo jobs" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toContainText("4 open jobs.");
    await page.getByRole("button", { name: "Remove the demo jobs" }).click();
    await expect(page.getByRole("heading", { level: 2 })).toHaveText(["Our own"]);
  });
});
