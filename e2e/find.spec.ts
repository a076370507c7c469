import { expect, test } from "./test";
import { answer, openJob, plain, saved } from "./yard";

test("a wish that cannot be had says why and what can; the lever that would do goes to the bench", async ({ page }) => {
  await openJob(page, 221, "compare");
  await page.getByRole("link", { name: "Find" }).click();
  // The shop's wish for this car cannot be had, and the list says which lever comes nearest.
  await expect.poll(() => plain(page)).toMatch(/^45 % is not possible here: .*\. \d+(\.\d)? % is, with the pin/);
  const list = page.getByRole("table", { name: "Levers that can be bought" });
  await expect(list.getByRole("row", { name: /passes, nearest/ })).toHaveCount(1);
  await expect(list.getByRole("row", { name: /too near the prop shaft/ })).toHaveCount(1);
  const drawn = page.waitForEvent("download");
  await page.getByRole("link", { name: "Drawing PDF" }).click();
  expect((await drawn).suggestedFilename()).toBe("lever.pdf");
  const wish = page.getByLabel("wish, shorter by");
  await wish.fill("60");
  await wish.press("Enter");
  await expect.poll(() => plain(page)).toMatch(/^60 % is not possible here: .*\. \d+(\.\d)? % is, with the pin/);
  await wish.fill("much");
  await wish.press("Enter");
  await expect(wish).toHaveAttribute("aria-invalid", "true");
  await wish.fill("25");
  await wish.press("Enter");
  await expect.poll(() => plain(page)).toMatch(/^25 % shorter is possible/);
  const map = page.getByRole("slider", { name: /Lever on the map/ });
  await map.focus();
  for (let i = 0; i < 40; i += 1) await page.keyboard.press("ArrowUp");
  await expect(page.getByRole("button", { name: "Put it on the bench" })).toBeDisabled();
  await page.reload();
  await expect.poll(() => plain(page)).toMatch(/^25 % shorter is possible/);
  await page.getByRole("button", { name: "Put it on the bench" }).click();
  await saved(page);
  await page.getByRole("link", { name: "Throw" }).click();
  await page
    .getByRole("button", { name: /Made to measure, 25 %/ })
    .first()
    .click();
  await expect(answer(page)).toContainText("25");
  await expect(page.getByRole("region", { name: "How sure" })).toContainText(/shorter, \d+ to \d+/);
});
