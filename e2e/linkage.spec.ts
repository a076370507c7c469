import { readFileSync } from "node:fs";
import { expect, test, type Page } from "./test";
import DxfParser from "dxf-parser";
import { answer, openJob, plain, saved } from "./yard";

// The hill-climb car's figures stand in docs/guide.md.
test("the adjustable lever: the shortest setting hits the prop shaft, notch 5 clears it and is fitted", async ({
  page,
}) => {
  await openJob(page, 221, "compare");
  await expect
    .poll(() => plain(page))
    .toContain(
      "Fit: notch 5 of the adjustable lever. Third to fourth drops from 95.3 to 68.2 mm, 28 % shorter, 1.40 times the effort, clears the prop shaft by 2.4 mm in second.",
    );
  const notches = page.getByRole("region", { name: "Notches" });
  await notches.getByRole("button", { name: /^6 30\.0 mm/ }).click();
  await expect
    .poll(() => plain(page))
    .toContain("notch 6 of the adjustable lever touches the prop shaft in second, 3.6 mm too much");
  await expect(notches.getByRole("status")).toContainText("touches the prop shaft in second");

  // A limit that binds sooner moves the choice.
  await notches.getByText("Which notches, and what counts as too far").click();
  await notches.getByLabel("gap of at least").fill("5 mm");
  await notches.getByLabel("gap of at least").press("Enter");
  await notches.getByRole("button", { name: /^4 18\.0 mm.*best/ }).click();
  await expect.poll(() => plain(page)).toContain("notch 4 of the adjustable lever");
  await page.getByRole("button", { name: /^Undo/ }).click();
  await notches.getByRole("button", { name: /^5 24\.0 mm.*best/ }).click();

  await page.locator(".answer").getByRole("button", { name: "Fit notch 5" }).click();
  await saved(page);
  await expect.poll(() => plain(page)).toContain("Chosen: Adjustable lever.");
  await expect(notches.getByRole("button", { name: /^5 0\.0 mm/ })).toBeVisible();
  await page.getByRole("tab", { name: /Plan/ }).click();
  await page.getByRole("link", { name: "Parts, steps, fasteners" }).click();
  await expect(page.getByText("Adjustable lever").first()).toBeVisible();
  // Looking at Plan moved nothing: the decision is the last step.
  await page.getByRole("button", { name: /^Undo/ }).click();
  await page.getByRole("tab", { name: /Compare/ }).click();
  await expect.poll(() => plain(page)).toContain("Fit: notch 5 of the adjustable lever.");
});

test("obstacles: placed, dragged, moved by keys, typed, taken away", async ({ page }) => {
  await page.goto("/desk/throw-bench");
  await expect(page.getByText("Side view")).toBeVisible();
  await page.getByRole("button", { name: "Add an obstacle" }).click();
  await page.getByRole("menuitem", { name: "crossmember tube" }).click();
  const figures = page.getByRole("region", { name: "Figures of crossmember tube" });
  await expect(figures.getByLabel("radius", { exact: true })).toHaveValue(/^25\.0\smm$/);
  await expect.poll(() => plain(page)).toContain("clears the crossmember tube by");

  const grip = page.getByRole("button", { name: "crossmember tube, centre: drag, or arrows to move" });
  const box = await grip.boundingBox();
  if (!box) throw new Error("no handle");
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  const forward = figures.getByLabel("forward");
  const read = async (): Promise<number> => Number.parseFloat((await forward.inputValue()).replace("\u2212", "-"));
  // The field follows the drag: what it says last counts.
  let dragged = await read();
  await expect
    .poll(async () => {
      const before = dragged;
      dragged = await read();
      return dragged === before;
    })
    .toBe(true);
  expect(dragged).toBeGreaterThan(-150);
  await grip.focus();
  await page.keyboard.press("ArrowRight");
  await expect
    .poll(async () => Number.parseFloat((await forward.inputValue()).replace("\u2212", "-")))
    .toBeCloseTo(dragged + 1, 5);

  await forward.fill("0 mm");
  await forward.press("Enter");
  await figures.getByLabel("above pivot").fill("-80 mm");
  await figures.getByLabel("above pivot").press("Enter");
  await expect.poll(() => plain(page)).toContain("touches the crossmember tube");
  await figures.getByLabel("radius", { exact: true }).fill("-3");
  await expect(figures.getByRole("alert")).toContainText(/accepted: 0\.0\smm to 2000\.0\smm/);
  await page.keyboard.press("Escape");
  await figures.getByRole("button", { name: "Remove it" }).click();
  await expect.poll(() => plain(page)).not.toContain("crossmember");
  await page.getByRole("button", { name: "From behind" }).click();
  await expect(page.getByRole("img", { name: /^From behind: gate/ })).toBeVisible();
});

test("rail travel from a taped throw, and levers out to a file and back", async ({ page }) => {
  await page.goto("/desk/throw-bench");
  await page.getByLabel("Shifter", { exact: true }).click();
  await page.getByTitle("direct lever").click();
  const before = await plain(page);
  await page.getByRole("button", { name: "Rail travel from a tape" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel(/^throw, 3rd to 4th/).fill("5 1/4 in");
  await dialog.getByLabel(/^throw, 3rd to 4th/).press("Enter");
  await expect(dialog.getByRole("status")).toContainText(/rail travels [\d.]+\smm each way, ±/);
  await dialog.getByLabel(/^throw, 3rd to 4th/).fill("4000 mm");
  await dialog.getByLabel(/^throw, 3rd to 4th/).press("Enter");
  await expect(dialog.getByRole("status")).toContainText("cannot throw that far");
  await dialog.getByLabel(/^throw, 3rd to 4th/).fill("5 1/4 in");
  await dialog.getByLabel(/^throw, 3rd to 4th/).press("Enter");
  await dialog.getByRole("button", { name: "Use it for 3rd and 4th" }).click();
  await expect.poll(() => plain(page)).not.toBe(before);
  await expect.poll(() => plain(page)).toMatch(/133\.[34]/);

  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Export levers" }).click(),
  ]);
  const levers = JSON.parse(readFileSync(await download.path(), "utf8")) as { levers: { name: string }[] };
  const file = page.getByLabel("File with levers");
  const read = (data: unknown) =>
    file.setInputFiles({ name: "l.json", mimeType: "application/json", buffer: Buffer.from(JSON.stringify(data)) });
  await read({ ...levers, levers: levers.levers.map((l, i) => (i ? { ...l, colour: "red" } : l)) });
  await expect(page.getByRole("alert")).toContainText("levers[1].colour");
  await read({ ...levers, levers: levers.levers.map((l) => ({ ...l, name: `${l.name} again` })) });
  await expect(page.getByText(/ again$/).first()).toBeVisible();
});

const keep = (page: Page) => page.getByRole("button", { name: "Keep with the job" });

test("a stop is calculated, kept with the job, ticked as set, and shown on the record", async ({ page }) => {
  await openJob(page, 221, "fit");
  await page.getByRole("link", { name: "Set" }).click();
  await page.getByRole("link", { name: "Stops", exact: true }).click();
  await page.getByLabel("back off").click();
  await page.getByTitle("by flats").click();
  await page.getByLabel("flats", { exact: true }).fill("1");
  await page.getByLabel("flats", { exact: true }).press("Enter");
  await page.getByLabel("rail past its detent").fill("0.3 mm");
  await page.getByLabel("rail past its detent").press("Enter");
  await expect.poll(() => plain(page)).toContain("Do not back off that far: the fork would carry the load.");
  await expect(keep(page)).toBeDisabled();
  await page.getByLabel("rail past its detent").fill("0.5 mm");
  await page.getByLabel("rail past its detent").press("Enter");
  await expect.poll(() => plain(page)).toContain("Touch, then back off one flat. Lock. Now fourth.");
  await page.getByLabel("pivot to stop").fill("0 mm");
  await expect(page.getByRole("alert")).toContainText("accepted: 1.0 mm");
  await page.keyboard.press("Escape");
  await page.getByLabel("called, in this job").fill("Stop for 1 and 2");
  await page.getByLabel("called, in this job").press("Enter");
  await keep(page).click();
  await saved(page);
  await page.getByRole("switch", { name: "Set: Stop for 1 and 2" }).click();
  await saved(page);
  await page.getByRole("link", { name: "Stop for 1 and 2" }).click();
  await expect.poll(() => plain(page)).toContain("back off one flat");
  await page.goto(page.url().replace(/\/fit.*$/, "/record"));
  await expect(page.getByText("What was set")).toBeVisible();
  await expect(page.getByText("Stop for 1 and 2.")).toBeVisible();
});

test("shims are searched beside the screen; a worker that is lost says so and the tool goes on", async ({ page }) => {
  await page.goto("/desk/set/shims");
  await expect.poll(() => plain(page)).toContain("Fit 0.1 mm and 1 mm.");
  await page.route(/background\.worker/, (route) => route.abort());
  await page.reload();
  await expect(page.getByRole("alert")).toContainText("Calculation failed; your entries are kept.");
  await page.unroute(/background\.worker/);
  await page.getByRole("button", { name: "Work it out again" }).click();
  await expect.poll(() => plain(page)).toContain("Fit 0.1 mm and 1 mm.");
  await page.getByLabel("number of 1 mm").fill("0");
  await page.getByLabel("number of 1 mm").press("Enter");
  await expect.poll(() => plain(page)).toContain("Fit 0.1 mm and 2 × 0.5 mm.");
  await page.getByLabel("pieces at most").fill("20");
  await page.getByLabel("pieces at most").press("Enter");
  await expect(answer(page)).toContainText("1.10");
});

test("the gated linkage names its holes, and which way the present rod goes", async ({ page }) => {
  await page.goto("/desk/set/gatedLinkage");
  await expect.poll(() => plain(page)).toContain("Shifter hole at 40.0 mm, gearbox hole at 48.0 mm, rod 470.4 mm.");
  await page.getByRole("button", { name: "A rod is fitted now" }).click();
  await expect.poll(() => plain(page)).toMatch(/shorten the rod by [\d.]+ mm, [\d.]+ turns/);
  await page.getByLabel(/^holes of the shifter/).fill("0, x");
  await expect(page.getByRole("alert").first()).toContainText("1 to 24 lengths from 1.0 mm");
});

test("the floor slot is written out at full size and reads back so", async ({ page }) => {
  await page.goto("/desk/set/floorSlot");
  await expect.poll(() => plain(page)).toContain("Cut a slot 69.9 by 16.0 mm.");
  const fetched = async (name: string): Promise<Buffer> => {
    const [download] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name: `${name}, full size` }).click(),
    ]);
    return readFileSync(await download.path());
  };
  const dxf = new DxfParser().parseSync((await fetched("DXF")).toString("utf8"));
  expect(dxf?.entities.filter((e) => e.type === "CIRCLE")).toHaveLength(4);
  expect((await fetched("PDF")).subarray(0, 5).toString()).toBe("%PDF-");
  expect((await fetched("SVG")).toString("utf8")).toContain("mm");
  await page.getByLabel("hole 1, forward").fill("20 mm");
  await page.getByLabel("hole 1, forward").press("Enter");
  await page.getByLabel("hole 1, left").fill("12 mm");
  await page.getByLabel("hole 1, left").press("Enter");
  await expect.poll(() => plain(page)).toContain("Hole 1 is too near the slot");
  await page.getByLabel("arm, last position").fill("0");
  await page.getByLabel("arm, last position").press("Enter");
  await expect
    .poll(() => plain(page))
    .toContain("Not yet: Arm, last position: must be an angle within 75 deg of square");
});

test("cables that look changed over are said to", async ({ page }) => {
  await page.goto("/desk/set/cableMarks");
  const left = page.getByRole("region", { name: "Left cable" });
  await left.getByLabel("thread out, now").fill("9.5 mm");
  await left.getByLabel("thread out, now").press("Enter");
  await expect.poll(() => plain(page)).toContain("Left cable: 2.5 mm more thread out, 2.500 turns clockwise.");
  const right = page.getByRole("region", { name: "Right cable" });
  await right.getByLabel("thread out, now").fill("12 mm");
  await right.getByLabel("thread out, now").press("Enter");
  await expect.poll(() => plain(page)).toContain("Left cable and Right cable look swapped.");
});
