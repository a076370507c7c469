import { spawn } from "node:child_process";
import { mkdirSync } from "node:fs";
import { chromium, type Page } from "@playwright/test";
import { sensorFile } from "../e2e/sensor";

/** Takes one picture of each main view from the demo's data, for the README. */
const PORT = 4394;
const FOLDER = "docs/screenshots";
const address = `http://127.0.0.1:${PORT}`;

const server = spawn(process.execPath, ["scripts/e2e-server.mjs", String(PORT)], {
  stdio: ["ignore", "inherit", "inherit"],
});
const ready = async (): Promise<void> => {
  for (let i = 0; i < 400; i++) {
    if (
      await fetch(`${address}/api/yard`).then(
        (r) => r.ok,
        () => false,
      )
    )
      return;
    await new Promise((r) => setTimeout(r, 250));
  }
  throw new Error("the program did not start");
};

interface Shot {
  name: string;
  path: string;
  size?: [number, number];
  dark?: boolean;
  prepare?: (page: Page) => Promise<unknown>;
}

async function shots(): Promise<Shot[]> {
  const { jobs } = (await (await fetch(`${address}/api/yard`)).json()) as {
    jobs: { id: string; number: number; vehicleId: string }[];
  };
  const { vehicles } = (await (await fetch(`${address}/api/vehicles?search=0007`)).json()) as {
    vehicles: { id: string }[];
  };
  const dossier = (await (await fetch(`${address}/api/vehicles/${vehicles[0].id}`)).json()) as {
    jobs: { id: string; number: number }[];
  };
  const { sheets } = (await (await fetch(`${address}/api/sheets`)).json()) as {
    sheets: { id: string; name: string }[];
  };
  const sheet = sheets.find((s) => s.name.startsWith("Skarvane"))?.id;
  const job = (number: number): string => `/jobs/${jobs.find((j) => j.number === number)?.id}`;
  const closed = dossier.jobs.find((j) => j.number === 205)?.id;
  return [
    { name: "yard", path: "/yard" },
    { name: "ask", path: `${job(219)}/ask` },
    { name: "gauge", path: `${job(216)}/gauge` },
    {
      name: "throw-bench",
      path: `${job(214)}/compare`,
      prepare: (page) => page.getByRole("button", { name: "3rd", exact: true }).click(),
    },
    {
      name: "photo",
      path: `${job(221)}/gauge?tool=photo`,
      prepare: async (page) => {
        await page.getByRole("button", { name: "Corners of the sheet" }).click();
        await page.getByRole("button", { name: "Laid flat" }).click();
        // The picture is laid flat on the server, and then drawn.
        await page.getByText("Laying the picture flat…").waitFor({ state: "hidden" });
      },
    },
    { name: "find", path: `${job(221)}/compare?tool=find`, size: [1280, 900] },
    { name: "mount-room", path: `${job(214)}/compare?tool=mounts`, size: [1280, 860] },
    { name: "set-linkage", path: `${job(216)}/fit?tool=set` },
    { name: "learned", path: "/shop/learned" },
    { name: "slack-chain", path: `${job(215)}/compare?tool=slack` },
    { name: "plan", path: `${job(215)}/plan`, prepare: (page) => page.getByText("Ready by").waitFor() },
    {
      name: "bay-tablet",
      path: `${job(215)}/bay`,
      size: [820, 1180],
      prepare: (page) => page.getByRole("button", { name: /^Step \d+: Take out the bottom plate/ }).click(),
    },
    { name: "fit", path: `${job(217)}/fit`, prepare: (page) => page.getByLabel(/Wrench reading/).fill("61.4") },
    {
      name: "fit-tablet",
      path: `${job(217)}/fit`,
      size: [820, 1180],
      dark: true,
      prepare: (page) => page.getByLabel(/Wrench reading/).fill("61.4"),
    },
    { name: "prove", path: `/jobs/${closed}/prove` },
    { name: "record", path: `/jobs/${closed}/record` },
    { name: "dossier", path: `/vehicles/${vehicles[0].id}` },
    { name: "sheet", path: `/sheets/${sheet}` },
    // Last: it takes a recording in, which other pictures of the job would show.
    {
      name: "vibration",
      path: `${job(214)}/gauge?tool=vibration`,
      size: [1280, 940],
      prepare: async (page) => {
        const vehicle = jobs.find((j) => j.number === 214)?.vehicleId ?? "";
        const run = { vehicle, phase: "after", condition: "roadSpeed", gear: "5", speedKmh: "70" };
        const buffer = await sensorFile(address, run, 12);
        await page.getByLabel("Recording file").setInputFiles({ name: "70 after.wav", mimeType: "audio/wav", buffer });
        await page.locator(".field", { hasText: "its values are" }).locator(".ant-select").click();
        await page.locator(".ant-select-item-option-content", { hasText: "m/s²" }).last().click();
        await page.getByRole("button", { name: /^Driven as the one before/ }).click();
        await page.getByText("quieter after the work").waitFor();
        await page.locator("summary", { hasText: "how it was made" }).click();
      },
    },
  ];
}

await ready();
mkdirSync(FOLDER, { recursive: true });
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking"],
});
for (const { name, path, size = [1280, 800], dark, prepare } of await shots()) {
  const page = await browser.newPage({
    viewport: { width: size[0], height: size[1] },
    colorScheme: dark ? "dark" : "light",
    reducedMotion: "reduce",
    locale: "en-GB",
  });
  await page.goto(`${address}/yard`);
  await page.getByRole("button", { name: /No user selected/ }).click();
  await page.getByRole("button", { name: /E. Corrow/ }).click();
  await page.goto(address + path);
  await page.waitForLoadState("networkidle");
  await page.waitForTimeout(500);
  await prepare?.(page);
  await page.waitForTimeout(300);
  await page.screenshot({ path: `${FOLDER}/${name}.png` });
  await page.close();
  console.log(name);
}
await browser.close();
server.kill("SIGTERM");
