import { expect, expectAccessible, test } from "./app.ts";
import type { Page } from "@playwright/test";

const verdict = { level: 1 } as const;

/** A job whose survey says who uses the sensor, through the program as a template would bring it. */
async function jobWith(page: Page, address: string, name: string, survey: object): Promise<string> {
  const headers = { Origin: address };
  const { id } = await (await page.request.post(`${address}/api/jobs`, { data: { name, vehicle: "mule" }, headers })).json();
  const saved = await page.request.put(`${address}/api/jobs/${id}/stations/survey`, {
    data: survey,
    headers: { ...headers, "If-Match": '"0"', "X-Author": "JM" },
  });
  expect(saved.ok()).toBe(true);
  return id;
}

const step = (page: Page, name: string) => page.getByRole("navigation", { name: "The harness, step by step" }).getByRole("button", { name: new RegExp(`^${name}`) });

test("two users on one sensor: supply, pull-up, a pin counted and seated, and what the meter should show", async ({ page, app }) => {
  const id = await jobWith(page, app.address, "Harness mule", {
    users: [{ kind: "controller", name: "Engine controller" }, { kind: "reader", name: "Cabin reader" }],
    instruments: ["voltsAndContinuity"],
  });
  await page.goto(`/jobs/${id}/harness`);
  await expect(page.getByRole("heading", verdict)).toHaveText("What feeds the sensor, and where does its ground go?");
  await page.getByRole("radio", { name: /^Battery post/ }).check();
  await expect(page.getByRole("heading", verdict)).toHaveText("Do not connect it like this.");
  await page.getByRole("radio", { name: /^Switched fuse/ }).check();
  await expect(page.getByRole("heading", verdict)).toHaveText("6 wires to lay; the ground is still open.");
  await page.getByRole("radio", { name: /^Controller's sensor ground/ }).check();
  await page.getByLabel("Feed, key off").fill("12.4");
  await page.getByLabel("Battery, key off").fill("12.6");
  await page.getByLabel("Feed, key on").fill("12.3");
  await page.getByLabel("Feed, cranking").fill("9900 mV");
  await expect(page.getByText("Constant: live with the key off too.")).toBeVisible();
  await expect(page.getByText(/The engine still cranks for/)).toBeVisible();
  await page.getByLabel("Feed, key off").fill("0");
  await expect(page.getByText("Switched: live with the key, and while cranking.")).toBeVisible();
  await expectAccessible(page);

  await page.getByRole("button", { name: "On to Signal" }).click();
  await expect(page.getByText(/No pull-up is known: the sensor can only pull low/)).toBeVisible();
  await page.getByRole("button", { name: "Take 10 kΩ" }).click();
  await expect(page.getByRole("definition").filter({ hasText: "5.00 V" })).toBeVisible();
  await expect(page.getByText(/The ethanol is not touched/).first()).toBeVisible();
  await expectAccessible(page);

  await step(page, "Wires").click();
  await expect(page.getByRole("img", { name: /^Wiring diagram: 1, Switched fuse to Sensor, supply/ })).toBeVisible();
  await page.getByLabel("Length of wire 3").fill("250 cm");
  await expect(page.getByText("2.65 m").first()).toBeVisible();
  await page.getByRole("button", { name: "More of wire 3" }).click();
  await page.getByLabel("To ignition or high voltage").fill("20");
  await expect(page.getByText(/Wire 3 .*20 mm from ignition or high voltage, and 100 mm are wanted/).first()).toBeVisible();
  await page.getByLabel("To ignition or high voltage").fill("300");
  await expectAccessible(page);

  // A connector by the numbers at its corners: counted as it is seen, mirrored when turned round, and a pin it does not have is refused.
  await step(page, "Pins").click();
  await page.getByRole("button", { name: "Add: connector" }).click();
  await page.getByLabel("Called").fill("Main");
  await page.getByLabel("Numbers are read from").selectOption({ label: "The wire side: where the wires go in" });
  await page.getByRole("button", { name: "Type in points" }).click();
  await page.getByLabel("Left corner, point 1").fill("37");
  await page.getByLabel("Right corner, point 1").fill("54");
  await page.getByLabel("Pin of wire 3").fill("55");
  await expect(page.getByText(/This connector has no pin 55/).first()).toBeVisible();
  await page.getByLabel("Pin of wire 3").fill("47");
  await expect(page.getByText("Pin 47 is number 8 counted from 54, which is at the right from the wire side.")).toBeVisible();
  await page.getByRole("button", { name: "Mating side" }).click();
  await expect(page.getByText("Pin 47 is number 8 counted from 54, which is at the left from the mating side.")).toBeVisible();
  for (const proof of ["Clicked", "Locked", "Tugged"]) {
    await page.getByRole("checkbox", { name: `${proof} wire 3` }).check();
  }
  await expectAccessible(page);

  // Only what a meter for volts can do; a miss says what it means.
  await step(page, "Meter").click();
  const sheet = page.getByRole("region", { name: "What the meter should show" });
  await expect(sheet.getByText("Pull-up", { exact: false }).first()).toBeVisible();
  await expect(sheet.getByText("set to frequency")).toHaveCount(0);
  const checks = sheet.getByRole("textbox");
  await expect(checks).toHaveCount(8);
  await page.getByLabel("Check 7 shows").fill("12.1");
  await expect(page.getByRole("heading", verdict)).toHaveText("The meter disagrees at 1 of 8 checks.");
  await expect(sheet.getByText(/it is lifted by another pull-up too/).first()).toBeVisible();
  for (const [check, reads] of [[1, "0.3"], [2, "0.3"], [3, "0.2"], [4, "0.2"], [5, "12.4"], [6, "0.02"], [7, "5.02"], [8, "3.9"]] as const) {
    await page.getByLabel(`Check ${check} shows`).fill(reads);
  }
  // All agree, and five wires have no pin and no joint yet: nothing is proven of a wire nobody placed.
  await expect(page.getByRole("heading", verdict)).toHaveText("6 wires: 8 of 8 checks agree so far.");
  await expect(page.getByText(/5 of 6 wires have no pin and no joint yet/)).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel("Your initials").fill("JM");
  await page.getByRole("button", { name: "Save to the record" }).click();
  await expect(page.getByText(/Saved today/)).toBeVisible();
  await page.getByRole("link", { name: "Parts", exact: true }).first().click();
  await expect(page.getByText(/^Harness: Feeds sensor and boxes behind a fuse/)).toBeVisible();
});

test("an extender: which pair to test next, every injector seen; a gateway with high and low swapped is held", async ({ page, app, open }) => {
  const id = await jobWith(page, app.address, "Extender mule", { users: [{ kind: "extender", name: "Extender" }], engine: { cylinders: 4 } });
  await page.goto(`/jobs/${id}/harness?step=Boxes`);
  const boxes = page.getByRole("region", { name: "The injectors' common side" });
  await expect(boxes.getByText("left sides of injector 1 and 2")).toBeVisible();
  const press = (pair: string, what: string) => boxes.getByRole("group", { name: pair }).getByRole("button", { name: what }).click();
  await press("1 and 2, left", "No");
  await expect(boxes.getByText("right sides of injector 1 and 2")).toBeVisible();
  for (const b of [2, 3, 4]) {
    await press(`1 and ${b}, right`, "Beep");
  }
  await expect(boxes.getByText("The right side is common to all 4.")).toBeVisible();
  await expect(boxes.getByText(/Connect nothing to it yet/)).toBeVisible();
  await press("1 and 3, right", "No");
  await expect(page.getByText(/one of them is held the other way up/).first()).toBeVisible();
  await press("1 and 3, right", "Beep");
  await boxes.getByLabel("Left sides, key on").fill("0.1");
  await boxes.getByLabel("Right sides, key on").fill("12.3");
  await expect(page.getByText(/Battery is on it with the key on and none on the other/)).toBeVisible();
  await boxes.getByLabel("Plugs on its harness").fill("2");
  await expect(page.getByText(/2 extensions are needed/)).toBeVisible();
  await boxes.getByRole("checkbox", { name: "Injector 3" }).check();
  await expect(page.getByText(/Not seen yet: 1, 2, 4/)).toBeVisible();
  await expectAccessible(page);

  await open(page, "Vantle T20", "Harness");
  await step(page, "Boxes").click();
  await page.getByLabel("High to ground").fill("2.1");
  await page.getByLabel("Low to ground").fill("2.8");
  await expect(page.getByRole("heading", verdict)).toHaveText("Do not connect it like this.");
  await expect(page.getByText(/they are swapped/).first()).toBeVisible();
});

test("on paper the wiring sheet and the meter sheet are a page each, on A4 and on Letter", async ({ page, app, open }) => {
  const eight = await jobWith(page, app.address, "Eight injectors", {
    users: [{ kind: "extender", name: "Extender" }, { kind: "reader", name: "Reader" }, { kind: "gauge", name: "Gauge" }],
    engine: { cylinders: 8 },
  });
  const converter = await jobWith(page, app.address, "Spare input", { users: [{ kind: "analyser", name: "Converter" }, { kind: "gauge", name: "Gauge" }] });
  const pages = async () => {
    const counts: number[] = [];
    for (const format of ["A4", "Letter"]) {
      const pdf = await page.pdf({ format, margin: { top: "12mm", bottom: "12mm", left: "12mm", right: "12mm" } });
      counts.push((pdf.toString("latin1").match(/\/Type \/Page\b/g) ?? []).length);
    }
    return counts;
  };
  for (const id of [eight, converter]) {
    await page.goto(`/jobs/${id}/harness`);
    await expect(page.getByRole("img", { name: /^Wiring diagram/, includeHidden: true })).toBeAttached();
    expect(await pages()).toEqual([3, 3]);
  }
  for (const job of ["Tarnock 30", "Vantle T20"] as const) {
    await open(page, job, "Harness");
    await expect(page.getByRole("img", { name: /^Wiring diagram/, includeHidden: true })).toBeAttached();
    expect(await pages()).toEqual([3, 3]);
  }
});
