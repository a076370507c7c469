import { chromium } from "playwright-core";
const base = process.env.BASE ?? "http://127.0.0.1:4411";
const shots = JSON.parse(process.argv[2]);
const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
for (const { name, url, w = 1280, h = 800, act = [], full = false } of shots) {
  const p = await b.newPage({ viewport: { width: w, height: h } });
  p.on("console", (m) => m.type() === "error" && console.log(name, m.text().slice(0, 200)));
  p.on("requestfailed", (r) => console.log(name, "FAILED", r.url()));
  p.on("response", (r) => r.status() >= 400 && console.log(name, r.status(), r.url()));
  p.on("pageerror", (e) => console.log(name, "ERR", e.message));
  await p.goto(base + url);
  await p.waitForTimeout(1300);
  for (const a of act) {
    try {
      if (a.click) await p.locator(a.click).first().click({ timeout: 4000 });
      if (a.fill) await p.locator(a.fill[0]).first().fill(a.fill[1]);
      if (a.press) await p.keyboard.press(a.press);
      await p.waitForTimeout(a.wait ?? 600);
    } catch (e) {
      console.log(name, "act", JSON.stringify(a), e.message.slice(0, 200));
    }
  }
  await p.screenshot({ path: `/tmp/${name}.png`, fullPage: full });
  await p.close();
}
await b.close();
