import { spawn, type ChildProcess } from "node:child_process";
import { chromium, type Browser } from "@playwright/test";
import { ulid } from "ulid";

/** The built program as a process of its own. */
export interface Program {
  child: ChildProcess;
  address: string;
  ended: Promise<number | null>;
}

export async function startProgram(file: string): Promise<Program> {
  const child = spawn(process.execPath, ["dist/server.mjs", "--port", "0", "--data", file], {
    stdio: ["ignore", "pipe", "inherit"],
  });
  const ended = new Promise<number | null>((resolve) => child.once("exit", resolve));
  const address = await new Promise<string>((resolve, reject) => {
    child.stdout?.on("data", (text) => {
      const found = /http:\/\/[^\s]+/.exec(String(text))?.[0];
      if (found) resolve(found);
    });
    void ended.then((code) => reject(new Error(`the program ended with ${code} before it listened`)));
  });
  return { child, address, ended };
}

/** One write; gives the status. Throws where the connection breaks. */
export async function write(address: string, operations: object[], id: string): Promise<number> {
  const response = await fetch(new URL("/api/changes", address), {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ id, scope: "shop", label: "write", operations }),
  });
  await response.arrayBuffer();
  return response.status;
}

/** The same, where nothing is measured of it: it has to be taken. */
export async function must(address: string, operations: object[]): Promise<void> {
  const status = await write(address, operations, ulid());
  if (status !== 200) throw new Error(`the program answered ${status}`);
}

/** The browser of the system, without its own traffic. */
export const openBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium",
    args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking"],
  });
