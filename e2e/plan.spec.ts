import { expect, test, type Page } from "./test";
import { answer, openJob, plain, saved } from "./yard";
import { doStep, newJob, planAs, signAll } from "./work";

const day = (page: Page) => page.getByRole("group", { name: "The day, by place" });

test("a worn shifter on a new vehicle: proposed, ordered, moved with its needs kept, kept as a template", async ({
  page,
}) => {
  const job = await newJob(page, "SI 1301", "cable", "The cable end is worn and sloppy, you stir for second.");
  await page.goto(`/jobs/${job}/plan`);
  // The words of the complaint propose the kind; no symptom was asked for yet.
  await expect(answer(page)).toContainText("Lever and cable-end bushes from below.");
  await expect(answer(page)).toContainText("It answers this complaint best.");
  await page.getByRole("radio", { name: /^By bolts on a bead of sealant/ }).check();
  await page.getByRole("button", { name: "Plan it this way" }).click();
  await expect(day(page)).toBeVisible();
  await expect(answer(page)).toContainText(/instead of|sooner/);
  const gains = page.getByRole("group", { name: "The order listed against the best order found" });
  await expect(gains).toContainText("Trips under");
  await page.getByRole("button", { name: "Use this order" }).click();
  await expect(answer(page)).toContainText("This is the best order found.");
  await saved(page);

  // A step that needs another is not moved before it, by keyboard either.
  const steps = day(page).getByRole("button");
  const second = steps.nth(1);
  const name = (await second.getAttribute("aria-label")) ?? "";
  await second.focus();
  await page.keyboard.press("ArrowLeft");
  await expect(steps.nth(1)).toHaveAttribute("aria-label", name);
  // Held where it breaks a need, it says which.
  const [from, to] = [await steps.nth(6).boundingBox(), await steps.nth(0).boundingBox()];
  if (!from || !to) throw new Error("the day is not drawn");
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(to.x - 10, from.y + from.height / 2, { steps: 8 });
  await expect(day(page).getByText(/here breaks/)).toBeVisible();
  await page.mouse.up();
  await expect(day(page).getByText(/here breaks/)).toBeHidden();
  await expect(answer(page)).toContainText("This is the best order found.");

  // Another kind in the same visit: what both take apart is taken apart once.
  const before = await steps.count();
  await page.getByRole("button", { name: "Add a kind of job" }).click();
  const kinds = page.getByRole("region", { name: "Kinds of job" });
  const all = kinds.getByRole("button", { name: /^Show all/ });
  if (await all.isVisible()) await all.click();
  await kinds
    .getByRole("button", { name: /^Shift-shaft seal/ })
    .and(kinds.locator("[aria-pressed]"))
    .click();
  await page.getByRole("button", { name: "Plan it this way" }).click();
  await page.getByRole("button", { name: "Back to the plan" }).click();
  await expect.poll(() => steps.count()).toBeGreaterThan(before);

  await page.getByRole("button", { name: "Keep as a template" }).click();
  const keep = page.getByRole("dialog", { name: "Keep these steps as a template" });
  await keep.getByLabel("title").fill("Bushes and seal in one visit");
  await keep.getByRole("button", { name: /Keep as the shop/ }).click();
  await page.goto("/shelf");
  await expect(page.getByText("Bushes and seal in one visit")).toBeVisible();

  const other = await newJob(page, "SI 1302", "cable", "Worn too.");
  await page.goto(`/jobs/${other}/plan`);
  await expect(answer(page)).toContainText("Bushes and seal in one visit.");
  await expect(page.getByRole("region", { name: "What it comes to" })).toContainText("The shop’s own version");
});

test("a template file from elsewhere: what is wrong with it is said, a good one is taken", async ({ page }) => {
  const job = await newJob(page, "SI 1303", "rod", "Neutral is a guess.");
  await page.goto(`/jobs/${job}/plan`);
  const file = (content: unknown) => ({
    name: "work.json",
    mimeType: "application/json",
    buffer: Buffer.from(typeof content === "string" ? content : JSON.stringify(content)),
  });
  const good = {
    id: "own-work",
    title: "Own way of doing it",
    why: "It is quicker here.",
    steps: [
      { id: "a", text: "Knob off", place: "cabin", minutes: 2 },
      { id: "b", text: "Knob on", place: "cabin", minutes: 2, needs: ["a"] },
    ],
  };
  const picker = page.getByLabel("Template file");
  const says = page.getByRole("alert");
  await picker.setInputFiles(file("not json"));
  await expect(says).toContainText("no JSON file");
  await picker.setInputFiles(file({ ...good, colour: "red" }));
  await expect(says).toContainText("unknown word “colour”");
  await picker.setInputFiles(file({ ...good, steps: [{ ...good.steps[0], needs: ["b"] }, good.steps[1]] }));
  await expect(says).toContainText("round in a circle");
  await picker.setInputFiles(file(good));
  await expect(says).toBeHidden();
  await expect(answer(page)).toContainText("Own way of doing it.");
});

test("a part no longer sold: ways side by side, the temporary one with its day; the order as a list", async ({
  page,
}) => {
  await openJob(page, 215, "plan");
  const ways = page.getByRole("region", { name: "Ways to get a part" });
  await ways.getByRole("combobox").click();
  await page.getByTitle("Lever bush or cup", { exact: true }).click();
  const dialog = page.getByRole("dialog", { name: "Another way for Lever bush or cup" });
  await dialog.getByLabel("what it is").fill("Packing of sheet brass");
  await dialog.getByLabel("way").click();
  await page.getByTitle("temporary", { exact: true }).click();
  await dialog.getByRole("button", { name: "Add this way" }).click();
  await expect(ways.getByRole("row", { name: /Packing of sheet brass/ })).toContainText(/\d+ [A-Z][a-z]{2}/);
  await ways.getByRole("radio", { name: /Packing of sheet brass/ }).check();
  await expect(ways.getByRole("radio", { name: /Packing of sheet brass/ })).toBeChecked();

  await page.getByRole("button", { name: "To order" }).click();
  const order = page.getByRole("dialog", { name: /To order for job/ });
  await expect(order).toContainText("Simulated supplier");
  const download = page.waitForEvent("download");
  await order.getByRole("button", { name: "Save as CSV" }).click();
  expect((await download).suggestedFilename()).toBe("order-job-215.csv");
  await order.getByRole("button", { name: "Mark as ordered" }).click();
  await saved(page);
});

test.describe("in the bay, on a tablet", () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

  test("with the network gone for a while: steps, a mark that is asked for, something found; all of it arrives", async ({
    page,
    context,
  }) => {
    const job = await newJob(page, "SI 1304", "direct", "The lever wobbles in gear.");
    await planAs(page, job, "Shifter rebuild kit", /the turret comes off to the bench/);
    await page.goto(`/jobs/${job}/bay`);
    await doStep(page);
    await doStep(page);
    await expect(page.locator("h1")).toHaveText(/^In neutral, take out the plate bolts/);
    await context.setOffline(true);
    // The mark is forgotten: Done asks for it before it lets go.
    const done = page.getByRole("button", { name: /^Done/ });
    await done.tap();
    const asked = page.getByRole("dialog", { name: "Before this step is done" });
    await expect(asked).toContainText("Which way the lever’s dot or tab faces");
    await expect(asked.getByRole("button", { name: /^Done/ })).toBeDisabled();
    await page.getByRole("button", { name: "Back to the step" }).tap();

    await page.getByRole("button", { name: "Found something" }).tap();
    await page.getByLabel("In a few words").fill("Boot split");
    await page.getByRole("switch", { name: /It needs a part/ }).tap();
    await page.getByLabel("Which part").fill("Lever boot");
    await page.getByRole("button", { name: "Note it" }).tap();
    await doStep(page);
    const pin = /^(Drive the second cross pin part way out|Fit the new bushes)/;
    for (let i = 0; i < 6 && !pin.test((await page.locator("h1").textContent()) ?? ""); i += 1) await doStep(page);
    await expect(page.locator("h1")).toHaveText(pin);
    await page.getByRole("button", { name: "Not as planned" }).tap();
    await page.getByLabel(/Why, or what/).fill("It does not bar the way");
    await page.getByRole("button", { name: "Leave this step out" }).tap();
    await expect(page.getByRole("status").first()).toContainText(/to send|no connection/i);
    await context.setOffline(false);
    await page.evaluate(() => window.dispatchEvent(new Event("online")));
    await saved(page);

    // On the way back the mark is asked for, with what was written down.
    const back = page.getByRole("switch", { name: /Which way the lever’s dot or tab faces.*as found/ });
    for (let i = 0; i < 14 && !(await back.isVisible()); i += 1) await doStep(page);
    await expect(back).toBeVisible();
    // It is not driven with its plate bolts unsigned: no reason helps.
    const drive = page.getByText(/^Drive it: /);
    for (let i = 0; i < 10 && !/^Drive it: /.test((await page.locator("h1").textContent()) ?? ""); i += 1)
      await doStep(page);
    await expect(drive.first()).toBeVisible();
    await expect(page.getByRole("region", { name: "Caution" })).toContainText("Turret to gearbox");
    await page.getByRole("button", { name: /^Done/ }).click();
    const held = page.getByRole("dialog", { name: "Before this step is done" });
    await expect(held).toContainText("It is not driven until these are signed");
    await expect(held.getByRole("button", { name: /^Done/ })).toBeDisabled();
    await signAll(page, job);
    await page.reload();
    await doStep(page);
    await page.goto(`/jobs/${job}/plan?tool=lists`);
    await expect(page.getByRole("region", { name: "Parts" })).toContainText("Lever boot");
    await page.goto(`/jobs/${job}/record`);
    await expect(page.locator("article")).toContainText("Which way the lever’s dot or tab faces: as found");
    await expect(page.locator("article")).toContainText("Left out: ");
  });

  test("a reload in the middle of a step keeps its clock and what was ticked", async ({ page }) => {
    await openJob(page, 215, "plan");
    await page.goto(page.url().replace("/plan", "/bay"));
    await page.getByRole("button", { name: /^Begin/ }).click();
    await expect(page.getByText(/^0:0\d/)).toBeVisible();
    await saved(page);
    await page.reload();
    await expect(page.getByRole("button", { name: /^Done/ })).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(820);
    for (const key of await page.getByRole("main").getByRole("button").all()) {
      const box = await key.boundingBox();
      if (box && !(await key.getAttribute("aria-label"))?.startsWith("Step ")) {
        expect(Math.min(box.height, box.width), (await key.textContent()) ?? "").toBeGreaterThanOrEqual(44);
      }
    }
  });
});

test.describe("kept by the browser", () => {
  test.use({ serviceWorkers: "allow" });

  test("opens without a network, at the step it was at", async ({ page, context }) => {
    await openJob(page, 217, "fit");
    await page.goto(page.url().replace("/fit", "/bay"));
    const step = await page.locator("h1").textContent();
    // Read once more under the browser's own keeper, which takes the page from its second visit on.
    await page.evaluate(() => navigator.serviceWorker.ready);
    await page.reload();
    await page.waitForLoadState("networkidle");
    await context.setOffline(true);
    await page.reload();
    await expect(page.locator("h1")).toHaveText(step ?? "");
    await page.getByRole("button", { name: /^Begin|^Done/ }).click();
    await context.setOffline(false);
  });
});

test("the plan says in words what it comes to", async ({ page }) => {
  await openJob(page, 214, "plan");
  await expect(answer(page)).toContainText("Ready by");
  expect(await plain(page)).toMatch(/Ready by \d{2}:\d{2}/);
  await page.getByRole("button", { name: "Calculation" }).click();
  await expect(page.getByRole("dialog", { name: "How the order is found" })).toContainText("Longest chain of needs");
});
