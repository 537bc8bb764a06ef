import { expect, expectAccessible, test } from "./app.ts";

const verdict = { level: 1 } as const;

test("two ends named: the best chain with its proof, a wrong clamp stops it, and its parts stand on the buying list", async ({ page, app }) => {
  const made = await page.request.post(`${app.address}/api/jobs`, { data: { name: "Route mule", vehicle: "mule" }, headers: { Origin: app.address } });
  const { id } = await made.json();
  await page.goto(`/jobs/${id}/route`);
  await expect(page.getByRole("heading", verdict)).toHaveText("Where does the sensor go?");
  await page.getByRole("button", { name: "Put the sensor here: Feed" }).click();
  await expect(page.getByRole("heading", verdict)).toHaveText("Which two ends does the sensor go between?");
  await page.getByRole("button", { name: "On to Parts" }).click();
  await page.getByLabel("Open end, tank side").selectOption({ label: "quick connect 5/16 in, female, ring retainer" });
  await page.getByLabel("Open end, engine side").selectOption({ label: "quick connect 5/16 in, male" });
  await page.getByLabel("Gap between the ends").fill("30 cm");
  const offers = page.getByRole("region", { name: "The best parts between them" });
  await expect(offers.getByText(/every chain of up to 5 was weighed: none has fewer than 6 leak points/)).toBeVisible();
  await offers.getByRole("button", { name: "Take the best chain" }).click();
  await expect(page.getByRole("heading", verdict)).toHaveText("5 parts go between the two ends in the feed, with 6 leak points.");
  await expect(offers.getByRole("button", { name: "Best chain: chosen" })).toBeDisabled();
  await expectAccessible(page);

  // What a joint is made up with is judged at once, by its number.
  await page.getByRole("button", { name: /^Lists/ }).click();
  const leaks = page.getByRole("region", { name: "Leak points" });
  await leaks.getByLabel("Clamp on joint 4").selectOption("Worm-gear clamp");
  await expect(page.getByRole("heading", verdict)).toHaveText("These parts do not go together.");
  await expect(leaks.getByText(/A worm-gear clamp on a line with 400 kPa/)).toBeVisible();
  await leaks.getByLabel("Clamp on joint 4").selectOption("Constant-tension clamp");
  await expect(page.getByRole("heading", verdict)).toHaveText(/6 leak points/);
  await leaks.getByLabel("Joint opened to bleed or to get there").fill("Union at the filter");
  await leaks.getByRole("button", { name: "Add to the list" }).click();
  await expect(page.getByRole("heading", verdict)).toHaveText(/7 leak points/);

  await page.getByLabel("Your initials").fill("JM");
  await page.getByRole("button", { name: "Save to the record" }).click();
  await expect(page.getByText(/Saved today/)).toBeVisible();
  await page.getByRole("link", { name: "Parts", exact: true }).first().click();
  await expect(page.getByText("Disconnect tool 5/16 in")).toBeVisible();
  await expect(page.getByText("Clamp pliers")).toBeVisible();
});

test("a chain of one's own, moved and mended by keyboard; where none fits, the reason says what is missing", async ({ page, open }) => {
  await open(page, "Tarnock 30", "Route");
  await expect(page.getByRole("heading", verdict)).toHaveText(/^5 parts go between the two ends in the return/);
  const parts = page.getByRole("list", { name: "The parts in order" }).getByRole("button");
  await expect(parts).toHaveCount(5);
  await parts.nth(2).focus();
  await page.keyboard.press("Alt+ArrowLeft");
  await expect(page.getByRole("heading", verdict)).toHaveText("These parts do not go together.");
  await expect(page.getByText("Joint that does not fit, ").first()).toBeAttached();
  await page.getByRole("button", { name: "Move right" }).click();
  await expect(page.getByRole("heading", verdict)).toHaveText(/^5 parts go between the two ends/);

  // The hose that ships without a rating, put in the place of one that has it.
  await parts.first().click();
  await page.getByLabel("Swap for").selectOption({ label: "Fuel hose 8 mm (5/16 in), rating unknown, 1 m piece" });
  await expect(page.getByText(/is not rated for ethanol: it swells/).first()).toBeVisible();
  await page.getByRole("button", { name: "Remove", exact: true }).first().click();
  await expect(parts).toHaveCount(4);

  await page.getByLabel("Open end, engine side").selectOption({ label: "tapered pipe thread 1/8 in, male" });
  await expect(page.getByText("No chain of the catalog fits.")).toBeVisible();
  await expect(page.getByText(/An adapter with .* would make it possible/)).toBeVisible();
  await expectAccessible(page);
});

test("a part of the shop's own goes into the catalog, and lies on the shelf for the next chain", async ({ page, open }) => {
  await open(page, "Skirr", "Route");
  await page.getByLabel("Open end, tank side").selectOption("flare-6-m");
  await page.getByText("Add or change a part").click();
  await page.getByLabel("Code").fill("own-nut-6");
  await page.getByLabel("Name", { exact: true }).fill("Own nut #6 to quick connect");
  await page.getByLabel("One end").selectOption("flare-6-f");
  await page.getByLabel("Other end").selectOption("qc-3-8-f-tab");
  await page.getByLabel("Bore").fill("8");
  await page.getByLabel("Length", { exact: true }).fill("40");
  await page.getByLabel("Made for up to").fill("1000 kPa");
  await page.getByLabel("Bears heat up to").fill("120 °C");
  await page.getByLabel("Where both were read").fill("Its print");
  await page.getByLabel("Cost").fill("9");
  await page.getByLabel("On the shelf").fill("1");
  await page.getByRole("button", { name: "Add the part" }).click();
  await expect(page.getByRole("region", { name: "The best parts between them" }).getByText(/Own nut #6 to quick connect/).first()).toBeVisible();
});

test("a place chosen with its reason, two gaps measured: lengths to cut with a drawing, and Capacity counts what it costs", async ({ page, open }) => {
  await open(page, "Vantle T20", "Route");
  await page.getByRole("button", { name: /^Place/ }).click();
  const places = page.getByRole("main");
  await expect(places.getByText("There is no return line: the one line there is goes to the rail.").first()).toBeVisible();
  await places.getByRole("button", { name: "Feed", exact: true }).click();
  await places.getByRole("button", { name: "Put the sensor here: Feed" }).click();
  await expect(page.getByRole("heading", verdict)).toHaveText("4 parts go between the two ends in the feed, with 5 leak points.");
  await expect(page.getByText(/the sensor's bore costs .* with all its parts .*: small, under 10 kPa/)).toBeVisible();
  await expect(page.getByText(/^Better in a loop at a stock joint: a stock joint can be pulled apart/)).toBeVisible();
  await expectAccessible(page);

  await page.getByRole("button", { name: /^Hoses/ }).click();
  await page.getByLabel("Tank side, to the sensor").fill("0");
  await page.getByLabel("Engine side, to the sensor").fill("18 cm");
  await expect(page.getByRole("img", { name: /^Hose cut to 154 mm, 25 mm over each barb, clamps 3 mm to 6 mm from the ends/ })).toBeVisible();
  await expect(page.getByText(/From 300 mm: 154 mm, left over 146 mm/)).toBeVisible();
  await page.getByLabel("Room to bend, engine side").fill("40");
  await expect(page.getByText(/The room leaves a bend of 40 mm and the hose takes no less than 57 mm/)).toBeVisible();
  await expect(page.getByRole("heading", verdict)).toHaveText("These parts do not span the gap.");
  await page.getByLabel("Room to bend, engine side").fill("");
  await expectAccessible(page);

  await page.getByRole("button", { name: /^Holding/ }).click();
  await page.getByRole("textbox", { name: "To the nearest hot part" }).fill("50");
  await expect(page.getByText(/The nearest hot part is 50 mm away, and 100 mm are wanted/)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("link", { name: /^Capacity/ }).first().click();
  await expect(page.getByText(/The parts planned at Route cost .* at full load/)).toBeVisible();
});
