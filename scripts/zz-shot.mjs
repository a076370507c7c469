import { readFileSync } from "node:fs";
import { chromium } from "playwright-core";
const base = process.env.BASE ?? "http://127.0.0.1:4411";
const list = JSON.parse(readFileSync(process.argv[2], "utf8"));
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-quic"],
});
for (const one of list) {
  const context = await browser.newContext({
    viewport: { width: one.w ?? 1280, height: one.h ?? 800 },
    colorScheme: one.dark ? "dark" : "light",
  });
  const page = await context.newPage();
  page.on("pageerror", (e) => console.log("PAGEERROR", e.message));
  page.on("console", (m) => {
    if (m.type() === "error") console.log("CONSOLE", m.text().slice(0, 300));
  });
  try {
    await page.goto(base + one.url, { waitUntil: "networkidle", timeout: 20000 });
    await page.waitForTimeout(one.wait ?? 700);
    for (const a of one.act ?? []) {
      if (a.click) await page.locator(a.click).first().click({ timeout: 6000 });
      if (a.fill) await page.locator(a.fill[0]).first().fill(a.fill[1], { timeout: 6000 });
      if (a.press) await page.keyboard.press(a.press);
      if (a.text) console.log(one.name, await page.locator(a.text).first().innerText());
      await page.waitForTimeout(a.wait ?? 300);
    }
  } catch (e) {
    console.log(one.name, String(e).slice(0, 400));
  }
  await page.screenshot({ path: `/tmp/shot-${one.name}.png`, fullPage: one.full ?? false });
  await context.close();
}
await browser.close();
