import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "./test";
import { saved } from "./yard";
import { doStep, newJob, planAs, signAll } from "./work";

/*
 * Each of the 21 kinds of job: planned by its template in the order found, done step by step in the bay with every
 * mark, bag and plug answered, every caution shown, no gate crossed, torqued, and printed.
 */
const folder = join(import.meta.dirname, "../domain/templates/kinds");

interface Only {
  only: Record<string, string[]>;
  perSide?: boolean;
}

/** What these tests read of a kind's file. */
interface Kind {
  id: string;
  kind: number;
  title: string;
  why: string;
  applies: { shifter: string[] };
  choices: { key: string; options: { key: string; name: string }[] }[];
  sides: string[] | null;
  groups: (Only & { name: string; use: string })[];
  gates: { check: string; before: string[] }[];
  steps: (Only & { id: string; text: string; cautions: { text: string }[]; marks: { text: string }[] })[];
}
const kinds = readdirSync(folder).map((name) => JSON.parse(readFileSync(join(folder, name), "utf8")) as Kind);

/** A kind as it is planned where nothing is chosen: the first option of every choice. */
function asPlanned({ choices, sides, steps, groups }: Kind) {
  const chosen = new Map(choices.map((c) => [c.key, c.options[0].key]));
  const there = ({ only }: Only): boolean =>
    Object.entries(only).every(([k, list]) => list.includes(chosen.get(k) ?? ""));
  const side = sides && chosen.get("sides") === "both" ? sides : sides ? [chosen.get("sides") ?? sides[0]] : [];
  const names = <T extends Only>(list: T[], nameOf: (one: T) => string) =>
    list.filter(there).flatMap((one) =>
      (one.perSide && side.length ? side.map((s) => `${nameOf(one)}, ${s}`) : [nameOf(one)]).map((name) => ({
        name,
        one,
      })),
    );
  return {
    steps: names(steps, (s) => s.text),
    groups: names(
      groups.filter((g) => g.use !== "clip"),
      (g) => g.name,
    ),
  };
}

/** Steps that let the vehicle down, or drive it. */
const DOWN = /^(Lower it onto its wheels|Lower the vehicle|Drive it: )/;

test.use({ viewport: { width: 820, height: 1180 } });

test("there are twenty-one kinds", () => {
  expect(kinds.map((k) => k.kind).sort((a, b) => a - b)).toEqual(Array.from({ length: 21 }, (_, i) => i + 1));
});

for (const kind of kinds) {
  const { id } = kind;
  test(`from plan to record: ${id}`, async ({ page }) => {
    test.setTimeout(240_000);
    const planned = asPlanned(kind);
    const byText = new Map(planned.steps.map((s) => [s.name, s.one]));
    const job = await newJob(page, `K ${kind.kind}`, kind.applies.shifter[0] ?? "rod", kind.why);
    await planAs(page, job, kind.title);
    await page.goto(`/jobs/${job}/bay`);
    let signed = false;
    const order: string[] = [];
    for (let step = 1; step <= planned.steps.length; step += 1) {
      const now = page.locator("h1");
      await expect(now).toBeVisible();
      const text = (await now.textContent()) ?? "";
      const known = byText.get(text);
      expect(known, `step "${text}" of ${id}`).toBeTruthy();
      order.push(known?.id ?? "");
      // Its bolts hold a vehicle on its stands, and keep it from being driven.
      if (!signed && DOWN.test(text)) {
        await saved(page);
        await signAll(page, job);
        signed = true;
        await page.reload();
        await expect(now).toHaveText(text);
      }
      for (const c of known?.cautions ?? []) {
        await expect(page.getByRole("region", { name: "Caution" })).toContainText(c.text);
      }
      await doStep(page);
    }
    // No order crosses a gate of the kind: what is tried comes before what hides it.
    for (const gate of kind.gates) {
      for (const before of gate.before) {
        if (!order.includes(gate.check) || !order.includes(before)) continue;
        expect(order.lastIndexOf(gate.check), `${gate.check} before ${before}`).toBeLessThan(order.indexOf(before));
      }
    }
    await expect(page.getByRole("button", { name: "Open again" })).toBeVisible();
    await saved(page);
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
    for (const s of planned.steps) await expect(record).toContainText(s.name);
    for (const g of planned.groups) await expect(record).toContainText(g.name);
    for (const { one } of planned.steps) {
      for (const mark of one.marks) await expect(record).toContainText(mark.text);
    }
  });
}
