import { expect, test } from "./test";
import { answer, openJob, plain, saved } from "./yard";

test("the dossier: gearbox, odometer, undo, and the bin that brings a vehicle back with its jobs", async ({ page }) => {
  await page.goto("/vehicles");
  await page.getByRole("textbox", { name: "Tag, owner or model" }).fill("quarry");
  await page.getByRole("link", { name: /SI 0958/ }).click();
  await expect(page.getByRole("heading", { name: "Dunmorrow 44, crew cab" })).toBeVisible();

  const travel = page.getByLabel("Travel of 2H");
  await travel.fill("5/8 in");
  await travel.press("Enter");
  await expect(travel).toHaveValue(/15\.9 mm|15\.9/);
  await page.getByLabel("Name of gear 2").fill("2H");
  await page.getByLabel("Name of gear 2").press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "a name not used before" })).toBeVisible();
  await page.getByRole("button", { name: "Add a gear" }).click();
  await expect(page.getByLabel("Travel of 1", { exact: true })).toBeVisible();

  await page.getByLabel(/^reads today/).fill("97 000 km");
  await page.getByLabel(/^reads today/).press("Enter");
  await expect(page.getByLabel(/^reads today/)).toHaveAttribute("aria-invalid", "true");
  await page.getByLabel(/^reads today/).fill("61000 miles");
  await page.getByLabel(/^reads today/).press("Enter");
  // The odometer has it at once, and the visit of the day once the server has it.
  const read = page.getByText("98\u202f170\u00a0km");
  await expect(read.first()).toBeVisible();
  await saved(page);
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(read).toHaveCount(0);

  await page.getByRole("button", { name: "Into the bin", exact: true }).click();
  await expect(page.getByRole("dialog")).toContainText("2 jobs");
  await page.getByRole("button", { name: /Put it and 2 jobs into the bin/ }).click();
  await expect(page.getByRole("heading", { name: "Vehicles" })).toBeVisible();
  await saved(page);
  await page.goto("/shop");
  await page.getByRole("button", { name: "Restore SI 0958" }).click();
  await page.getByRole("button", { name: /^Restore Job 219/ }).click();
  await saved(page);
  await page.goto("/yard");
  await expect(page.getByRole("link", { name: "Dossier of SI 0958" })).toBeVisible();
});

test("the shop: inches first everywhere, people, single keys off", async ({ page }) => {
  await page.goto("/shop");
  await page.getByRole("combobox", { name: "units shown first" }).click();
  await page.getByTitle("inches, lb ft, lb").click();
  await page.getByLabel("Name of a person to add").fill("N. Oskerra");
  await page.keyboard.press("Enter");
  await expect(page.getByText("N. Oskerra", { exact: true })).toBeVisible();
  await page.getByRole("switch", { name: "Single-key shortcuts" }).click();
  await saved(page);

  await openJob(page, 214, "compare");
  await expect.poll(() => plain(page)).toMatch(/from 4\.10\d to 3\.36\d in/);
  await page.keyboard.press("4");
  await expect(page.getByText("lever in neutral")).toBeVisible();
  await openJob(page, 217, "fit");
  await expect.poll(() => plain(page)).toMatch(/Set the wrench to \d+\.\d lb ft/);

  await page.goto("/shop");
  await page.getByRole("switch", { name: "Single-key shortcuts" }).click();
  await page.getByRole("combobox", { name: "units shown first" }).click();
  await page.getByTitle("mm, N m, kg").click();
  await saved(page);
});

test("rehearse: a hidden fault, tests that cost minutes, and what the best order would have cost", async ({ page }) => {
  await page.goto("/desk/rehearse");
  await expect(answer(page)).toContainText("0 min so far");
  await page.getByRole("button", { name: "Do: Pry at each mount" }).click();
  await expect(answer(page)).toContainText("15 min so far");
  await expect(page.getByText(/^(yes|no): Left mount opens/)).toBeVisible();
  await page.getByRole("button", { name: "It is: Tail mount at the gearbox" }).click();
  await expect
    .poll(() => plain(page))
    .toMatch(/^(Found: |Not that one\. It was: ).*You took 15 min; the best order takes \d+/);
  await page.getByLabel("case").fill("0");
  await page.getByLabel("case").press("Enter");
  await expect(page.getByRole("alert")).toContainText(/a whole number 1 to 10\s000/);
  await page.getByLabel("case").press("Escape");
  await page.getByRole("button", { name: "Next case" }).click();
  await expect(answer(page)).toContainText("0 min so far");
});

test("desk tools: torque text, measurement, and a bench taken into a job", async ({ page }) => {
  await page.goto("/desk");
  await page.getByRole("link", { name: /Torque text/ }).click();
  await page.getByLabel("Torque as it is written").fill("26 lb-ft + 90 deg");
  await expect.poll(() => plain(page)).toBe("35.25 N m, then turn 90° further. That is 26.00 lb ft.");
  await page.getByLabel("Torque as it is written").fill("40 Nmm");
  await expect(answer(page)).toContainText("At “m”: expected");
  await page.getByRole("button", { name: "150 in-lb" }).click();
  await expect(page.getByRole("row", { name: /^lb in as written/ })).toContainText("150.0");

  await page.goto("/desk/measurement");
  await expect
    .poll(() => plain(page))
    .toContain("Example figures. 28.6 % shorter, between 27.7 and 29.4 %. The claim was not met.");
  await page.getByLabel("claim, if any").fill("28");
  await page.getByLabel("claim, if any").press("Enter");
  await expect(answer(page)).toContainText("may be met or not");
  await page.getByLabel("after 1").fill("5 7/32 in");
  await page.getByLabel("after 1").press("Enter");
  await expect(answer(page)).toContainText("within measuring error");
  await page.reload();
  await expect(page.getByLabel("after 1")).toHaveValue("5 7/32 in");

  await page.goto("/desk/throw-bench");
  await page.getByLabel("rail travels, each way").fill("11 mm");
  await page.getByLabel("rail travels, each way").press("Enter");
  const before = await plain(page);
  await page.getByLabel("below pivot").fill("80 mm");
  await page.getByLabel("below pivot").press("Enter");
  await expect.poll(() => plain(page)).not.toBe(before);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect.poll(() => plain(page)).toBe(before);
  await page.getByRole("button", { name: "Take into a job" }).click();
  await page
    .getByRole("dialog")
    .getByRole("button", { name: /SI 0007.*job 217/ })
    .click();
  await expect(page.getByRole("tab", { name: /Compare/ })).toHaveAttribute("aria-selected", "true");
  await expect(page.getByRole("button", { name: /Short lever/ }).first()).toBeVisible();
});
