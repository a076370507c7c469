import { AxeBuilder } from "@axe-core/playwright";
import { expect, test, type Page } from "./test";
import { openJob } from "./yard";

const VIEWS: [name: string, path: string, wait: string][] = [
  ["yard", "/yard", "Ready to work on"],
  ["vehicles", "/vehicles", "SI 0007"],
  ["desk tools", "/desk", "Throw bench"],
  ["desk throw bench", "/desk/throw-bench", "Side view"],
  ["torque text", "/desk/torque-text", "In every unit"],
  ["measurement", "/desk/measurement", "Calculation"],
  ["fastener", "/desk/fastener", "is typical for"],
  ["sheets", "/sheets", "Missing and in conflict"],
  ["what turns", "/desk/what-turns", "shaking there points at"],
  ["rehearse", "/desk/rehearse", "Name the fault"],
  ["tour", "/tour", "Side view"],
  ["what the shop learned", "/shop/learned", "Claims"],
  ["due", "/due", "Subscribe"],
  ["stops", "/desk/set/stops", "How it is done"],
  ["lockout", "/desk/set/lockout", "How it is done"],
  ["release pin", "/desk/set/release", "How it is done"],
  ["shims", "/desk/set/shims", "as wanted"],
  ["cable marks", "/desk/set/cableMarks", "How it is done"],
  ["rod", "/desk/set/rod", "How it is done"],
  ["gated linkage", "/desk/set/gatedLinkage", "The worst detent"],
  ["floor slot", "/desk/set/floorSlot", "How it is done"],
  ["press fit", "/desk/set/pressFit", "How it is done"],
  ["shelf", "/shelf", "to order"],
  ["shop", "/shop", "People"],
  ["what is wrong", "/shop/wrong", "Events"],
  ["table behind Ask", "/shop/knowledge", "How likely each thing is with this fault"],
];
const STAGES: [number, string, string][] = [
  [219, "ask", "In the driver’s words"],
  [216, "gauge", "Needed further on"],
  [214, "gauge?tool=vibration", "expected"],
  [217, "gauge?tool=vibration", "How rough it runs"],
  [216, "gauge?tool=vibration", "No recording yet"],
  [221, "gauge?tool=photo", "Check bar"],
  [217, "gauge?tool=photo", "Measure also"],
  [219, "gauge?tool=photo", "Print the sheet at 100 %"],
  [214, "compare", "Side view"],
  [221, "compare?tool=find", "on the shop’s list"],
  [215, "compare?tool=slack", "From knob to gearbox"],
  [214, "compare?tool=mounts", "Precision against noise"],
  [215, "plan", "Ready by"],
  [219, "plan", "Kinds of job"],
  [215, "plan?tool=lists", "Torque groups"],
  [217, "fit", "Torque board"],
  [221, "compare", "Notches of"],
  [221, "fit?tool=set", "Kept with the job"],
  [211, "prove", "Before and after"],
];

/** No faults in light, and none when the same screen turns dark. */
async function inBothLights(page: Page): Promise<void> {
  for (const theme of ["light", "dark"] as const) {
    await page.emulateMedia({ colorScheme: theme });
    await expect(page.locator("html.dark")).toHaveCount(theme === "dark" ? 1 : 0);
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(violations.map((v) => [theme, v.id, v.nodes.map((n) => n.target).slice(0, 3)])).toEqual([]);
  }
}

for (const [name, path, text] of VIEWS) {
  test(`${name} has no accessibility faults`, async ({ page }) => {
    await page.goto(path);
    await expect(page.getByText(text).first()).toBeVisible();
    await inBothLights(page);
  });
}

for (const [number, stage, text] of STAGES) {
  test(`${stage} of job ${number} has no accessibility faults`, async ({ page }) => {
    await openJob(page, number, stage);
    await expect(page.getByText(text).first()).toBeVisible();
    await inBothLights(page);
  });
}

test("the bay has no accessibility faults, and neither has what it asks", async ({ page }) => {
  await openJob(page, 215, "fit");
  await page.goto(page.url().replace("/fit", "/bay"));
  await expect(page.getByRole("button", { name: "What did I leave?" })).toBeVisible();
  await inBothLights(page);
  await page.getByRole("button", { name: "Found something" }).click();
  await inBothLights(page);
});

test("a sheet and one of its values have no accessibility faults", async ({ page }) => {
  await page.goto("/sheets");
  await page.getByRole("link", { name: /Skarvane P2, cable shift.*torque values/ }).click();
  await expect(page.getByText("From below")).toBeVisible();
  await inBothLights(page);
  await page.getByRole("button", { name: "Open Cable bracket to gearbox" }).click();
  await expect(page.getByText("These sources disagree.", { exact: false })).toBeVisible();
  await inBothLights(page);
});

test("dossier and record have no accessibility faults", async ({ page }) => {
  const { vehicles } = (await (await page.request.get("/api/vehicles?search=0007")).json()) as {
    vehicles: { id: string }[];
  };
  await page.goto(`/vehicles/${vehicles[0].id}`);
  await expect(page.getByText("Torque values")).toBeVisible();
  await inBothLights(page);
  await page.getByRole("link", { name: /^Job 205/ }).click();
  await expect(page.getByText("What was measured")).toBeVisible();
  await inBothLights(page);
});
