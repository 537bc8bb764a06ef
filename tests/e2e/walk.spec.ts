import type { Locator, Page } from "@playwright/test";
import { expect, test } from "./app.ts";

/** Seconds of the keystroke-level model (Card, Moran and Newell, 1980): a key, pointing, pressing, and making up one's mind. */
const klm = { key: 0.28, point: 1.1, press: 0.1, mind: 1.35 };
const most = 12 * 60;

/** A hand that has only a finger, or only the keyboard, and how long it would take. */
class Hand {
  seconds = 0;

  constructor(
    private readonly page: Page,
    private readonly byTouch: boolean,
  ) {}

  async press(target: Locator): Promise<void> {
    this.seconds += klm.mind;
    if (this.byTouch) {
      this.seconds += klm.point + 2 * klm.press;
      await target.tap();
    } else {
      await this.tabTo(target);
      await this.key("Enter");
    }
  }

  async type(target: Locator, text: string): Promise<void> {
    this.seconds += klm.mind + text.length * klm.key;
    if (this.byTouch) {
      this.seconds += klm.point + 2 * klm.press;
      await target.tap();
    } else {
      await this.tabTo(target);
    }
    await this.page.keyboard.type(text);
  }

  async pick(radio: Locator): Promise<void> {
    if (this.byTouch) {
      await this.press(radio);
      return;
    }
    this.seconds += klm.mind;
    const group = await radio.getAttribute("name");
    await this.tabUntil(() => this.page.evaluate((name) => (document.activeElement as HTMLInputElement).name === name, group));
    if (await isFocused(radio)) {
      await this.key("Space");
    }
    for (let i = 0; i < 12 && !(await radio.isChecked()); i++) {
      await this.key("ArrowDown");
    }
    await expect(radio).toBeChecked();
  }

  private async tabTo(target: Locator): Promise<void> {
    await expect(target).toBeVisible();
    // Looked up once, and again only where the page made it anew: looking it up takes longer than the key.
    let element = await target.elementHandle();
    await this.tabUntil(async () => {
      const state = await element?.evaluate((e) => (e.isConnected ? e === document.activeElement : "gone"));
      element = state === "gone" ? await target.elementHandle() : element;
      return state === true;
    });
  }

  private async tabUntil(reached: () => Promise<boolean>): Promise<void> {
    for (let i = 0; i < 150; i++) {
      if (await reached()) {
        return;
      }
      await this.key("Tab");
    }
    throw new Error("The keyboard does not get there.");
  }

  private async key(name: string): Promise<void> {
    this.seconds += klm.key;
    await this.page.keyboard.press(name);
  }
}

const isFocused = (target: Locator) => target.evaluate((element) => element === document.activeElement);

for (const [how, viewport, byTouch] of [
  ["at the phone by touch only", { width: 390, height: 844 }, true],
  ["at the desk by keyboard only", { width: 1280, height: 800 }, false],
] as const) {
  test.describe(how, () => {
    test.use({ viewport, hasTouch: byTouch });

    test(`${how} a vehicle goes from survey to record within twelve minutes`, async ({ page }) => {
      await page.addInitScript(() => localStorage.setItem("hazy-gauge.units", "metric"));
      await page.goto("/");
      const hand = new Hand(page, byTouch);
      const button = (name: string | RegExp) => page.getByRole("button", { name, exact: typeof name === "string" });
      const field = (name: string) => page.getByRole("textbox", { name, exact: true });
      const choice = (group: string, name: string | RegExp) => page.getByRole("group", { name: group, exact: true }).getByRole("radio", { name }).first();

      await hand.press(button("New job"));
      await hand.type(page.getByLabel("Job name"), "Corrie 4");
      await hand.press(button("Begin"));
      await expect(page.getByRole("heading", { level: 1 })).toHaveText("Not decided yet.");
      await hand.pick(choice("Kind of fuel system", /^Port injection/));
      await hand.type(field("Power now"), "96");
      await hand.type(field("Power wanted"), "104");
      await hand.type(field("Highest blend"), "E70");
      await hand.pick(choice("Used on public roads", "Yes"));
      await hand.press(button("On to Arrival"));
      await hand.press(button("On to Tank"));
      await hand.type(field("Tank volume"), "48");
      await hand.type(field("Pump flow"), "130");
      await hand.press(button("On to Lines"));
      await hand.pick(choice("Return line", /^Return line to tank/));
      await hand.pick(choice("Ethanol rating of the hoses", /^Rated/));
      await hand.press(button("On to Engine"));
      await hand.type(field("Cylinders"), "4");
      await hand.type(field("Displacement"), "1796");
      await hand.pick(choice("Induction", /^Naturally aspirated/));
      await hand.press(button("On to Injection"));
      await hand.pick(choice("Ethanol rating of the seals", /^Rated/));
      await hand.type(field("Base pressure"), "3 bar");
      await hand.type(field("Injectors in the ports"), "4");
      await hand.type(field("Rated flow of the injectors"), "340");
      await hand.press(button("On to Reading"));
      await hand.press(button("On to Control"));
      await hand.pick(choice("Signal path to the controller", /^Frequency/));
      for (const question of ["Support for this revision", "Plug the kit needs", "Free input", "Failsafe for a lost signal"]) {
        await hand.pick(choice(question, "Yes"));
      }
      await hand.type(field("Blend of the fuel map"), "10");
      await hand.type(field("Blend of the spark map"), "10");
      await hand.press(button("On to Work"));
      await hand.type(page.getByLabel("Your initials"), "CW");
      await hand.press(button("Save to the record"));
      await expect(page.getByText("Survey: not saved yet")).toHaveCount(0);

      await hand.press(page.getByRole("link", { name: "To Capacity" }));
      await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^At 104.kW this system supports/);
      if (byTouch) {
        await hand.press(button(/All stations/));
      }
      await hand.press(page.getByRole("link", { name: /^Signal/ }));
      await hand.press(button("Type in a meter reading"));
      await hand.type(page.getByRole("textbox", { name: /^Frequency/ }), "112");
      await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^The signal is real: E62/);
      await hand.press(page.getByRole("link", { name: "To Compensate" }));
      await expect(page.getByRole("heading", { level: 1 })).toHaveText(/times the base map's open time on E10/);
      await hand.press(button("Save to the record"));
      await expect(button("Save to the record")).toBeHidden();
      await hand.press(page.getByRole("link", { name: "Record" }));
      await expect(page.getByRole("heading", { level: 1 })).toHaveText(/saved versions\.$/);

      test.info().annotations.push({ type: "seconds by the keystroke model", description: hand.seconds.toFixed(0) });
      expect(hand.seconds).toBeLessThanOrEqual(most);
    });
  });
}
