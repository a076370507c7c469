import type { Page } from "@playwright/test";
import { expect, test } from "./test";
import { openJob, plain, saved } from "./yard";

/** Where the signs of a lever's points stand in the flat picture, in its own millimetres. */
const signs = (page: Page) =>
  page.locator("[role=button][aria-label*='lever: drag']").evaluateAll((list) =>
    list.map((g) => {
      const [x, y] = (g.getAttribute("transform") ?? "").match(/-?[\d.]+/g)!.map(Number);
      return { label: g.getAttribute("aria-label") ?? "", x, y };
    }),
  );

/** Clicks a place of the flat picture. */
async function clickAt(page: Page, x: number, y: number): Promise<void> {
  const at = await page.getByRole("group", { name: /The picture laid flat/ }).evaluate(
    (svg, [px, py]) => {
      const p = new DOMPoint(px, py).matrixTransform((svg as SVGSVGElement).getScreenCTM()!);
      return [p.x, p.y];
    },
    [x, y] as const,
  );
  await page.mouse.click(at[0], at[1]);
}

test("the demo's picture: both answers agree, the corner is moved and put back, the lens counts", async ({ page }) => {
  await openJob(page, 221, "gauge");
  await page.getByRole("link", { name: "Photo" }).click();
  // In truth 1 - (262/88)/(300/70) = 30.5 %.
  await expect.poll(() => plain(page)).toMatch(/^(29\.[89]|30\.\d|31\.[012]) % less throw, ±0\.\d\./);
  const ledger = page.getByRole("complementary", { name: "What the picture comes to" });
  await expect(ledger.getByText("agrees")).toBeVisible();
  await expect(ledger).toContainText("4 of 4");
  await page.getByRole("button", { name: "Corners of the sheet" }).click();
  const lens = page.getByRole("slider", { name: /Magnified place/ });
  await lens.focus();
  for (let i = 0; i < 5; i += 1) await page.keyboard.press("Shift+ArrowLeft");
  await expect(page.getByText("moved 5.0 px")).toBeVisible();
  await page.getByRole("button", { name: "As it was found" }).click();
  await expect(page.getByText("as it was found")).toBeVisible();
  await saved(page);
  await page.getByRole("button", { name: "Calculation" }).click();
  await expect(page.getByRole("dialog")).toContainText("Hartley and Zisserman");
});

test("as a new user: the sheet printed, a picture taken in and clicked, within a millimetre of the truth", async ({
  page,
}) => {
  // The picture of job 221, as if a phone had just taken it.
  await openJob(page, 221, "gauge");
  await page.getByRole("link", { name: "Photo" }).click();
  await expect.poll(() => plain(page)).toContain("less throw");
  const points = await signs(page);
  expect(points).toHaveLength(6);
  const whole = await page.evaluate(async () => {
    const image = document.querySelector("image")!.getAttribute("href")!;
    const bytes = await (await fetch(image.replace(/\/flat.*/, ""))).arrayBuffer();
    return [...new Uint8Array(bytes)];
  });

  await openJob(page, 219, "gauge");
  await page.getByRole("link", { name: "Photo" }).click();
  const sheet = await page.request.get("/api/measuring-sheet/A3");
  expect((await sheet.body()).subarray(0, 5).toString()).toBe("%PDF-");
  const file = page.getByLabel("Photograph of the levers on the sheet");
  // What is no picture says so and nothing is lost.
  await file.setInputFiles({ name: "notes.jpg", mimeType: "image/jpeg", buffer: Buffer.from("ftypnothing") });
  await expect(page.getByRole("alert")).toContainText("Accepted: a picture");
  const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from("ftypheic0000mif1")]);
  await file.setInputFiles({ name: "photo.heic", mimeType: "image/heic", buffer: heic });
  await expect(page.getByRole("alert")).toContainText("set the phone’s camera to JPEG");
  await file.setInputFiles({ name: "levers.jpg", mimeType: "image/jpeg", buffer: Buffer.from(whole) });
  await expect.poll(() => plain(page), { timeout: 20_000 }).toMatch(/^Click the pivot of the old lever/);
  for (const part of ["old", "new"]) {
    for (const name of ["pivot", "pin", "knob"]) {
      const { x, y } = points.find((p) => p.label.startsWith(`${name}, ${part}`))!;
      await expect.poll(() => plain(page)).toContain(`Click the ${name} of the ${part} lever`);
      await clickAt(page, x, y);
    }
  }
  await expect.poll(() => plain(page)).toMatch(/^(29|30|31)\.\d % less throw/);
  const ledger = page.getByRole("complementary", { name: "What the picture comes to" });
  await expect(ledger).toContainText("The lens is not known");
  await expect(ledger).toContainText("Points are set by hand on a picture shown small.");
  const enter = async (label: string, text: string): Promise<void> => {
    const field = ledger.getByLabel(label);
    await field.fill(text);
    await field.press("Enter");
  };
  await enter("lens, as on 35 mm film", "28");
  await enter("old lever above sheet", "12");
  await enter("new lever above sheet", "12");
  await expect(ledger).not.toContainText("The lens is not known");
  const lengths = await ledger
    .getByRole("row", { name: /from pivot/ })
    .evaluateAll((rows) => rows.map((r) => Number(r.textContent!.match(/(\d+\.\d)(?=±)/)![1])));
  [70, 300, 88, 262].forEach((truth, i) => expect(Math.abs(lengths[i] - truth)).toBeLessThan(1));
  await page.getByRole("button", { name: "Put on the throw bench" }).click();
  await expect(page).toHaveURL(/compare/);
  await saved(page);
  await expect(page.getByRole("button", { name: /New lever, by photo/ }).first()).toBeVisible();
});
