import { expect, expectAccessible, test } from "./app.ts";

test("with a meter reading only, a newcomer gets the fuel factor for the own vehicle", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New job" }).click();
  await page.getByLabel(/Job name/).fill("Loden 7");
  await page.getByRole("button", { name: "Begin" }).click();
  await page.getByRole("link", { name: "Straight to Signal" }).click();
  await page.getByRole("button", { name: "Type in a meter reading" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("What does the meter show?");
  await page.getByLabel("Frequency", { exact: true }).fill("128,5");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^The signal is real: E79.±.5\.$/);

  // Volts alone, and levels that cannot be, are refused beside their field.
  await page.getByLabel("DC volts on the sensor wire (an average)", { exact: true }).fill("3.6");
  await expect(page.getByLabel("High voltage")).toHaveAccessibleDescription(/says nothing without the high voltage/);
  await page.getByLabel("High voltage").fill("5");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^The signal is real: E79.±.5, fuel at \d+.±.\d+.°C\.$/);
  await page.getByRole("button", { name: "US", exact: true }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/fuel at \d+.*°F\.$/);
  await expectAccessible(page);

  await page.getByRole("link", { name: "To Compensate" }).click();
  await page.getByRole("textbox", { name: "Blend of the base map", exact: true }).fill("10");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^At E79, inject 1\.36.±.0\.0\d times the base map's open time on E10\./);
  await page.getByLabel("Fuel temperature of the base map").fill("68");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Metric" }).click();
  await expect(page.getByLabel("Fuel temperature of the base map")).toHaveValue("20");
  await page.getByLabel("Your initials").fill("NN");
  await page.getByRole("button", { name: "Save to the record" }).click();
  await expect(page.getByText(/Saved today .* by NN/)).toBeVisible();
  await page.getByRole("link", { name: "Hazy Gauge, to the bay" }).click();
  await expect(page.getByRole("listitem").filter({ hasText: "Loden 7" })).toContainText("E79");
});

test("a claim of the fueling is kept and opens nothing, and a gasoline multiplier found over an E85 map holds the job", async ({ page, open }) => {
  await open(page, "Tarnock 30", "Compensate");
  await expect(page.getByText("Held at zero.")).toBeVisible();
  await page.getByLabel("Map revision in the controller").fill("r3");
  await page.getByLabel("What the log shows").fill("log 7: a full-load pull on each blend");
  await page.getByLabel("Lambda log").setInputFiles({ name: "log7.csv", mimeType: "text/csv", buffer: Buffer.from("ethanol,lambda\n10,1.01\n62,0.99\n") });
  await expect(page.getByText("On this job: log7.csv")).toBeVisible();
  await page.getByLabel("Lowest blend logged").fill("10");
  await page.getByLabel("Highest blend logged").fill("62");
  await page.getByLabel("Lambda off at worst").fill("2");
  await page.getByLabel("Your initials").first().fill("LV");
  await page.getByRole("button", { name: "Claim the fueling right" }).click();
  await expect(page.getByText("Claimed, not proven:")).toBeVisible();
  await expect(page.getByText("Held at zero.")).toBeVisible();
  await expectAccessible(page);

  // Another map in the controller is another fueling, and so is another way of metering.
  await page.getByLabel("Map revision in the controller").fill("r4");
  await expect(page.getByText(/was logged with map revision r3\. Now r4 is in the controller/).first()).toBeVisible();
  await expect(page.getByText("Claimed before, does not hold now:")).toBeVisible();
  await page.getByLabel("Map revision in the controller").fill("r3");
  await expect(page.getByText("Claimed, not proven:")).toBeVisible();
  await page.getByRole("radio", { name: /^Mass/ }).check();
  await expect(page.getByText("Claimed before, does not hold now:")).toBeVisible();
  await expect(page.getByText("Held at zero.")).toBeVisible();

  // A wrong claim is taken back, and stands in the record with the reason.
  await page.getByRole("button", { name: /^Take back/ }).click();
  await page.getByLabel("Why").fill("the wrong log");
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText("Claimed before, does not hold now:")).toBeHidden();

  await page.getByRole("textbox", { name: "Blend of the base map", exact: true }).fill("85");
  await page.getByRole("textbox", { name: "Multiplier at E0" }).fill("100");
  await page.getByRole("textbox", { name: "Multiplier at E100" }).fill("163");
  await expect(page.getByText(/made for another base map.*the engine would run at lambda 0\.6/).first()).toBeVisible();
  await expect(page.getByText("Stop here")).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Discard changes" }).click();

  // The row follows the number of breakpoints, or those the controller has.
  await expect(page.getByRole("cell", { name: "1.523" })).toBeVisible();
  await page.getByRole("button", { name: "One breakpoint more" }).click();
  await expect(page.getByText(/Straight lines between these 7 stay within 0\.\d+ %/)).toBeVisible();
  await page.getByLabel("Breakpoints the controller has").fill("0 20 85");
  await expect(page.getByText("The row ends at E85.")).toBeVisible();
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "As CSV" }).click();
  expect((await download).suggestedFilename()).toBe("breakpoints.csv");
  await page.getByRole("button", { name: "Discard changes" }).click();
});

test("the simulator runs live: the glass follows the blend, faults are named, a lost program is said and taken up again", async ({ page, app, open }) => {
  await open(page, "Vantle T20", "Signal");
  await page.getByRole("button", { name: "Run the simulator" }).click();
  await expect(page.getByRole("img", { name: /^Sight glass: 10 percent/ })).toBeVisible();
  await page.getByRole("button", { name: "E85" }).click();
  await expect(page.getByRole("img", { name: /^Sight glass: 85 percent/ })).toBeVisible();
  await expect(page.getByText("the simulator, live; not this vehicle")).toBeVisible();
  for (const [fault, sentence] of [
    ["contaminated", /cannot read this fuel/],
    ["noPullUp", /There is no signal/],
    ["dropouts", /breaks off/],
    ["none", /The signal is real: E85/],
  ] as const) {
    await page.getByLabel("What is wrong with it").selectOption(fault);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(sentence);
  }
  await page.getByLabel("Noise of the edges").fill("900");
  await expect(page.getByRole("alert")).toContainText("between 0 and 200");
  await page.getByLabel("Noise of the edges").fill("");
  await expect(page.getByRole("alert")).toBeHidden();

  await app.stop();
  await expect(page.getByRole("alert")).toContainText("No connection.");
  await app.start();
  await expect(page.getByRole("alert")).toBeHidden();
  await page.getByRole("button", { name: "E30" }).click();
  await expect(page.getByRole("img", { name: /^Sight glass: 30 percent/ })).toBeVisible();
  await page.getByRole("button", { name: "Stop the simulator" }).click();
  await expect(page.getByText("single pulses are missing")).toBeVisible();
});
