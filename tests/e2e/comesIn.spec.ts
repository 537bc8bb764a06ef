import type { Page } from "@playwright/test";
import { expect, expectAccessible, test } from "./app.ts";
import type { Program } from "./program.ts";

/** Goes to a stop of the walk round the vehicle. */
async function stop(page: Page, name: string) {
  await page.getByRole("navigation", { name: "The walk round the vehicle" }).getByRole("button", { name: new RegExp(`^${name} `) }).click();
}

const verdict = { level: 1 } as const;

/** A new job nobody has said anything of; goes to its stations. */
async function comesIn(page: Page, app: Program, name: string) {
  const made = await page.request.post(`${app.address}/api/jobs`, { data: { name, vehicle: "mule" }, headers: { Origin: app.address } });
  const { id } = await made.json();
  return async (station: string) => {
    await page.goto(`/jobs/${id}/${station}`);
    await expect(page.getByRole("heading", verdict)).not.toHaveText("Job");
  };
}

test("a car with a display alone: nobody asks for a wave, and the tank is held at its map", async ({ page, app }) => {
  const to = await comesIn(page, app, "Quiet mule");
  await to("survey");
  await stop(page, "Arrival");
  await page.getByRole("checkbox", { name: "Meter: volts and continuity" }).check();
  await stop(page, "Reading");
  await page.getByRole("button", { name: "Add: user" }).click();
  await expect(page.getByText("still needs: what it is")).toBeVisible();
  await page.getByLabel("What it is", { exact: true }).selectOption("gauge");
  await page.getByLabel("Called", { exact: true }).fill("Dash gauge");
  await expect(page.getByText(/still needs/)).toBeHidden();
  await stop(page, "Control");
  await expect(page.getByText("Signal path to the controller")).toHaveCount(0);
  await page.getByLabel("Blend of the fuel map", { exact: true }).fill("E30");
  await expectAccessible(page);

  await to("signal");
  await expect(page.getByText(/type in what the display, the phone or the controller shows/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Choose a capture" })).toHaveCount(0);
  await expect(page.getByRole("button", { name: "Type in a meter reading" })).toHaveCount(0);
  await page.getByRole("button", { name: "Type in what a display shows" }).click();
  await page.getByRole("button", { name: "Add: display" }).click();
  await page.getByLabel("What shows it").fill("Dash gauge");
  await page.getByLabel("Ethanol shown").fill("140");
  await expect(page.getByLabel("Ethanol shown")).toHaveAccessibleDescription(/between E0 and E100/);
  await page.getByLabel("Ethanol shown").fill("29");
  await expect(page.getByRole("heading", verdict)).toHaveText(/^Dash gauge shows E29\s±\s5\.$/);
  await expect(page.getByText(/Key on, unplug the sensor for a moment/)).toBeVisible();
  await page.getByRole("group", { name: "Left its number when the sensor was unplugged" }).getByLabel("Yes").check();
  await expect(page.getByText(/Key on, unplug the sensor for a moment/)).toBeHidden();
  await expect(page.getByText(/hydrometer or graduated cylinder, borrowed or bought/)).toBeVisible();
  await expectAccessible(page);

  await to("compensate");
  await expect(page.getByRole("heading", verdict)).toHaveText("Type in nothing: nothing counts the ethanol. Hold the blend between E25 and E35.");
  await expect(page.getByRole("heading", { name: "Type these in" })).toHaveCount(0);
  await expect(page.getByRole("row", { name: /^E75 1\.\d\d lean$/ })).toBeVisible();
  await expectAccessible(page);
});

test("a car whose file comes by mail, on unchanged fuel: what to send and ask for, and the reading is the blend of the map", async ({ page, app }) => {
  const to = await comesIn(page, app, "Mail mule");
  await to("survey");
  await stop(page, "Reading");
  await page.getByRole("button", { name: "Add: user" }).click();
  await page.getByLabel("What it is", { exact: true }).selectOption("analyser");
  await stop(page, "Control");
  await page.getByRole("button", { name: "Add: controller" }).click();
  await page.getByLabel("Called", { exact: true }).fill("Main");
  await page.getByLabel("Controls", { exact: true }).selectOption("engine");
  await page.getByLabel("Who sets its numbers").selectOption("calibratorsFile");
  await page.getByRole("button", { name: /more of Controller 1/ }).click();
  await page.getByLabel("Cable and port").fill("data cable under the dash");
  await page.getByRole("button", { name: "Add: setting" }).click();
  await page.getByLabel("Setting", { exact: true }).selectOption("fullScale");
  await page.getByLabel("As found").fill("0");
  await expect(page.getByText(/Ethanol at full scale stands at 0: whatever the sensor says/).first()).toBeVisible();

  await to("signal");
  await page.getByRole("button", { name: "Type in volts or what a display shows" }).click();
  await page.getByLabel("Volts behind the converter").fill("0.96");
  await expect(page.getByText(/Nobody read the converter's two points/)).toBeVisible();
  await page.getByLabel("Converter volts at E0").fill("0.5");
  await page.getByLabel("Converter volts at E100").fill("4.5");
  await expect(page.getByRole("heading", verdict)).toHaveText(/^Behind the converter it reads E12\s±\s5\.$/);
  await page.getByRole("group", { name: /The tank still holds the fuel the map ran on/ }).getByLabel("Yes").check();
  await page.getByRole("button", { name: /^Keep E1[12].* as the blend of the map$/ }).click();
  await expect(page.getByText("The survey holds a reading as the blend of the map.")).toBeVisible();
  await expectAccessible(page);

  await to("compensate");
  await expect(page.getByRole("heading", verdict)).toHaveText(/^The\sfile\sdecides\.\sOn\sE12\s±\s5\sit\smust\sinject\s1\.00\stimes/);
  const main = page.getByRole("region", { name: "Main: the engine" });
  await expect(main.getByRole("heading", { name: "Send" })).toBeVisible();
  await expect(main.getByText("Cable and port: data cable under the dash.")).toBeVisible();
  await expect(main.getByText(/Which licence or access device/)).toBeVisible();
  await expect(main.getByText(/As found\./)).toBeVisible();
  await expect(page.getByRole("heading", { name: "Type these in" })).toHaveCount(0);
  await expectAccessible(page);
  await page.getByLabel("Your initials").fill("LM");
  await page.getByRole("button", { name: "Save to the record" }).click();
  await expect(page.getByText(/Saved today .* by LM/)).toBeVisible();
});

test("the second car of a kind: from the first one's template to its buying list, with what belongs to one car asked again", async ({ page, open }) => {
  await open(page, "Skirr", "Record");
  await page.getByRole("button", { name: "Make a template" }).click();
  await expect(page.getByText("Made: a new job can begin from Skirr.")).toBeVisible();
  await page.getByRole("link", { name: "Parts", exact: true }).click();
  await expect(page.getByRole("heading", verdict)).toHaveText(/^\d+ still to come\.$/);
  const sender = page.getByRole("group", { name: "Level sender rated for ethanol" });
  await sender.getByLabel("Status").selectOption("ordered");
  await expect(page.getByText("Give initials or a name first.")).toBeVisible();
  await page.getByLabel("Your initials").fill("RL");
  await sender.getByLabel("Status").selectOption("ordered");
  await expect(page.getByText(/RL, today/).first()).toBeVisible();
  await sender.getByLabel("Price").fill("41,5");
  await sender.getByLabel("From").fill("parts counter");
  await sender.getByRole("button", { name: "Keep" }).click();
  await expect(page.getByText(/Together 204\.00/)).toBeVisible();
  await expect(page.getByText(/^Covers 3 of \d/)).toBeVisible();
  await expectAccessible(page);

  await page.goto("/");
  await page.getByRole("button", { name: "New job" }).first().click();
  await page.getByLabel("Job name").fill("Skirr the second");
  await page.getByLabel("Begin from").selectOption({ index: 1 });
  await page.getByRole("button", { name: "Remove this template" }).click();
  await expect(page.getByText("Removed: Skirr.")).toBeVisible();
  await expect(page.getByLabel("Begin from").locator("option")).toHaveCount(1);
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(page.getByRole("button", { name: "Remove this template" })).toBeVisible();
  await page.getByRole("button", { name: "Begin", exact: true }).click();
  await expect(page.getByText(/Year built/).first()).toBeVisible();
  await page.getByRole("link", { name: "Parts", exact: true }).click();
  await expect(page.getByRole("group", { name: "Level sender rated for ethanol" })).toBeVisible();
  await page.getByLabel("Something else to buy").fill("Rags");
  await page.getByRole("button", { name: "Add line" }).click();
  await expect(page.getByRole("group", { name: "Rags" })).toBeVisible();
});
