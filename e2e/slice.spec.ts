import { expect, test } from "./test";
import { answer, plain, saved } from "./yard";
import { takePin } from "../tests/browser/pin";

// Common practice, no source: 5 1/4 in before, 3 3/4 in after, tape to 1/16 in, a claim of 45 %.
test("from complaint to record: a new vehicle, by mouse", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: /No user selected/ }).click();
  await page.getByRole("button", { name: /E. Corrow/ }).click();

  await page.getByRole("button", { name: "Open a job" }).click();
  await page.getByRole("textbox", { name: "Tag, owner, model or job number" }).last().fill("SI 1201");
  await page.getByRole("button", { name: "It is a new vehicle" }).click();
  const dialog = page.getByRole("dialog", { name: "Open a job" });
  await dialog.getByLabel("owner").fill("Velkin Farm");
  await dialog.getByLabel("make").fill("Tolgarth");
  await dialog.getByLabel("model").fill("5");
  await dialog.getByLabel("what the driver says").fill("The lever stirs like porridge.");
  await dialog.getByRole("button", { name: "Open the job", exact: true }).click();

  await expect(page.getByRole("heading", { name: "Tolgarth 5" })).toBeVisible();
  await page.getByRole("button", { name: /^Neutral cannot be told from a gear/ }).click();
  await expect(
    page.getByRole("button", { name: "Neutral cannot be told from a gear: present", exact: true }),
  ).toBeVisible();
  await page.getByRole("button", { name: /^Jumps out of gear/ }).click();
  await page.getByRole("button", { name: /^Jumps out of gear/ }).click();
  await expect(answer(page)).toContainText(/^Next: /);

  await page.getByRole("tab", { name: /Gauge/ }).click();
  const throwCard = page.getByRole("region", { name: /^Throw at the knob/ });
  await throwCard.getByLabel("first reading").fill("5 1/4 in");
  await expect(throwCard.getByText("= 133.4 mm")).toBeVisible();
  await throwCard.getByLabel("first reading").press("Enter");
  await throwCard.getByLabel("resolution").fill("1/16 in");
  await throwCard.getByLabel("resolution").press("Enter");
  await expect(throwCard).toContainText("133.4 mm");
  await page.getByRole("region", { name: "Free play, fore and aft" }).getByLabel("first reading").fill("1/2 in");
  await page.keyboard.press("Enter");
  await expect(answer(page)).toContainText("Two readings still to take");

  await page.getByRole("tab", { name: /Compare/ }).click();
  await page.getByRole("button", { name: "Begin with a usual lever and correct it" }).click();
  await expect(page.getByRole("button", { name: "Knob: drag, or arrows to move" })).toBeVisible();
  await page.getByRole("button", { name: "Add a lever to compare" }).click();
  await expect(answer(page)).toContainText("Lever 2");
  const before = await plain(page);
  // Drag the pin of the candidate 40 px down: a longer arm, a shorter throw.
  const [x, y] = await takePin(page);
  await page.mouse.move(x, y + 20, { steps: 4 });
  await expect.poll(() => plain(page)).not.toBe(before);
  await page.mouse.move(x, y + 40, { steps: 4 });
  await page.mouse.up();
  await page.getByLabel("maker’s claim").fill("45");
  await page.getByLabel("maker’s claim").press("Enter");
  await expect.poll(() => plain(page)).toContain("The maker claims 45 %");
  await page.getByRole("button", { name: "3rd", exact: true }).click();
  await expect(page.getByText("lever in 3rd")).toBeVisible();
  await page.getByRole("button", { name: "Calculation", exact: true }).click();
  await expect(page.getByRole("dialog")).toContainText("slider-crank");
  await page.getByRole("dialog").getByRole("button", { name: "Close" }).click();
  // Nobody has measured it: why it is fitted all the same goes on the record.
  await page.getByRole("button", { name: /^Fit this lever/ }).click();
  const asked = page.getByRole("dialog", { name: /^Fit this lever/ });
  await asked.getByLabel("Why it is fitted all the same").fill("ordered, it comes on Friday");
  await asked.getByRole("button", { name: "Fit this lever for this reason" }).click();
  await expect(page.getByRole("button", { name: "Undo the choice" })).toBeVisible();

  await page.getByRole("tab", { name: /Plan/ }).click();
  await page.getByRole("link", { name: "Parts, steps, fasteners" }).click();
  await expect(page.getByRole("region", { name: "Parts" })).toContainText("Lever 2");
  await page.getByLabel("Add a torque group: where it is").fill("Shifter to tunnel");
  await page.keyboard.press("Enter");
  const groups = page.getByRole("region", { name: "Torque groups" });
  await groups.getByLabel("specification, as written").fill("13 ft-lb");
  await expect(groups.getByText("= 17.6 N m")).toBeVisible();
  await groups.getByLabel("specification, as written").press("Enter");
  await groups.getByRole("textbox", { name: "fasteners" }).fill("2");
  await groups.getByRole("textbox", { name: "fasteners" }).press("Enter");
  await groups.getByLabel("passes").fill("snug, 100 %");
  await groups.getByLabel("passes").press("Enter");
  await saved(page);

  await page.getByRole("tab", { name: /Fit/ }).click();
  await page.getByRole("button", { name: "Sign bolt 1, snug" }).click();
  await page.getByRole("button", { name: "Sign bolt 2, snug" }).click();
  for (const key of ["1", "7", ".", "5"]) await page.getByRole("button", { name: key, exact: true }).click();
  await expect(page.getByText("Inside 15.9 to 19.4 N m")).toBeVisible();
  await page.getByRole("button", { name: "Sign bolt 1", exact: true }).click();
  await page.getByLabel("Wrench reading of bolt 2, N m").fill("17.8");
  await page.keyboard.press("Enter");
  await expect(answer(page)).toContainText("Shifter to tunnel is done.");

  await page.getByRole("tab", { name: /Prove/ }).click();
  await page
    .getByRole("region", { name: /^Throw at the knob/ })
    .getByLabel("first reading")
    .fill("3 3/4 in");
  await page.keyboard.press("Enter");
  await expect.poll(() => plain(page)).toContain("28.6 % shorter from third to fourth, between 27.7 and 29.4 %");
  expect(await plain(page)).toContain("The claim of 45 % was not met.");
  await page.getByLabel(/What is left of the complaint/).fill("Slop gone.");
  await page.getByLabel(/What is left of the complaint/).blur();
  await saved(page);
  await page.getByRole("button", { name: "Print the record" }).click();
  const sheet = page.getByRole("article");
  await expect(sheet).toContainText("5 1/4");
  const text = ((await sheet.textContent()) ?? "").replace(/[\u202f\u00a0]/g, " ");
  expect(text).toContain("28.6 % shorter");
  expect(text).toContain("between 27.7 and 29.4 %");
  expect(text).toContain("The claim of 45 % was not met");
  expect(text).toContain("Slop gone.");
  expect(text).toMatch(/bolt 1: 17\.5.N.m, bolt 2: 17\.8.N.m/);
  // What is printed leaves the program's own furniture away.
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("navigation", { name: "Places" })).toBeHidden();
  expect((await page.pdf()).byteLength).toBeGreaterThan(10_000);
});
