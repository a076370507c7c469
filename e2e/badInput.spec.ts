import { expect, test, type Page } from "./test";
import { openJob, saved } from "./yard";

const NONSENSE = ["", "abc", "-5 mm", "NaN", "1e999", "12 Nm", "3 furlongs", "9-8 mm", "999999 mm"];

test("a reading keeps nonsense, says what is accepted and stores nothing", async ({ page }) => {
  await openJob(page, 219, "gauge");
  const card = page.getByRole("region", { name: "Knob height" });
  const field = card.getByLabel("first reading");
  for (const text of NONSENSE.filter(Boolean)) {
    await field.fill(text);
    await field.press("Enter");
    await expect(field, text).toHaveAttribute("aria-invalid", "true");
    await expect(card.getByRole("alert"), text).toContainText(/accepted|type it like/);
    await expect(field).toHaveValue(text);
  }
  await field.fill("340 mm");
  await field.press("Enter");
  await expect(card).toContainText("340.0 mm");
  await saved(page);
});

test("the bench refuses nonsense at the field and draws the gap of a lever that cannot reach", async ({ page }) => {
  await openJob(page, 214, "compare");
  const knob = page.getByLabel("above pivot").first();
  const before = await knob.inputValue();
  for (const text of ["high", "5 kg", "99999 mm"]) {
    await knob.fill(text);
    await knob.press("Enter");
    await expect(knob).toHaveAttribute("aria-invalid", "true");
  }
  await knob.press("Escape");
  await expect(knob).toHaveValue(before);

  await page.getByRole("button", { name: "Add a lever to compare" }).click();
  // A pin this shallow cannot follow 10 mm of rail: the rod hangs short and the drawing says by how much.
  const pin = page.getByLabel("below pivot");
  await pin.fill("8 mm");
  await pin.press("Enter");
  await expect(page.getByRole("region", { name: "Answer" })).toContainText(/does not fit: cannot reach/);
  await page.keyboard.press("Tab");
  await page.getByRole("button", { name: "1st", exact: true }).click();
  await expect(page.getByText(/mm missing/)).toBeVisible();
  await page.getByRole("button", { name: "Remove from the bench" }).click();
  await saved(page);
});

test("a torque specification says where reading stopped", async ({ page }) => {
  await openJob(page, 215, "plan?tool=lists");
  await page.getByRole("button", { name: /^(?!Move ).*Shifter to floor/ }).click();
  const spec = page.getByLabel("specification, as written");
  await spec.fill("tight till it feels good");
  await spec.press("Enter");
  await expect(page.getByRole("region", { name: "Torque groups" }).getByRole("alert")).toContainText("expected");
  await expect(spec).toHaveValue("tight till it feels good");
  await spec.fill("105-103 lb ft");
  await expect(spec).toHaveAttribute("aria-invalid", "true");
  await spec.press("Escape");
  const passes = page.getByLabel("passes");
  await passes.fill("twice");
  await passes.press("Enter");
  await expect(page.getByText("accepted: snug, 60 %, 100 %")).toBeVisible();
});

const edited = async (page: Page, owner: string): Promise<void> => {
  await page.getByRole("textbox", { name: "owner" }).fill(owner);
  await page.getByRole("textbox", { name: "owner" }).press("Enter");
};

test("a stale write shows both versions and lets the person choose", async ({ page, browser, baseURL }) => {
  const { vehicles } = (await (await page.request.get("/api/vehicles?search=0040")).json()) as {
    vehicles: { id: string }[];
  };
  await page.goto(`/vehicles/${vehicles[0].id}`);
  // Another machine: tabs of one browser see each other's edits as they are made.
  const other = await (await browser.newContext({ baseURL })).newPage();
  await other.goto(`/vehicles/${vehicles[0].id}`);
  await expect(page.getByRole("textbox", { name: "owner" })).toHaveValue("Sound Ferries");
  await expect(other.getByRole("textbox", { name: "owner" })).toHaveValue("Sound Ferries");
  await edited(other, "Sound Ferries, deck crew");
  await saved(other);
  await edited(page, "Sound Ferries Ltd");
  const dialog = page.getByRole("dialog", { name: "Somebody changed this since you opened it" });
  await expect(dialog).toContainText("Sound Ferries, deck crew");
  await expect(dialog).toContainText("Sound Ferries Ltd");
  await dialog.getByRole("button", { name: "Keep mine" }).click();
  await saved(page);
  await other.reload();
  await expect(other.getByRole("textbox", { name: "owner" })).toHaveValue("Sound Ferries Ltd");
  await other.context().close();
});

test("with the network gone edits wait, survive a reload and are sent when it is back", async ({ page }) => {
  await openJob(page, 219, "ask");
  await page.route("**/api/changes", (route) => route.abort());
  await page.getByLabel("How it was taken").fill("08:25, by wireless");
  await page.getByLabel("How it was taken").press("Enter");
  await expect(page.getByText("1 edit waiting: no connection")).toBeVisible();
  await page.reload();
  await expect(page.getByLabel("How it was taken")).toHaveValue("08:25, by wireless");
  await expect(page.getByText("1 edit waiting: no connection")).toBeVisible();
  await page.unroute("**/api/changes");
  await saved(page);
  await page.reload();
  await expect(page.getByLabel("How it was taken")).toHaveValue("08:25, by wireless");
});

test("an address that leads nowhere says so", async ({ page }) => {
  await page.goto("/jobs/01ARZ3NDEKTSV4RRFFQ69G5FAV/ask");
  await expect(page.getByText("This could not be read")).toBeVisible();
  await page.goto("/nowhere");
  await expect(page.getByText("There is nothing at this address")).toBeVisible();
});
