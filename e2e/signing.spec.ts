import { OwnProgram } from "./ownProgram";
import { expect, test } from "./test";
import { change, newJob } from "./work";

/** Five groups of 39 bolts: values in both units, whole and not, at one pass and at several. */
const GROUPS = [
  { name: "Crossmember", count: 4, spec: "33 ft-lb", passes: [60, 100] },
  { name: "Coupling", count: 6, spec: "48 Nm +/- 5", passes: [100] },
  { name: "Plate", count: 8, spec: "17 Nm", passes: [30, 60, 100] },
  { name: "Cover", count: 9, spec: "7 lb ft", passes: [100] },
  { name: "Housing", count: 12, spec: "9,5 Nm", passes: [60, 100] },
];
const pulls = GROUPS.reduce((sum, g) => sum + g.count * g.passes.length, 0);

for (const units of ["metric", "inch"] as const) {
  test(`39 bolts in five groups are signed by the click of the wrench, in a shop that works in ${units === "metric" ? "N m" : "lb ft"}`, async ({
    browser,
  }) => {
    test.setTimeout(240_000);
    const program = await OwnProgram.open();
    const context = await browser.newContext({ baseURL: program.address });
    const page = await context.newPage();
    try {
      await page.goto("/shop");
      if (units === "inch") {
        await page.getByLabel("units shown first").click();
        await page.getByTitle("inches, lb ft, lb").click();
        await expect(page.locator(".saved").first()).toContainText("Saved");
      }
      const job = await newJob(page, "SI 0001", "rod", "The lever is sloppy.");
      await change(
        page,
        `job:${job}`,
        GROUPS.map(({ name, count, spec, passes }, i) => ({
          op: "create",
          resource: "torqueGroup",
          id: `01KBEG0000000000000000000${i}`,
          data: {
            jobId: job,
            name,
            count,
            pattern: "circle",
            specTyped: spec,
            specSource: "Tolgarth sheet 8",
            specOrigin: "specified",
            passes: passes.map((pct) => ({ name: `${pct} %`, pct })),
            position: i + 1,
          },
        })),
      );
      for (const [i, { count, passes }] of GROUPS.entries()) {
        await page.goto(`/jobs/${job}/fit?group=01KBEG0000000000000000000${i}`);
        for (let pull = 0; pull < count * passes.length; pull += 1) {
          const key = page.getByRole("button", { name: /^Set to .*clicked$/ });
          const next = await page.getByRole("button", { name: /^Sign bolt \d+$/ }).textContent();
          await key.click();
          // The next bolt is in hand, or the group is through.
          if (pull < count * passes.length - 1 && count > 1) {
            await expect(page.getByRole("button", { name: /^Sign bolt \d+$/ })).not.toHaveText(next ?? "");
          }
          await expect(page.getByRole("dialog")).toHaveCount(0);
        }
        await expect(page.locator(".saved").first()).toContainText("Saved");
      }
      const view = (await (await page.request.get(`/api/jobs/${job}`)).json()) as {
        signature: { outcome: string; setTo: { typed: string } | null }[];
      };
      expect(view.signature).toHaveLength(pulls);
      const unit = units === "metric" ? /Nm|N m/ : /lb/;
      for (const s of view.signature) expect(s.setTo?.typed).toMatch(unit);
      await page.goto(`/jobs/${job}/record`);
      await expect(page.getByText("Housing").first()).toBeVisible();
    } finally {
      await context.close();
      await program.close();
    }
  });
}
