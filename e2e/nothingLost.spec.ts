import { expect, test, type BrowserContext, type Page } from "./test";
import sharp from "sharp";
import { openJob, saved } from "./yard";

const verdict = (page: Page) => page.getByLabel("What is left of the complaint, in a few words");
const status = (page: Page) => page.getByRole("status").first();
const writes = "**/api/changes";

/** What the server has of a job's verdict. */
async function kept(page: Page): Promise<string> {
  const id = /jobs\/([^/]+)/.exec(page.url())?.[1] ?? "";
  const { job } = (await (await page.request.get(`/api/jobs/${id}`)).json()) as { job: { verdict: string } };
  return job.verdict;
}

test("text is saved while it is typed, and by a reload in mid-word", async ({ page }) => {
  await openJob(page, 211, "prove");
  await verdict(page).fill("");
  await verdict(page).pressSequentially("Better at the lights");
  await expect.poll(() => kept(page)).toBe("Better at the lights");
  await expect(verdict(page)).toBeFocused();
  await verdict(page).pressSequentially(", still a knock");
  await page.reload();
  await expect(verdict(page)).toHaveValue("Better at the lights, still a knock");
  await saved(page);
  expect(await kept(page)).toBe("Better at the lights, still a knock");
});

test("a line that is not added yet is there again after a look elsewhere and a reload", async ({ page }) => {
  await openJob(page, 215, "plan?tool=lists");
  const line = page.getByLabel("Add a step: what to do");
  await line.fill("Look at the boot ring");
  await page.getByRole("tab", { name: /Fit/ }).click();
  await page.getByRole("tab", { name: /Plan/ }).click();
  await page.getByRole("link", { name: "Parts, steps, fasteners" }).click();
  await expect(line).toHaveValue("Look at the boot ring");
  await page.reload();
  await expect(line).toHaveValue("Look at the boot ring");
  await line.fill("");
});

async function twoTabs(context: BrowserContext): Promise<[Page, Page]> {
  const [left, right] = [await context.newPage(), await context.newPage()];
  await openJob(left, 216, "prove");
  await openJob(right, 219, "prove");
  return [left, right];
}

test("two tabs without a connection keep each other's edits; the one left open sends both", async ({ context }) => {
  const [left, right] = await twoTabs(context);
  await context.route(writes, (route) => route.abort());
  await verdict(left).fill("From the left tab");
  await verdict(right).fill("From the right tab");
  await expect(status(left)).toContainText("2 edits waiting: no connection");
  await expect(status(right)).toContainText("2 edits waiting: no connection");
  await left.close();
  await context.unroute(writes);
  await right.evaluate(() => window.dispatchEvent(new Event("online")));
  await saved(right);
  await openJob(right, 216, "prove");
  await expect(verdict(right)).toHaveValue("From the left tab");
  await openJob(right, 219, "prove");
  await expect(verdict(right)).toHaveValue("From the right tab");
});

test("a lost answer costs nothing that was typed after it", async ({ page }) => {
  await openJob(page, 211, "prove");
  let lose = true;
  await page.route(writes, async (route) => {
    const answer = await route.fetch();
    if (lose) await route.abort();
    else await route.fulfill({ response: answer });
  });
  await verdict(page).fill("Slop");
  await expect.poll(() => kept(page)).toBe("Slop");
  await verdict(page).fill("Slop gone");
  await expect(status(page)).toContainText("waiting: no connection");
  lose = false;
  await page.evaluate(() => window.dispatchEvent(new Event("online")));
  await saved(page);
  await expect.poll(() => kept(page)).toBe("Slop gone");
});

test("a browser that stores nothing still saves, and says that it stores nothing", async ({ page }) => {
  await page.addInitScript(() => {
    const forbidden = (): never => {
      throw new DOMException("forbidden", "SecurityError");
    };
    Object.defineProperty(window, "indexedDB", { get: forbidden });
    Storage.prototype.setItem = forbidden;
    Storage.prototype.getItem = forbidden;
  });
  await openJob(page, 211, "prove");
  await verdict(page).fill("Kept in this tab only");
  await expect.poll(() => kept(page)).toBe("Kept in this tab only");
  await expect(status(page)).toContainText("the browser stores nothing");
  await page.route(writes, (route) => route.abort());
  await verdict(page).fill("Kept in this tab only, for now");
  await expect(status(page)).toContainText("keep this tab open");
  await expect(verdict(page)).toHaveValue("Kept in this tab only, for now");
  await page.unroute(writes);
  await page.evaluate(() => window.dispatchEvent(new Event("online")));
  await expect.poll(() => kept(page)).toBe("Kept in this tab only, for now");
});

test("a stage that cannot be fetched says so and opens by itself later", async ({ page }) => {
  await page.route(/assets\/plan-.*js/, (route) => route.abort());
  await openJob(page, 215, "fit");
  await page.route("**/api/shop", (route) => route.abort());
  await page.getByRole("tab", { name: /Plan/ }).click();
  await expect(page.getByText("No connection, and this screen was not opened before.")).toBeVisible();
  await page.unroute(/assets\/plan-.*js/);
  await page.unroute("**/api/shop");
  await expect(page.getByRole("group", { name: "The day, by place" })).toBeVisible();
});

test("every stage works without a connection once the page has been open for a moment", async ({ page }) => {
  // The moment is over when the last of the stages has come, however busy the machine is.
  const come = Promise.all(
    ["plan", "fit", "prove"].map((name) =>
      page.waitForResponse((r) => new RegExp(`assets/${name}-.*\\.js`).test(r.url()), { timeout: 60_000 }),
    ),
  );
  await openJob(page, 215, "ask");
  await come;
  await page.waitForLoadState("networkidle");
  await page.route("**/assets/**", (route) => route.abort());
  for (const [stage, sign] of [
    ["Plan", page.getByRole("group", { name: "The day, by place" })],
    ["Fit", page.getByRole("region", { name: "Answer" })],
    ["Prove", verdict(page)],
  ] as const) {
    await page.getByRole("tab", { name: new RegExp(stage) }).click();
    await expect(sign).toBeVisible();
  }
});

test("a photo taken without a connection is kept through a reload and sent later", async ({ page }) => {
  await openJob(page, 219, "gauge");
  const card = page.getByRole("region", { name: "Knob height" });
  await expect(card).toBeVisible();
  const first = card.getByLabel("first reading");
  if (await first.isVisible()) {
    await first.fill("341 mm");
    await first.press("Enter");
  }
  await saved(page);
  await page.route("**/api/photos", (route) => route.abort());
  const buffer = await sharp({ create: { width: 64, height: 48, channels: 3, background: "#864" } })
    .jpeg()
    .toBuffer();
  await card.getByLabel(/^Photo file of/).setInputFiles({ name: "worn ball.jpg", mimeType: "image/jpeg", buffer });
  await expect(page.getByText("worn ball.jpg: kept here, sent when there is a connection")).toBeVisible();
  await page.reload();
  await expect(page.getByText("worn ball.jpg: kept here, sent when there is a connection")).toBeVisible();
  await page.unroute("**/api/photos");
  await page.evaluate(() => window.dispatchEvent(new Event("online")));
  await expect(card.getByRole("img", { name: /worn ball\.jpg/ })).toBeVisible();
  await saved(page);
});

test("damaged entries in storage are put aside, edits of another shop wait, and the page goes on", async ({ page }) => {
  await page.goto("/yard");
  await expect(page.getByRole("heading", { name: "Yard" })).toBeVisible();
  await page.evaluate(async () => {
    localStorage.setItem("ash-lever.waiting", '{"pending":[{"kind":"change","request":{"operations":7}}]}');
    const open = indexedDB.open("ash-lever");
    const db = await new Promise<IDBDatabase>((resolve) => (open.onsuccess = () => resolve(open.result)));
    const store = db.transaction("waiting", "readwrite").objectStore("waiting");
    store.put({ key: "00000000000000000000000001", kind: "change" });
    const other = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
    store.put({
      key: "00000000000000000000000002",
      tab: "",
      queuedAt: new Date().toISOString(),
      sent: false,
      trouble: null,
      kind: "change",
      request: {
        id: other,
        personId: null,
        station: other,
        shopId: other,
        scope: "shop",
        label: "Owner of T 1",
        operations: [{ op: "create", resource: "vehicle", id: other, data: { tag: "T 1" } }],
      },
    });
    await new Promise((resolve) => (store.transaction.oncomplete = resolve));
    db.close();
  });
  await page.reload();
  await expect(page.getByRole("heading", { name: "Yard" })).toBeVisible();
  await expect(status(page)).toContainText("1 edit for another shop");
  await expect(status(page)).toContainText("2 edits could not be read");
  await page.getByRole("button", { name: "Show", exact: true }).click();
  const dialog = page.getByRole("dialog", { name: "Not saved yet" });
  await expect(dialog.getByText("Owner of T 1")).toBeVisible();
  await dialog.getByRole("button", { name: "Leave it out" }).click();
  // Asked once more: nobody loses an edit by a slip.
  await page.getByRole("tooltip").getByRole("button", { name: "Leave it out" }).click();
  await expect(dialog.getByText("Owner of T 1")).toHaveCount(0);
  for (let left = 2; left > 0; left--) {
    await expect(dialog.getByRole("button", { name: "Remove" })).toHaveCount(left);
    await dialog.getByRole("button", { name: "Remove" }).first().click();
  }
  await expect(dialog.getByText("Nothing is waiting.")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(status(page)).toHaveText(/^(Saved|All saved)/);
});
