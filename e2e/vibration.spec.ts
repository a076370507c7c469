import { expect, test, type Locator, type Page } from "./test";
import { sensorFile } from "./sensor";
import { openJob, plain, saved } from "./yard";

const vibration = async (page: Page, number: number): Promise<void> => {
  await openJob(page, number, "gauge");
  await page.getByRole("link", { name: "Vibration" }).click();
};

/** A file as the sensor would have made it in the vehicle of a job. */
async function fileFrom(page: Page, baseURL: string, number: number, wish: Record<string, string>): Promise<Buffer> {
  const { jobs } = (await (await page.request.get("/api/yard")).json()) as {
    jobs: { number: number; vehicleId: string }[];
  };
  const vehicle = jobs.find((j) => j.number === number)?.vehicleId ?? "";
  return sensorFile(baseURL, { vehicle, condition: "roadSpeed", ...wish }, 12);
}

const drop = (page: Page, name: string, buffer: Buffer, mimeType = "audio/wav"): Promise<void> =>
  page.getByLabel("Recording file").setInputFiles({ name, mimeType, buffer });

const choose = async (scope: Page | Locator, label: string, option: string): Promise<void> => {
  const page = "goto" in scope ? scope : scope.page();
  await scope.locator(".field", { hasText: label }).locator(".ant-select").first().click();
  await page.locator(".ant-select-item-option-content", { hasText: option }).last().click();
};

// The minibus's figures stand in docs/guide.md.
test("the shake at 70 is the prop shaft, the mount room agrees, Ask is told, and the repair is read in dB", async ({
  page,
  baseURL,
}) => {
  await vibration(page, 214);
  await expect
    .poll(() => plain(page))
    .toContain(
      "At 70 km/h in gear 5 it is the prop shaft, second order: joint angles. 83.9 Hz at 0.571 m/s², in another gear as in this. The mount room names the same suspect.",
    );
  await expect(page.getByRole("img", { name: "Spectrum to 100 Hz of 70 in fourth and 70 in fifth" })).toBeVisible();
  const sides = page.getByRole("region", { name: "The same suspect from other sides" });
  await expect(sides).toContainText("The joint angles are 3.2° and 2.3°");
  await sides.getByRole("link", { name: "Look in the mount room" }).click();
  await expect(
    page.getByText("A recording names the same suspect: at 70 km/h in gear 5 it is the prop shaft"),
  ).toBeVisible();
  await page.goBack();

  await page.getByRole("button", { name: "Calculation", exact: true }).click();
  await expect(page.getByRole("dialog")).toContainText("windows of 2048");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Tell Ask" }).click();
  await saved(page);
  await sides.getByRole("link", { name: "Go to Ask" }).click();
  await expect.poll(() => plain(page)).toMatch(/Prop shaft joint angle leads at \d+ %|^Prop shaft joint angle, \d+ %/);
  await expect(page.getByRole("button", { name: "Recorded: prop shaft, second order: present" })).toBeVisible();

  // The run without an after is taken for its own; how it was driven is said in one tap.
  await vibration(page, 214);
  await drop(
    page,
    "minibus after.wav",
    await fileFrom(page, baseURL ?? "", 214, { phase: "after", gear: "5", speedKmh: "70" }),
  );
  await expect(page.getByRole("button", { name: /^minibus after/ })).toBeVisible();
  await choose(page, "its values are", "m/s²");
  await page.getByRole("button", { name: "Driven as the one before: 70 km/h, gear 5" }).click();
  await expect
    .poll(() => plain(page))
    .toContain(
      "The prop shaft, second order: 19.8 dB quieter after the work. From 0.571 to 0.059 m/s² at 70 km/h in gear 5; what is left is mostly the engine’s firing.",
    );
  const row = page.getByRole("row", { name: /^the prop shaft, second order/ });
  await expect(row).toContainText("changed");
  await page.getByRole("tab", { name: /Prove/ }).click();
  await expect(page.getByRole("region", { name: "Shake before and after" })).toContainText("−19.8");
});

test("in direct gear the peak may be two things, and the test that parts them is said", async ({ page }) => {
  await vibration(page, 214);
  await page.getByRole("button", { name: /^70 in fourth/ }).click();
  // Alone, as if the other gear had not been driven: it is taken out and brought back.
  await page.getByRole("button", { name: /^70 in fifth/ }).click();
  await page.locator("summary", { hasText: "how it was made" }).click();
  await page.getByRole("button", { name: "Take out" }).click();
  await page.getByRole("button", { name: "Take it out" }).click();
  await page.getByRole("button", { name: /^70 in fourth/ }).click();
  await expect
    .poll(() => plain(page))
    .toMatch(
      /^Simulated recording\. The engine’s firing or the prop shaft, second order: both are at 83\.9 Hz at 70 km\/h in gear 4\. Record the same road speed in another gear\. Or coast/,
    );
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(page.getByRole("button", { name: /^70 in fifth/ })).toBeVisible();
});

test("a recording travels as a file and says how it was made", async ({ page }) => {
  await vibration(page, 214);
  await page.getByRole("button", { name: /^70 in fifth/ }).click();
  await page.locator("summary", { hasText: "how it was made" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "WAV" }).click();
  const path = await (await download).path();
  const [csv] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name: "CSV" }).click()]);
  expect(csv.suggestedFilename()).toBe("SI 0724 70 in fifth.csv");

  await vibration(page, 219);
  await page.getByLabel("Recording file").setInputFiles(path);
  await expect(page.getByText("at 70 km/h in gear 5, 12 s")).toBeVisible();
  await expect.poll(() => plain(page)).toContain("Enter the drivetrain data");
  await page.getByRole("button", { name: "Enter drivetrain data" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("tyre size").fill("round and black");
  await dialog.getByLabel("tyre size").press("Enter");
  await expect(dialog.getByRole("alert")).toContainText("accepted: a size like 205/55R16");
  await dialog.getByLabel("tyre size").fill("195/70R15");
  await dialog.getByLabel("tyre size").press("Enter");
  await dialog.getByLabel("final drive").fill("4.3");
  await dialog.getByLabel("final drive").press("Enter");
  await dialog.getByLabel("gear 5", { exact: true }).fill("0.79");
  await dialog.getByLabel("gear 5", { exact: true }).press("Enter");
  await dialog.getByRole("button", { name: "Close" }).click();
  await expect.poll(() => plain(page)).toContain("83.9 Hz at 0.571 m/s²");
});

test("the sensor records, a run-up shows in the order map, and a sensor that stops is said", async ({ page }) => {
  await vibration(page, 217);
  await expect
    .poll(() => plain(page))
    .toMatch(
      /^Simulated recording\. From 2290 to 5800 rpm it is the prop shaft, first order: balance, or a coupling that has torn/,
    );
  await expect(page.getByRole("img", { name: /^Strength of \d+ sources over the recording/ })).toBeVisible();
  await page.getByRole("tab", { name: "Spectrum" }).click();
  await expect(page.getByRole("img", { name: /^Spectrum to/ })).toBeVisible();

  await page.getByRole("button", { name: "With the sensor" }).click();
  const dialog = page.getByRole("dialog");
  await choose(dialog, "condition", "Idle, in gear");
  await dialog.getByRole("button", { name: "Begin" }).click();
  await expect(dialog.getByRole("button", { name: "Stop and keep" })).toBeDisabled();
  await expect(dialog.getByRole("button", { name: "Stop and keep" })).toBeEnabled();
  await dialog.getByRole("button", { name: "Stop and keep" }).click();
  await expect(page.getByRole("button", { name: /^sensor, \d s/ })).toBeVisible();
  await expect.poll(() => plain(page)).toMatch(/^Simulated recording\. At idle \(950 rpm\) it is/);

  await page.goto(`${page.url()}&silentAfter=2`);
  await page.getByRole("button", { name: "With the sensor" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Begin" }).click();
  await expect(page.getByRole("dialog").getByRole("status")).toContainText("has stopped sending");
  await expect(page.getByRole("dialog").getByRole("button", { name: "Try again" })).toBeEnabled();
});

test("what cannot be read is refused with the reason and nothing is lost", async ({ page }) => {
  await vibration(page, 215);
  await expect.poll(() => plain(page)).toContain("it is the engine’s firing");
  const before = await page.getByRole("list", { name: "Recordings" }).getByRole("listitem").count();
  const bad: [string, string, RegExp][] = [
    ["empty.wav", "", /the file is empty/],
    ["words.csv", "It shakes at seventy.", /two lines of time and value/],
    ["gap.csv", "time,value\n0,1\n0.01,2\n0.02,1\n0.5,3\n", /before line 5 the time steps by/],
    ["comma.csv", "time,value\n0,00,1,5\n0,01,1,6\n", /Save it with semicolons/],
    ["short.csv", "time,value\n0,1\n0.01,2\n0.02,1\n", /it holds 3 samples; accepted: 16/],
  ];
  for (const [name, text, reason] of bad) {
    await drop(page, name, Buffer.from(text), "text/csv");
    await expect(page.getByRole("alert"), name).toContainText(reason);
  }
  expect(await page.getByRole("list", { name: "Recordings" }).getByRole("listitem").count()).toBe(before);
});

test("a short recording says how coarse it is; one of no unit is not laid over one of acceleration", async ({
  page,
}) => {
  await vibration(page, 215);
  const lines = Array.from({ length: 160 }, (_, i) =>
    `${(i / 320).toFixed(5)};${Math.sin((2 * Math.PI * 26.7 * i) / 320).toFixed(5)}`.replaceAll(".", ","),
  );
  await drop(page, "half a second.csv", Buffer.from(["t;value", ...lines].join("\n")), "text/csv");
  await expect(page.getByText(/This recording is short: peaks closer than/)).toBeVisible();
  await expect(page.getByRole("switch", { name: /^Compare with/ })).toHaveCount(0);
  await page.getByRole("button", { name: /^Undo/ }).click();
});

test("marks of the road test answer Ask, by keyboard, and can be taken back", async ({ page }) => {
  await vibration(page, 219);
  const bump = page.getByRole("group", { name: "Bump at walking pace, before the work" });
  await bump.getByRole("button", { name: "3, strong" }).focus();
  await page.keyboard.press("Enter");
  await expect(bump.getByRole("button", { name: "3, strong" })).toHaveAttribute("aria-pressed", "true");
  const speed = page.getByLabel("the road speed meant");
  await speed.fill("45 mph");
  await speed.press("Enter");
  await saved(page);
  await page.getByRole("tab", { name: /Ask/ }).click();
  await expect(page.getByRole("button", { name: "Knocks over bumps: present" })).toBeVisible();
  await page.getByRole("button", { name: /^Undo/ }).click();
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(page.getByRole("button", { name: "Knocks over bumps: absent" })).toBeVisible();
});

test.describe("microphone", () => {
  test("that is refused says so and offers a file", async ({ browser, baseURL }) => {
    const context = await browser.newContext({ baseURL, permissions: [] });
    const page = await context.newPage();
    await vibration(page, 219);
    await page.getByRole("button", { name: "With the microphone" }).click();
    await page.getByRole("dialog").getByRole("button", { name: "Begin" }).click();
    await expect(page.getByRole("dialog").getByRole("status")).toContainText(/drop the file here/);
    await context.close();
  });
});

test("what turns, free-standing: the sources of a speed and where two stand at one place", async ({ page }) => {
  await page.goto("/desk/what-turns");
  await expect
    .poll(() => plain(page))
    .toContain("Example figures. The engine’s firing and the prop shaft, second order: both are at 82.8 Hz.");
  await page.getByLabel("gear 4", { exact: true }).fill("0.9");
  await page.getByLabel("gear 4", { exact: true }).press("Enter");
  await expect.poll(() => plain(page)).not.toContain("82.8 Hz: the engine’s firing");
  await page.getByLabel("road speed").fill("fast");
  await page.getByLabel("road speed").press("Enter");
  await expect(page.getByRole("alert")).toContainText("70 km/h or 45 mph");
});
