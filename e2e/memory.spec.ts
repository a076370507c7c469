import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fromBufferPromise } from "yauzl";
import { startShed, stopShed } from "../scripts/shed.mjs";
import { expect, freePort, test } from "./test";
import { answer, plain, saved } from "./yard";

interface Told {
  jobs: { id: string; number: number; vehicleId: string }[];
}

test("a part number finds its job, by keyboard", async ({ page }) => {
  await page.goto("/yard");
  await expect(answer(page)).toBeVisible();
  await page.keyboard.press("/");
  const field = page.getByRole("combobox", { name: /part number/ });
  await field.fill("ul-24-118");
  const first = page.getByRole("option").first();
  await expect(first).toContainText("Carrier bush");
  await expect(first).toContainText("job 201");
  await field.press("Enter");
  await expect(page).toHaveURL(/\/jobs\/.*\/plan/);
  await page.keyboard.press("/");
  await field.fill("no such thing anywhere");
  await expect(page.getByText("Nothing says “no such thing anywhere”.")).toBeVisible();
});

test("what the shop learned: the claims, two figures taken over and one taken back", async ({ page }) => {
  await page.goto("/shop/learned");
  await expect.poll(() => plain(page)).toMatch(/^Kits claim \d+ % on average and give \d+ %/);
  await expect(
    page.getByRole("region", { name: "Claims" }).getByRole("row", { name: /Short lever, adjustable/ }),
  ).toContainText("not kept");
  const table = page.getByRole("region", { name: "Diagnosis table" });
  await expect(table.getByRole("status")).toContainText(/First suspect right \d+ of \d+, with the learned table \d+/);
  const open = table.getByRole("switch", { checked: false });
  const before = await open.count();
  await open.first().click();
  await expect(table.getByRole("switch", { checked: true })).toHaveCount(1);
  await open.first().click();
  await expect(table.getByRole("switch", { checked: true })).toHaveCount(2);
  await saved(page);
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(table.getByRole("switch", { checked: true })).toHaveCount(1);
  await expect(open).toHaveCount(before - 1);
  await expect(page.getByRole("region", { name: "Wear" }).getByRole("status")).toContainText(/It reaches .* at about/);
});

test("what is due is looked at, and due no more; the calendar has the rest", async ({ page }) => {
  await page.goto("/due");
  await expect.poll(() => plain(page)).toMatch(/overdue\. First SI 0958/);
  const row = page.getByRole("row", { name: /SI 0958/ });
  await row.getByRole("button", { name: "Reminder" }).click();
  await expect(page.getByLabel("Text of the reminder")).toHaveValue(/Hesk Quarry[\s\S]*Tail mount to crossmember/);
  await page.keyboard.press("Escape");
  await row.getByRole("button", { name: "Looked at" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("note").fill("marks in line");
  await dialog.getByRole("button", { name: "Note it" }).click();
  await expect(row).toBeHidden();
  await saved(page);
  const calendar = await (await page.request.get("/api/due.ics")).text();
  expect(calendar).toContain("SUMMARY:SI 0007: Turret bolts");
  expect(calendar).not.toContain("SI 0958");
});

test("the customer's sheet and the record as files; the vehicle to another shop's empty program", async ({ page }) => {
  const { jobs } = (await (await page.request.get("/api/memory")).json()) as Told;
  const job = jobs.find((j) => j.number === 205);
  await page.goto(`/jobs/${job?.id}/record?for=customer`);
  await expect(page.locator("article")).toContainText("The claim of 45");
  for (const which of ["Customer’s sheet", "Full record"]) {
    await page.getByText(which, { exact: true }).click();
    const [file] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name: "PDF" }).click(),
    ]);
    const bytes = readFileSync(await file.path());
    expect(bytes.subarray(0, 8).toString("latin1")).toBe("%PDF-1.7");
    expect(bytes.toString("latin1")).toContain("/Marked true");
  }
  await page.goto(`/vehicles/${job?.vehicleId}`);
  const [sent] = await Promise.all([
    page.waitForEvent("download", { timeout: 60_000 }),
    page.getByRole("button", { name: "Archive", exact: true }).click(),
  ]);
  const archive = readFileSync(await sent.path());
  const names: string[] = [];
  for await (const entry of (await fromBufferPromise(archive)).eachEntry()) names.push(entry.fileName);
  expect(names).toContain("papers/job-205-record.pdf");
  expect(names).toContain("papers/job-205-customer.pdf");

  const folder = mkdtempSync(join(tmpdir(), "ash-lever-other-"));
  const port = await freePort();
  const server = await startShed(folder, port);
  try {
    await page.goto(`http://127.0.0.1:${port}/shop`);
    await page
      .getByLabel("Archive to import")
      .setInputFiles({ name: "a.zip", mimeType: "application/zip", buffer: Buffer.from("no zip") });
    const section = page.getByRole("region", { name: "Archive" });
    await expect(section.getByRole("status")).toContainText("no zip archive, or torn");
    await page
      .getByLabel("Archive to import")
      .setInputFiles({ name: "a.zip", mimeType: "application/zip", buffer: archive });
    await expect(page.getByRole("dialog")).toContainText("one vehicle");
    await page
      .getByRole("dialog")
      .getByRole("button", { name: /^Import/ })
      .click();
    await expect(section.getByRole("status")).toContainText(/\d+ records added/);
    await expect(page.getByRole("list", { name: "Refused" })).toBeHidden();
    await page.goto(`http://127.0.0.1:${port}/vehicles/${job?.vehicleId}`);
    await expect(answer(page)).toContainText("Last time,");
    await expect(page.getByRole("region", { name: "Visits" })).toContainText(
      "Wants the lever that promises 45 per cent",
    );
  } finally {
    await stopShed(server);
    rmSync(folder, { recursive: true, force: true });
  }
});

test("yesterday's book is restored, and today's is kept", async ({ page }) => {
  await page.goto("/shop");
  const section = page.getByRole("region", { name: "Backup" });
  await section.getByRole("button", { name: "Copy now" }).click();
  await expect(section.getByRole("status")).toContainText(/Copied and checked: \d+ vehicles/);
  const name = page.getByLabel("name, as printed on the record");
  await name.fill("Another shed");
  await name.press("Enter");
  await saved(page);
  await section.getByRole("button", { name: "Restore", exact: true }).first().click();
  await page.getByRole("button", { name: "Restore it" }).click();
  await expect(section.getByText("kept before a restore")).toBeVisible();
  await expect(name).toHaveValue("Skerrin Isles Carriage Shed");
});

test("lists are sorted, filtered and bookmarked", async ({ page }) => {
  await page.goto("/lists/jobs?sort=number&is.stage=compare");
  const rows = page.getByRole("table").getByRole("row");
  await expect(rows.nth(1)).toContainText("214");
  await page.getByRole("columnheader", { name: "job" }).click();
  await expect(page).toHaveURL(/sort=-number/);
  await expect(rows.nth(1)).toContainText("221");
});
