import { spawn, type ChildProcess } from "node:child_process";

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
