import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "./test";
import { doStep, newJob, planAs, signAll } from "./work";

/*
 * Each of the 21 kinds of job: planned by its template in the order found, done step by step in the bay with every
 * mark, bag and plug answered, torqued, and printed. Two or three kinds a test, so that they share the time.
 */
const folder = join(import.meta.dirname, "../domain/templates/kinds");

/** What these tests read of a kind's file. */
interface Kind {
  id: string;
  title: string;
  why: string;
  shifterKinds?: string[];
  groups?: { name: string }[];
  steps: { text: string; facts?: { caution?: string; marks?: { text: string }[] } }[];
}
const kinds = readdirSync(folder).map((name) => JSON.parse(readFileSync(join(folder, name), "utf8")) as Kind);

const GROUPS = [
  ["bracketBushes", "subframeBushes", "engineMounts"],
  ["leverLockout", "transferLever", "carrierMounts"],
  ["tailMount", "tailMountStuds", "turretRebuild"],
  ["selectorJoint", "remoteAssembly", "liftReverseLever"],
  ["remoteBracket", "shaftSeal", "turretStops"],
  ["cableShifter", "cableBushes", "torqueMount"],
  ["factoryShort", "fullRefresh", "floorShifter"],
];

test.use({ viewport: { width: 820, height: 1180 } });

test("all kinds are among those below", () => {
  expect(GROUPS.flat().sort()).toEqual(kinds.map((t) => t.id).sort());
});

for (const [at, ids] of GROUPS.entries()) {
  test(`from plan to record: ${ids.join(", ")}`, async ({ page }) => {
    test.setTimeout(360_000);
    for (const [k, id] of ids.entries()) {
      const kind = kinds.find((t) => t.id === id);
      if (!kind) throw new Error(`no kind "${id}"`);
      const job = await newJob(page, `K ${at}${k}`, kind.shifterKinds?.[0] ?? "rod", kind.why);
      await planAs(page, job, kind.title);
      await page.goto(`/jobs/${job}/bay`);
      let signed = false;
      for (let step = 1; step <= kind.steps.length; step += 1) {
        const now = page.locator("h1");
        await expect(now).toBeVisible();
        const text = await now.textContent();
        const known = kind.steps.find((s) => s.text === text);
        const facts = known?.facts;
        expect(known, `step "${text}" of ${id}`).toBeTruthy();
        // Its bolts hold a vehicle on its stands, and keep it from being driven.
        if (!signed && /^(Down on|First drive|Drive )/.test(text ?? "")) {
          await signAll(page, job);
          signed = true;
          await page.reload();
          await expect(now).toHaveText(text ?? "");
        }
        if (facts?.caution) await expect(page.getByRole("region", { name: "Caution" })).toContainText(facts.caution);
        await doStep(page);
      }
      await expect(page.getByRole("button", { name: "Open again" })).toBeVisible();
      if (!signed) await signAll(page, job);
      await page.reload();
      await page.getByRole("button", { name: "What did I leave?" }).click();
      const left = page.getByRole("dialog", { name: "What did I leave?" });
      await expect(left).toBeVisible();
      for (const open of ["Bags open", "Marks not answered", "Unplugged", "Torque not signed"]) {
        await expect(left.getByRole("heading", { name: open })).toHaveCount(0);
      }
      await page.goto(`/jobs/${job}/record`);
      const record = page.locator("article");
      await expect(record).toContainText("What was done");
      await expect(record).not.toContainText("Not ticked");
      for (const s of kind.steps) await expect(record).toContainText(s.text);
      for (const g of kind.groups ?? []) await expect(record).toContainText(g.name);
      for (const mark of kind.steps.flatMap((s) => s.facts?.marks ?? [])) await expect(record).toContainText(mark.text);
    }
  });
}
