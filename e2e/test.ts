import type { ChildProcess } from "node:child_process";
import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { test as base } from "@playwright/test";
import { freePort, startShed, stopShed } from "../scripts/shed.mjs";

export { expect, type BrowserContext, type Locator, type Page } from "@playwright/test";
export { freePort };

/** The built program on a copy of the demo shed, for one file of tests. */
class Shed {
  #now: { file: string; folder: string; server: ChildProcess; address: string } | null = null;

  /** The address of this file's own server; another file's is ended. */
  async at(file: string): Promise<string> {
    if (this.#now?.file === file) return this.#now.address;
    await this.close();
    const folder = mkdtempSync(join(tmpdir(), "ash-lever-e2e-"));
    cpSync(process.env.E2E_SEEDED ?? "", folder, { recursive: true });
    const port = await freePort();
    const address = `http://127.0.0.1:${port}`;
    this.#now = { file, folder, server: await startShed(folder, port), address };
    return address;
  }

  async close(): Promise<void> {
    if (!this.#now) return;
    const { server, folder } = this.#now;
    this.#now = null;
    await stopShed(server);
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Tests of one file share a shed that no other file sees. */
export const test = base.extend<object, { shed: Shed }>({
  shed: [
    async ({}, use) => {
      const shed = new Shed();
      await use(shed);
      await shed.close();
    },
    { scope: "worker" },
  ],
  baseURL: async ({ shed }, use, info) => use(await shed.at(info.file)),
});
