import { expect, test } from "./test";
import { answer, openJob, plain, saved } from "./yard";

test("the slice by keyboard: stages, symptom, reading, gear, point, signature, undo", async ({ page }) => {
  await page.goto("/yard");
  await expect(page.getByRole("heading", { name: "Ready to work on" })).toBeVisible();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog")).toContainText("put the lever in gear");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
  await page.keyboard.press("g");
  await page.keyboard.press("v");
  await expect(page.getByRole("heading", { name: "Vehicles" })).toBeVisible();
  await page.keyboard.press("/");
  await page.getByRole("dialog").getByRole("combobox").fill("torvey bus trust");
  await expect(page.getByRole("option").first()).toContainText("SI 0724");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Ulverin L12, long base" })).toBeVisible();

  await openJob(page, 219, "ask");
  const chip = page.getByRole("button", { name: /^Jumps out of gear/ });
  await chip.focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("button", { name: "Jumps out of gear: present", exact: true })).toBeVisible();
  await page.keyboard.press("ArrowLeft");
  await expect(page.getByRole("button", { name: "Jumps out of gear: absent", exact: true })).toBeVisible();
  await saved(page);
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("button", { name: "Jumps out of gear: not asked", exact: true })).toBeVisible();
  await page.keyboard.press("Control+Shift+z");
  await expect(page.getByRole("button", { name: "Jumps out of gear: present", exact: true })).toBeVisible();

  await page.keyboard.press("]");
  await expect(page.getByRole("tab", { name: /Gauge/ })).toHaveAttribute("aria-selected", "true");
  await expect(page.getByLabel("first reading").first()).toBeVisible();
  await page.keyboard.press("n");
  await expect(page.getByLabel("first reading").first()).toBeFocused();
  await page.keyboard.type("118 mm");
  await page.keyboard.press("Enter");
  await expect(page.getByText("118.0 mm").first()).toBeVisible();
  await page.getByRole("tab", { name: /Gauge/ }).focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("tab", { name: /Compare/ })).toBeFocused();
  await expect(page.getByRole("region", { name: "Throw bench" })).toBeVisible();

  await openJob(page, 214, "compare");
  await expect(answer(page)).toContainText("Notched lever, at 3");
  await page.keyboard.press("4");
  await expect(page.getByText("lever in 4th")).toBeVisible();
  await page.keyboard.press("r");
  await expect(page.getByText("lever in reverse")).toBeVisible();
  await page.keyboard.press("0");
  await expect(page.getByText("lever in neutral")).toBeVisible();
  const before = await plain(page);
  await page.getByRole("button", { name: "Pin: drag, or arrows to move" }).focus();
  await page.keyboard.press("ArrowDown");
  await expect.poll(() => plain(page)).not.toBe(before);
  await expect(page.getByLabel("below pivot")).toHaveValue(/^69/);
  await page.keyboard.press("Shift+ArrowDown");
  await expect(page.getByLabel("below pivot")).toHaveValue(/^69\.1/);
  await saved(page);
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect(page.getByLabel("below pivot")).toHaveValue(/^68/);

  await openJob(page, 217, "fit");
  await page.getByRole("button", { name: /Crossmember to body/ }).focus();
  await page.keyboard.press("Enter");
  // Torque plus angle stretches bolts: whether they may be used again is asked first.
  await page.getByRole("button", { name: "New ones" }).focus();
  await page.keyboard.press("Enter");
  const sign = page.getByRole("button", { name: "Sign bolt 1, snug" });
  await sign.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Sign bolt 3, snug" })).toBeVisible();
});
