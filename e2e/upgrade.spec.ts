import { ulid } from "ulid";
import { OwnProgram } from "./ownProgram";
import { expect, test, type Page } from "./test";
import { doStep } from "./work";

test.use({ serviceWorkers: "allow" });

const controlled = (page: Page) =>
  expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
const status = (page: Page) => page.locator(".saved").first();

test("a newer version comes with one reload, and a tab left open keeps what waits and asks to be loaded", async ({
  page,
}) => {
  const program = await OwnProgram.open();
  try {
    await page.goto(`${program.address}/shop`);
    // The first visit is kept at once.
    await controlled(page);
    const name = page.getByLabel("name, as printed on the record");
    await page.route("**/api/changes", (route) => route.abort());
    await name.fill("Skerrin Isles Carriage Shed");
    await name.press("Enter");
    await expect(status(page)).toContainText("1 edit waiting");

    const second = program.upgrade();
    await page.evaluate(() => window.dispatchEvent(new Event("online")));
    await expect(page.getByText("A newer version is here. Load it; nothing is lost.")).toBeVisible();
    await page.getByRole("button", { name: "Load the newer version" }).click();
    await expect(page.locator("html")).toHaveAttribute("data-version", second);
    await expect(status(page)).toContainText("1 edit waiting");
    await page.unroute("**/api/changes");
    await page.evaluate(() => window.dispatchEvent(new Event("online")));
    await expect(status(page)).toContainText("Saved");
    const { shop } = (await (await page.request.get(`${program.address}/api/shop`)).json()) as {
      shop: { name: string };
    };
    expect(shop.name).toBe("Skerrin Isles Carriage Shed");

    const third = program.upgrade();
    await page.reload();
    await expect(page.locator("html")).toHaveAttribute("data-version", third);
  } finally {
    await program.close();
  }
});

test("opened without the program a page says as of when it is, and what was acknowledged is in it", async ({
  page,
}) => {
  const program = await OwnProgram.open();
  try {
    const [vehicle, job, first, second] = [ulid(), ulid(), ulid(), ulid()];
    const create = (resource: string, id: string, data: object) => ({ op: "create", resource, id, data });
    const made = await page.request.post(`${program.address}/api/changes`, {
      data: {
        id: ulid(),
        scope: "shop",
        label: "work",
        operations: [
          create("vehicle", vehicle, { tag: "SI 0311" }),
          create("job", job, { vehicleId: vehicle, complaint: "Slop." }),
          create("step", first, { jobId: job, text: "Knob off", position: 1 }),
          create("step", second, { jobId: job, text: "Boot off", position: 2 }),
        ],
      },
    });
    expect(made.status()).toBe(200);
    await page.goto(`${program.address}/shop`);
    await controlled(page);
    await page.goto(`${program.address}/jobs/${job}/bay`);
    await expect(page.locator("h1")).toHaveText("Knob off");
    await doStep(page);
    await expect(page.locator("h1")).toHaveText("Boot off");
    await expect(status(page)).toContainText(/Saved/);
    await program.end();
    await page.goto(`${program.address}/jobs/${job}/bay`);
    await expect(status(page)).toContainText(/As read at \d\d:\d\d, no connection/);
    // The first open step is the second one: what was done is not shown as undone.
    await expect(page.locator("h1")).toHaveText("Boot off");
    await program.start();
    await expect(status(page)).toContainText(/All saved|Saved/, { timeout: 40_000 });
    await expect(page.locator("h1")).toHaveText("Boot off");
  } finally {
    await program.close();
  }
});
