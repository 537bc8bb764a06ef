import { expect, test } from "./app.ts";

const headline = { level: 1 } as const;

test("the point is dragged, a cap is planned, and the record keeps both", async ({ page, open }) => {
  await open(page, "Vantle T20", "Capacity");
  await expect(page.getByRole("heading", headline)).toHaveText(/At 165\skW this system supports up to E56.±.9\. The fuel pump is the limit\./);
  const plot = page.getByRole("img", { name: /^Power against ethanol\./ });
  await expect(plot).toHaveAccessibleName(/Wanted: E85 at 165 kW\./);

  // Dragged to low power on little ethanol it is carried; the drawing stands all the while.
  const box = await plot.boundingBox();
  if (!box) {
    throw new Error("The envelope is not drawn.");
  }
  const at = (x: number, y: number) => [box.x + x * box.width, box.y + y * box.height] as const;
  await page.mouse.move(...at(0.8, 0.4));
  await page.mouse.down();
  for (let i = 0; i <= 10; i++) {
    await page.mouse.move(...at(0.8 - 0.05 * i, 0.4 + 0.03 * i));
  }
  await page.mouse.up();
  await expect(page.getByRole("heading", headline)).toHaveText(/^At \d+\skW this system supports E[23]\d\.$/);
  await expect(page.getByText("What would help")).toBeHidden();
  await page.getByRole("button", { name: "Discard changes" }).click();
  await expect(page.getByRole("heading", headline)).toHaveText(/up to E56.±.9\./);

  // The cautious cap settles it.
  await page.getByRole("button", { name: "Plan it: Fill at most E45" }).click();
  await expect(page.getByRole("heading", headline)).toHaveText("At 165 kW this system supports E45.");
  await page.getByLabel("Your initials").fill("RL");
  await page.getByRole("button", { name: "Save to the record" }).click();
  await expect(page.getByText("Saved today")).toBeVisible();
  await expect(page.getByRole("link", { name: /Capacity in work/ })).toBeVisible();
  await page.getByRole("link", { name: "Record" }).click();
  await expect(page.getByRole("button", { name: /At 165\skW up to E56 ± 9; the fuel pump is the limit/ }).first()).toBeVisible();

  // An older plan is taken up again, as at every station.
  await page.getByRole("button", { name: /At 165\skW up to E56 ± 9/ }).nth(1).click();
  await page.getByRole("button", { name: "Continue from this version" }).click();
  await expect(page.getByRole("heading", headline)).toHaveText(/up to E56.±.9\./);
});

test("two changes work together, each can be taken back, and what does not fit is said beside its field", async ({ page, open }) => {
  await open(page, "Skirr", "Capacity");
  await expect(page.getByRole("heading", headline)).toHaveText(/The injectors are the limit\./);
  const power = page.getByLabel("Power at the crank");
  await power.fill("150");
  await expect(page.getByRole("heading", headline)).toHaveText(/cannot support E0\./);
  await page.getByRole("button", { name: /^Plan it: Fit injectors of at least \d+ cc\/min \([\d.]+ lb\/h\) at 300 kPa, and add a pump of the same kind/ }).click();
  await expect(page.getByRole("heading", headline)).toHaveText(
    /not\seven\sE0\.\sWith\sinjectors\sof\s\d+\scm³\/min\sand\s2\spumps\sin\sparallel:\sE85\sat\s150\skW\.$/,
  );
  await expect(page.getByRole("heading", { name: "No other parts needed" })).toBeVisible();

  // Fitted, it is the vehicle; where that was wrong, it is planned again.
  await page.getByRole("button", { name: /^Fitted: Injectors of/ }).click();
  await page.getByLabel("Part number, if any").fill("P 640");
  await page.getByLabel("Your initials").first().fill("RL");
  await page.getByRole("button", { name: "It is fitted" }).click();
  await expect(page.getByRole("heading", headline)).toHaveText(/^As\sit\sstands:\sE\d+\sor\smore\.\sWith\s2\spumps\sin\sparallel:\sE85\sat\s150\skW\.$/);
  await expect(page.getByRole("button", { name: /^Undo: Injectors of/ })).toBeHidden();
  await page.getByRole("button", { name: /^Take back: injectors of/ }).click();
  await page.getByLabel("Why").fill("the other buggy");
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByRole("heading", headline)).toHaveText(/^As it stands: not even E0/);

  await page.getByRole("button", { name: /^Undo: Injectors of/ }).click();
  await expect(page.getByRole("heading", headline)).toHaveText(/With 2 pumps in parallel: not even E0/);
  await page.getByRole("button", { name: /^Undo: 2 pumps/ }).click();
  await expect(page.getByText("Planned, not fitted yet")).toBeHidden();

  await power.fill("9000");
  await expect(power).toHaveAccessibleDescription(/must be between 1 and 2000 kW/);
  await expect(page.getByRole("heading", headline)).toHaveText("One number does not fit yet.");
  await power.fill("");
  await expect(page.getByRole("heading", headline)).toHaveText(/At 52\skW/);

  // A figure that was typical is given: its field opens in its row.
  await page.getByRole("region", { name: "Full load" }).getByRole("button", { name: /left at/ }).click();
  await page.getByRole("button", { name: "Edit: Injector duty at most" }).click();
  await page.getByLabel("Injector duty at most", { exact: true }).fill("120");
  await expect(page.getByLabel("Injector duty at most", { exact: true })).toHaveAccessibleDescription(/must be between 10 and 100 %/);
  await page.getByLabel("Injector duty at most", { exact: true }).fill("92");
  await expect(page.getByRole("heading", headline)).toHaveText(/up to E6\d/);

  // US units on demand; the same point by buttons.
  await page.getByRole("button", { name: "US", exact: true }).click();
  await expect(page.getByRole("heading", headline)).toHaveText(/^At 70\shp/);
  await page.getByRole("button", { name: "Less power" }).click();
  await expect(page.getByRole("heading", headline)).toHaveText(/^At 63\shp/);
});

test("a hot drive that boils the fuel holds the job, and the drawing says where it begins", async ({ page, open }) => {
  await open(page, "Tarnock 30", "Capacity");
  await expect(page.getByRole("heading", headline)).toHaveText("At 155 kW this system supports E85.");
  await expect(page.getByRole("img", { name: /it begins to boil at/ })).toBeVisible();
  await page.getByRole("region", { name: "Vapor check: the hottest drive" }).getByRole("button", { name: /left at/ }).click();
  await page.getByRole("button", { name: "Edit: Around the tank" }).click();
  await page.getByLabel("Around the tank", { exact: true }).fill("68");
  await expect(page.getByText("Stop here")).toBeVisible();
  await expect(page.getByText(/At the pump's inlet, after \d+ min of the hottest drive, on E\d+, which boils first: the fuel boils here/)).toBeVisible();
  await expect(page.getByRole("heading", headline)).toHaveText("At 155 kW this system supports E85. The fuel boils on the hottest drive.");
  await expect(page.getByRole("link", { name: /Capacity on hold/ })).toBeVisible();
  await page.getByRole("button", { name: "Discard changes" }).click();
  await expect(page.getByText("Stop here")).toBeHidden();
});

test("a temperature log takes the place of two typical figures", async ({ page, open }) => {
  await open(page, "Tarnock 30", "Capacity");
  await page.getByText("Work it out from a temperature log").click();
  await page.getByLabel("Fuel then").fill("20");
  await page.getByLabel("Air then").fill("30");
  await page.getByLabel("Pumps then").fill("240");
  await page.getByRole("button", { name: "Type in points" }).click();
  for (const [i, [minute, fuel]] of [[0, 30], [15, 34.5], [30, 38.4], [45, 41.7], [60, 44.6], [75, 47.1], [90, 49.2]].entries()) {
    if (i > 0) {
      await page.getByRole("button", { name: "One more point" }).click();
    }
    await page.getByLabel(`Minute, point ${i + 1}`).fill(String(minute));
    await page.getByLabel(`Fuel, point ${i + 1}`).fill(String(fuel));
  }
  await page.getByRole("button", { name: "Fit the log" }).click();
  await expect(page.getByRole("status").filter({ hasText: "of the pumps' power heats the tank" })).toContainText(/it loses \d+\.?\d* ± \d+/);
  await page.getByRole("button", { name: "Use both" }).click();
  await expect(page.getByText("Survey: not saved yet")).toBeVisible();
  await page.getByRole("region", { name: "Vapor check: the hottest drive" }).getByRole("button", { name: /left at/ }).click();
  await page.getByRole("button", { name: "Edit: Heat the tank loses" }).click();
  await expect(page.getByLabel("Heat the tank loses", { exact: true })).not.toHaveValue("");
});
