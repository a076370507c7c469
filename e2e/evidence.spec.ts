import { readFileSync } from "node:fs";
import { expect, test, type Page } from "./test";
import sharp from "sharp";
import { openJob, saved } from "./yard";

const card = (page: Page, name: string) => page.getByRole("region", { name, exact: true });

test("a reading from the stand-in instrument, and an instrument that stops is said to have stopped", async ({
  page,
}) => {
  await openJob(page, 216, "gauge");
  const play = card(page, "Free play, sideways");
  await play.getByRole("button", { name: "Read Free play, sideways from an instrument" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByRole("status")).toHaveText("It is steady.");
  await dialog.getByRole("button", { name: "Take this reading" }).click();
  await expect(play.getByLabel("reading 1")).toHaveValue(/^\d+\.\d\d mm$/);
  await expect(play.getByLabel("resolution")).toHaveValue("0.01 mm");
  await saved(page);

  await page.goto(`${page.url()}?silentAfter=2`);
  await card(page, "Knob height")
    .getByRole("button", { name: /from an instrument/ })
    .click();
  await expect(dialog.getByRole("status")).toHaveText(
    "The bench calliper has stopped sending. Look at its cable, or type the reading by hand.",
  );
  await expect(dialog.getByRole("button", { name: "Take this reading" })).toBeDisabled();
  await page.keyboard.press("Escape");
  const first = card(page, "Knob height").getByLabel("first reading");
  await first.fill("301 mm");
  await first.press("Enter");
  await expect(card(page, "Knob height").getByLabel("reading 1")).toHaveValue("301 mm");
});

test("a photo on a reading: shown, opened, taken out; what is no picture is refused", async ({ page }) => {
  await openJob(page, 214, "gauge");
  const first = page.locator(".rcard").first();
  const bytes = await sharp({ create: { width: 900, height: 600, channels: 3, background: "#7a6a50" } })
    .withExif({ IFD3: { GPSLatitudeRef: "N", GPSLatitude: "57/1 30/1 0/1" } })
    .jpeg()
    .toBuffer();
  const file = first.locator("input[type=file]");
  await file.setInputFiles({ name: "knob.jpg", mimeType: "image/jpeg", buffer: bytes });
  await expect(first.getByRole("img", { name: /knob\.jpg$/ })).toBeVisible();
  await expect(first.getByRole("status").filter({ hasText: "left out" })).toHaveText(
    "The camera’s note of where it was taken was left out.",
  );
  await saved(page);
  await page.reload();
  await expect(first.getByRole("img", { name: /knob\.jpg$/ })).toHaveJSProperty("complete", true);
  await file.setInputFiles({ name: "notes.jpg", mimeType: "image/jpeg", buffer: Buffer.from("not a picture") });
  await expect(first.getByRole("alert")).toContainText("this file is not a picture that can be read");
  await first.getByRole("button", { name: /^Take the photo knob\.jpg/ }).click();
  await expect(first.getByRole("img", { name: /knob\.jpg$/ })).toBeHidden();
});

test("the table behind Ask: a symptom of our own, a bad file refused, a good one read, undo and as it came", async ({
  page,
}) => {
  await page.goto("/shop/knowledge");
  await page.getByRole("tab", { name: "Symptoms" }).click();
  await page.getByLabel("Add a symptom, as a driver says it").fill("The knob buzzes at 2000");
  await page.keyboard.press("Enter");
  await page.getByLabel("Lever pivot cup: how likely").click();
  await page.getByTitle("often, 70 %").click();
  await expect(page.getByText("2 changes of our own")).toBeVisible();
  await saved(page);

  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Write to a file" }).click(),
  ]);
  const table = JSON.parse(readFileSync(await download.path(), "utf8")) as {
    words: Record<string, number>;
    tests: { id: string; results: string[] }[];
    table: Record<string, Record<string, unknown>>;
  };
  const file = page.getByLabel("File with a table");
  const read = (data: unknown) =>
    file.setInputFiles({ name: "t.json", mimeType: "application/json", buffer: Buffer.from(JSON.stringify(data)) });
  const refused = page.getByRole("alert");
  await read({ ...table, words: { ...table.words, often: 1.5 } });
  await expect(refused).toContainText("words.often: got 1.5");
  // A test that shows itself leads round in a circle.
  await read({ ...table, tests: table.tests.map((t, i) => (i ? t : { ...t, results: [t.id] })) });
  await expect(refused).toContainText(`tests[0].results[0]: got "${table.tests[0].id}"`);
  const [fault] = Object.keys(table.table);
  await read({ ...table, table: { ...table.table, [fault]: { vibIdle: "mostly" } } });
  await expect(refused).toContainText(`table.${fault}.vibIdle: got "mostly"; accepted: never, rarely`);
  await file.setInputFiles({ name: "t.json", mimeType: "application/json", buffer: Buffer.from("{") });
  await expect(refused).toContainText("not JSON");
  await read({ ...table, words: { ...table.words, often: 0.75 } });
  await expect(page.getByText("3 changes of our own")).toBeVisible();
  await expect(refused).toBeHidden();

  // A test done the shop's own way.
  await page.getByRole("tab", { name: "Tests" }).click();
  const how = page.getByLabel("how it is done, a step a line");
  const usual = await how.inputValue();
  expect(usual.split("\n").length).toBeGreaterThan(1);
  await how.fill("Chock the wheels.\n\nRock the lever.");
  await page.getByLabel("caution, before anyone begins").fill("Nobody under it.");
  await page.getByLabel("caution, before anyone begins").press("Tab");
  await expect(how).toHaveValue("Chock the wheels.\nRock the lever.");
  await saved(page);
  await how.fill("");
  await how.press("Tab");
  await page.getByLabel("caution, before anyone begins").fill("");
  await page.getByLabel("caution, before anyone begins").press("Tab");
  await expect(how).toHaveValue(usual);

  // Ask in a job goes by the shop's table.
  await openJob(page, 219, "ask");
  await expect(page.getByRole("button", { name: /^The knob buzzes at 2000/ })).toBeVisible();

  await page.goto("/shop/knowledge");
  await page.getByRole("button", { name: "Reset to default" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Reset to default" }).click();
  await expect(page.getByText("default: engineering judgement")).toBeVisible();
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(page.getByText("3 changes of our own")).toBeVisible();
  await page.getByRole("button", { name: /^Redo/ }).click();
  await saved(page);
});

test("what is found while fitting answers Ask, and one undo takes both back", async ({ page }) => {
  await openJob(page, 217, "fit");
  const found = page.getByRole("region", { name: "Found" });
  await found.getByLabel("Found: a leak, a crack, a worn joint").fill("Rubber torn at the tail");
  await page.keyboard.press("Enter");
  await found.getByLabel("What Rubber torn at the tail answers in Ask").click();
  await page.getByTitle("A mount is cracked or dry rotten").click();
  await saved(page);
  await page.getByRole("tab", { name: /Ask/ }).click();
  await expect(page.getByRole("button", { name: "A mount is cracked or dry rotten: present" })).toBeVisible();
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(page.getByRole("button", { name: "A mount is cracked or dry rotten: present" })).toBeHidden();
});

test("a wrench that sends fills the reading at the bolt", async ({ page }) => {
  await openJob(page, 217, "fit");
  await page.getByRole("button", { name: /from an instrument$/ }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByRole("status")).toHaveText("That was the peak of the pull.");
  await dialog.getByRole("button", { name: "Take this reading" }).click();
  await expect(page.getByLabel(/^Wrench reading of bolt/)).toHaveValue(/^\d+\.\d$/);
});
