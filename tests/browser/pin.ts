import type { Page } from "playwright-core";

/** Takes the pin of the throw bench with the mouse, which stays down, and says where it was taken, px. */
export async function takePin(page: Page): Promise<[x: number, y: number]> {
  const box = await page.getByRole("button", { name: "Pin: drag, or arrows to move" }).boundingBox();
  if (!box) throw new Error("the pin is not drawn");
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  return [x, y];
}
