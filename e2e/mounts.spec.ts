import { expect, test } from "./test";
import { openJob, plain, saved } from "./yard";

// The minibus's figures stand in docs/guide.md.
test("the collapsed tail: height taken, tilt and joints read, sets compared, one fitted, expected in Prove", async ({
  page,
}) => {
  await openJob(page, 214, "compare");
  await page.getByRole("link", { name: "Mounts" }).click();
  await page.getByRole("button", { name: /^Mount tail/ }).click();
  const tail = page.getByRole("region", { name: "Mount tail" });
  await tail.getByLabel("measured").fill("55 mm");
  await tail.getByLabel("measured").press("Enter");
  await expect.poll(() => plain(page)).not.toContain("has lost");
  await tail.getByLabel("measured").fill("42.3 mm");
  await tail.getByLabel("measured").press("Enter");
  await tail.getByRole("button", { name: "Done" }).click();
  await expect
    .poll(() => plain(page))
    .toContain(
      "Firm rubber, tail. The tail has lost 12.7 mm and tilts the unit by 0.7°. Joint 1 is at 3.2°, over its limit; at new height it is 1.9°.",
    );
  await page.getByRole("button", { name: "Calculation", exact: true }).click();
  await expect(page.getByRole("dialog")).toContainText("gearbox 3.75° now, 3.09° level");
  await page.getByRole("dialog").getByRole("button", { name: "Close" }).click();

  await page.getByRole("button", { name: /Urethane, tail$/ }).click();
  await expect.poll(() => plain(page)).toContain("Urethane, tail.");
  await page.getByRole("tab", { name: "Idle" }).click();
  await expect(page.getByRole("img", { name: /sets of mounts pass on/ })).toBeVisible();
  await page.getByRole("tab", { name: "Modes" }).click();
  await page.getByRole("button", { name: "rolls" }).click();
  await expect(page.getByRole("img", { name: /^Mode \d: rolls at/ })).toBeVisible();
  await page.getByRole("tab", { name: "Sets" }).click();
  await page.getByRole("button", { name: /Firm rubber, tail$/ }).click();
  await page.getByRole("button", { name: "Fit this set" }).click();
  await saved(page);
  await expect(page.getByRole("button", { name: "This set is chosen" })).toBeVisible();

  await page.getByRole("tab", { name: /Plan/ }).click();
  await page.getByRole("link", { name: "Parts, steps, fasteners" }).click();
  await expect(
    page.locator('input[value="Mount tail, firm rubber"], :text("Mount tail, firm rubber")').first(),
  ).toBeVisible();
  await page.getByRole("tab", { name: /Prove/ }).click();
  const expected = page.getByRole("region", { name: "Expected of the mounts" });
  await expect(expected).toContainText("3.09°");
  await expect(expected).toContainText("55.0");
});

test("what is seen on a mount answers Ask; a mount is moved by keys and not onto another", async ({ page }) => {
  await openJob(page, 217, "compare");
  await page.getByRole("link", { name: "Mounts" }).click();
  await page.getByRole("button", { name: "Look at the mounts" }).click();
  const dialog = page.getByRole("dialog");
  await dialog
    .getByRole("region", { name: "Look at tail" })
    .getByRole("button", { name: /^Rubber leaves metal/ })
    .click();
  await dialog.getByRole("button", { name: "Close" }).click();
  await saved(page);
  await page.getByRole("button", { name: /^Mount left/ }).focus();
  await page.keyboard.press("ArrowRight");
  const left = page.getByRole("region", { name: "Mount left" });
  await expect(left.getByLabel("forward")).toHaveValue(/^10\.0\smm$/);
  await left.getByLabel("fore and aft", { exact: true }).fill("-4");
  await expect(left.getByRole("alert")).toContainText(/accepted: 0 to 1\s000\s000 N\/mm/);
  await page.keyboard.press("Escape");
  await page.getByRole("tab", { name: /Ask/ }).click();
  await expect(
    page.getByRole("button", { name: "Gap opens between rubber and metal at the tail mount: present" }),
  ).toBeVisible();
});

test("a vehicle whose mounts are not known begins with a usual arrangement; one not held names its motion", async ({
  page,
}) => {
  await openJob(page, 219, "compare");
  await page.getByRole("link", { name: "Mounts" }).click();
  await page.getByRole("button", { name: "North-south, on three" }).click();
  await expect(page.getByRole("button", { name: /^Mount tail/ })).toBeVisible();
  await page.getByRole("button", { name: /^Mount tail/ }).click();
  const strip = page.getByRole("region", { name: "Mount tail" });
  for (const label of ["fore and aft", "sideways", "up and down"]) {
    await strip.getByLabel(label, { exact: true }).fill("0");
    await strip.getByLabel(label, { exact: true }).press("Enter");
  }
  await expect.poll(() => plain(page)).toContain("The mounts do not locate the unit");
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect.poll(() => plain(page)).not.toContain("The mounts do not locate the unit");
});

test("the press fit says which press, and what is lost when it is hot", async ({ page }) => {
  await page.goto("/desk/set/pressFit");
  await expect.poll(() => plain(page)).toContain("Take a 6.0 t press. It needs up to 35.8 kN. Heated to 126 °C");
  await page.getByLabel("hottest in use").fill("140");
  await page.getByLabel("hottest in use").press("Enter");
  await expect.poll(() => plain(page)).toContain("Do not fit it: hot, it has no grip left.");
  await page.getByLabel("bracket, outside").fill("38 mm");
  await page.getByLabel("bracket, outside").press("Enter");
  await expect.poll(() => plain(page)).toContain("Not yet: Bracket, outside: must be over 40 mm, the interface.");
});
