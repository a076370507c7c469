import { expect, test } from "./test";
import { answer, openJob, saved } from "./yard";

test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

/** Smallest thing a gloved finger is asked to hit, px. */
const TARGET = 44;

test("under the vehicle: sign, be stopped by the ride-height gate, overrule with a reason, take back", async ({
  page,
}) => {
  await openJob(page, 217, "fit");
  await page.getByLabel("Wrench reading of bolt 5, N m").fill("61.4");
  await page.getByRole("button", { name: "Sign bolt 5" }).tap();
  await expect(answer(page)).toContainText("Bolt 3 next.");

  await page.getByRole("button", { name: /Tail mount centre bolt/ }).tap();
  await page.getByRole("button", { name: "Sign bolt 1, snug" }).tap();
  await expect(page.getByRole("alert")).toContainText("waits for ride height");
  await page.getByRole("button", { name: "1", exact: true }).tap();
  await page.getByRole("button", { name: "4", exact: true }).tap();
  await page.getByRole("button", { name: "1", exact: true }).tap();
  const sign = page.getByRole("button", { name: "Sign bolt 1", exact: true });
  await expect(sign).toBeDisabled();
  await page.getByRole("button", { name: "Overrule, say why" }).tap();
  await expect(page.getByRole("button", { name: "Overrule", exact: true })).toBeDisabled();
  await page.getByLabel("Reason").fill("Arm held at ride height by a jack");
  await page.getByRole("button", { name: "Overrule", exact: true }).tap();
  await sign.tap();
  await expect(answer(page)).toContainText("Tail mount centre bolt is done.");
  await saved(page);
  await page.getByRole("button", { name: "Bolt 1, signed" }).tap();
  await expect(page.getByRole("dialog")).toContainText("Arm held at ride height by a jack");
  await page.getByRole("button", { name: "Take this signature back" }).tap();
  await expect(answer(page)).toContainText("waits for ride height.");

  // By hand it comes down no sooner than by its step: critical bolts keep it up.
  await page.getByRole("button", { name: "Now on wheels" }).tap();
  await expect(page.getByRole("alert")).toContainText("It stays up until these are signed.");
  await page.getByRole("button", { name: "Leave it up" }).tap();
  await expect(page.getByRole("alert")).toContainText("waits for ride height");

  for (const name of ["Sign bolt 1", "7", "Now on wheels"]) {
    const key = page.getByRole("button", { name, exact: true });
    if (!(await key.isVisible())) continue;
    const box = await key.boundingBox();
    expect(Math.min(box?.height ?? 0, box?.width ?? 0)).toBeGreaterThanOrEqual(TARGET);
  }
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(820);
});

test("a reading outside its limits is not signed silently, on a phone whose one screen holds all of it", async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openJob(page, 217, "fit");
  await page.getByRole("button", { name: /Prop shaft to flange/ }).tap();
  const reading = page.getByLabel(/^Wrench reading of bolt/);
  const sign = page.getByRole("button", { name: /^Sign bolt \d$/ });
  await page.evaluate(() => window.scrollTo(0, 0));
  for (const piece of [page.getByRole("group", { name: /^Bolt pattern/ }), reading, sign]) {
    const box = await piece.boundingBox();
    expect((box?.y ?? 9999) + (box?.height ?? 0)).toBeLessThanOrEqual(844);
  }
  await reading.fill("80");
  await sign.tap();
  const dialog = page.getByRole("dialog", { name: /is 11\.8.N.m over the limit/ });
  await expect(dialog.getByRole("button", { name: "Accept it for this reason" })).toBeDisabled();
  await page.keyboard.press("Escape");
  await expect(reading).toHaveValue("80");
  await sign.tap();
  await dialog.getByRole("button", { name: "Loosened; this pass is done again" }).tap();
  await expect(page.getByText(/80\.0.N.m, loosened, done again/)).toBeVisible();
  await expect(reading).toHaveValue("");
  await saved(page);
});

test("in the seat: roughness is marked and a recording is taken with a thumb", async ({ page }) => {
  await openJob(page, 216, "gauge?tool=vibration");
  const bump = page.getByRole("group", { name: "Bump at walking pace, before the work" });
  const key = bump.getByRole("button", { name: "2, plain" });
  await key.tap();
  await expect(key).toHaveAttribute("aria-pressed", "true");
  const box = await key.boundingBox();
  expect(Math.min(box?.height ?? 0, box?.width ?? 0)).toBeGreaterThanOrEqual(TARGET);
  await key.tap();
  await expect(key).toHaveAttribute("aria-pressed", "false");
  await page.getByRole("button", { name: "With the sensor" }).tap();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: "Begin" }).tap();
  await expect(dialog.getByRole("button", { name: "Stop and keep" })).toBeEnabled();
  await dialog.getByRole("button", { name: "Cancel" }).tap();
  await expect(dialog.getByRole("button", { name: "Begin" })).toBeVisible();
  await dialog.getByRole("button", { name: "Close" }).tap();
  await saved(page);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(820);
});
