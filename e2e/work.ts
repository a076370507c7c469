import { randomInt } from "node:crypto";
import { expect, type Page } from "./test";
import { answer } from "./yard";

const ULID_LETTERS = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
const ulid = (): string => `01KBEE${Array.from({ length: 20 }, () => ULID_LETTERS[randomInt(32)]).join("")}`;

type Operation = Record<string, unknown>;

/** One change through the program's own endpoint, as another screen of the shop would make it. */
export async function change(page: Page, scope: string, operations: Operation[]): Promise<void> {
  const response = await page.request.post("/api/changes", {
    data: { id: ulid(), scope, label: "From the other screen", operations, personId: null, correction: null },
  });
  expect(response.ok(), await response.text()).toBe(true);
}

/** A new vehicle with an open job; gives the job's id. */
export async function newJob(page: Page, tag: string, shifterKind: string, complaint: string): Promise<string> {
  const [vehicleId, jobId] = [ulid(), ulid()];
  await change(page, "shop", [
    { op: "create", resource: "vehicle", id: vehicleId, data: { tag, make: "Tolgarth", model: "5", shifterKind } },
    { op: "create", resource: "job", id: jobId, data: { vehicleId, complaint, openedAt: new Date().toISOString() } },
  ]);
  return jobId;
}

/** Plans a job by the kind of this title, and takes the best order found. */
export async function planAs(page: Page, jobId: string, title: string, option?: RegExp): Promise<void> {
  await page.goto(`/jobs/${jobId}/plan`);
  const kinds = page.getByRole("region", { name: "Kinds of job" });
  await kinds.getByRole("button").first().waitFor();
  const all = kinds.getByRole("button", { name: /^Show all/ });
  if (await all.isVisible()) await all.click();
  // One tap takes the place of what was proposed.
  await kinds.getByRole("button", { name: title }).and(kinds.locator("[aria-pressed]")).click();
  await expect(answer(page)).toContainText(title);
  if (option) await page.getByRole("radio", { name: option }).check();
  await page.getByRole("button", { name: "Plan it this way" }).click();
  await expect(page.getByRole("group", { name: "The day, by place" })).toBeVisible();
  const use = page.getByRole("button", { name: "Use this order" });
  await expect(answer(page)).toContainText("Ready by");
  if (await use.isVisible()) {
    await use.click();
    await expect(answer(page)).toContainText("This is the best order found.");
  }
}

/** Does the step in hand: begins it, answers all it asks, and is done with it. */
export async function doStep(page: Page): Promise<void> {
  const begin = page.getByRole("button", { name: /^Begin/ });
  const done = page.getByRole("button", { name: /^Done/ });
  await begin.or(done).first().waitFor();
  const text = await page.locator("h1").textContent();
  if (await begin.isVisible()) await begin.click();
  for (const field of await page.getByLabel(/: what it is$/).all()) await field.fill("as found");
  // What it measures is typed in the step; an unusual figure is kept when it is asked for once more.
  for (const row of await page.getByRole("group", { name: /^Measure: / }).all()) {
    if (!(await row.getByText("not taken yet").isVisible())) continue;
    const field = row.getByRole("textbox");
    await field.fill((await field.getAttribute("placeholder")) ?? "1 mm");
    await row.getByRole("button").click();
    const sure = row.getByRole("button", { name: "It is right" });
    if (await sure.isVisible()) await sure.click();
    await expect(row.getByText(/^taken: /)).toBeVisible();
  }
  // Each push takes its slot out of those that are open.
  const open = page.getByRole("switch", { checked: false });
  for (let left = await open.count(); left > 0; left -= 1) await open.first().click();
  await done.click();
  const early = page.getByRole("dialog", { name: "Before this step is done" });
  // The next step, the end, or the dialog follows; whoever reads on before that reads the step just done.
  const heading = page.locator("h1");
  const again = page.getByRole("button", { name: "Open again" });
  const movedOn = async (): Promise<boolean> => (await heading.textContent()) !== text || (await again.isVisible());
  await expect.poll(async () => (await movedOn()) || (await early.isVisible())).toBe(true);
  if (await early.isVisible()) {
    const why = early.getByLabel(/, because$/);
    if (await why.isVisible()) await why.fill("tried by hand, all is well");
    await early.getByRole("button", { name: /^Done/ }).click();
  }
  await expect.poll(movedOn).toBe(true);
}

interface Signable {
  id: string;
  version: number;
  count: number;
  loadNeeded: "any" | "rideHeight";
}

/** All groups of a job get a value from a sheet and are signed, as the torque board does. */
export async function signAll(page: Page, jobId: string): Promise<void> {
  const view = (await (await page.request.get(`/api/jobs/${jobId}`)).json()) as {
    vehicle: { id: string; version: number };
    torqueGroup: Signable[];
  };
  const scope = `job:${jobId}`;
  // A kind that only undoes clips has nothing to sign.
  if (!view.torqueGroup.length) return;
  await change(
    page,
    scope,
    view.torqueGroup.map((g) => ({
      op: "update",
      resource: "torqueGroup",
      id: g.id,
      version: g.version,
      data: {
        specTyped: "22 Nm",
        specSource: "Tolgarth sheet 8",
        specOrigin: "specified",
        reuse: "reuse",
        twoPeople: false,
        passes: [{ name: "100 %", pct: 100 }],
      },
    })),
  );
  const sign = (groups: Signable[]): Operation[] =>
    groups.flatMap((g) =>
      Array.from({ length: g.count }, (_, i) => ({
        op: "create",
        resource: "signature",
        id: ulid(),
        data: {
          jobId,
          groupId: g.id,
          bolt: i + 1,
          pass: "100 %",
          reading: { typed: "22 Nm", base: 22 },
          at: new Date().toISOString(),
          load: ["onWheels"],
        },
      })),
    );
  // It comes down only with its critical bolts signed; those of ride height are signed once it is down.
  const load = { now: ["onWheels"], at: null, by: null };
  await change(page, scope, [
    ...sign(view.torqueGroup.filter((g) => g.loadNeeded === "any")),
    { op: "update", resource: "vehicle", id: view.vehicle.id, version: view.vehicle.version, data: { load } },
    ...sign(view.torqueGroup.filter((g) => g.loadNeeded === "rideHeight")),
  ]);
}
