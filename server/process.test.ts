import { spawn, type ChildProcess } from "node:child_process";
import { existsSync, mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from "node:fs";
import { connect } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, afterEach, describe, expect, it } from "vitest";

const folder = mkdtempSync(join(tmpdir(), "ash-lever-process-"));
const running: ChildProcess[] = [];
afterEach(() => {
  for (const child of running.splice(0)) if (child.pid && child.exitCode === null) child.kill("SIGKILL");
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

interface Program {
  child: ChildProcess;
  /** Everything it has printed so far. */
  said(): { out: string; err: string };
  /** Its address; rejects where it ends before it has one. */
  address: Promise<string>;
  ended: Promise<number | null>;
}

/** The real program as a process of its own. */
function start(file: string, port = 0): Program {
  const args = ["--import", "tsx", "server/main.ts", "--port", String(port), "--data", file];
  const child = spawn(process.execPath, args, { stdio: ["ignore", "pipe", "pipe"] });
  running.push(child);
  const said = { out: "", err: "" };
  child.stderr?.on("data", (text) => (said.err += String(text)));
  const ended = new Promise<number | null>((resolve) => child.once("exit", resolve));
  const address = new Promise<string>((resolve, reject) => {
    child.stdout?.on("data", (text) => {
      said.out += String(text);
      const found = /http:\/\/[^\s]+/.exec(said.out)?.[0];
      if (found) resolve(found);
    });
    void ended.then(() => reject(new Error(`it ended: ${said.err}`)));
  });
  address.catch(() => undefined);
  return { child, said: () => said, address, ended };
}

describe("the program", () => {
  it("ends by itself while a stream is open and a request half sent", async () => {
    const program = start(join(folder, "a.sqlite"));
    const { hostname, port } = new URL(await program.address);
    const stream = connect(Number(port), hostname);
    stream.on("error", () => undefined);
    stream.write("GET /api/instruments/calliper/readings HTTP/1.1\r\nHost: localhost\r\n\r\n");
    await new Promise((resolve) => stream.once("data", resolve));
    const half = connect(Number(port), hostname);
    half.on("error", () => undefined);
    half.write("POST /api/changes HTTP/1.1\r\nHost: localhost\r\nContent-Length: 400\r\n\r\n{");
    await new Promise((resolve) => setTimeout(resolve, 200));
    const asked = Date.now();
    program.child.kill("SIGTERM");
    expect(await program.ended).toBe(0);
    expect(Date.now() - asked).toBeLessThan(20_000);
    stream.destroy();
    half.destroy();
  });

  it("says that another one works with the data, or that the port is taken, and prints no address", async () => {
    const file = join(folder, "b.sqlite");
    const first = start(file);
    const { port } = new URL(await first.address);
    const sameData = start(file);
    expect(await sameData.ended).toBe(1);
    expect(sameData.said().err).toContain("already running with this data");
    const other = join(folder, "other.sqlite");
    const samePort = start(other, Number(port));
    expect(await samePort.ended).toBe(1);
    expect(samePort.said().err).toContain(`port ${port} is taken`);
    // Nothing was opened or made before that was known.
    expect(existsSync(other)).toBe(false);
    for (const p of [sameData, samePort]) {
      expect(p.said().out).toBe("");
      expect(p.said().err.trim().split("\n")).toHaveLength(1);
    }
  });

  it("says in one line why it cannot work with a file", async () => {
    const file = join(folder, "words.sqlite");
    writeFileSync(file, "words ".repeat(3000));
    const program = start(file);
    expect(await program.ended).toBe(1);
    const { out, err } = program.said();
    expect([out, err.trim().split("\n").length]).toEqual(["", 1]);
    expect(err).toContain("words.sqlite is not a database.");
  });

  it("takes rests of uploads away when it starts, and keeps young files", async () => {
    const file = join(folder, "c", "shed.sqlite");
    const photos = join(folder, "c", "photos");
    mkdirSync(photos, { recursive: true });
    const put = (name: string, hoursOld: number): string => {
      const path = join(photos, name);
      writeFileSync(path, "x");
      const at = new Date(Date.now() - hoursOld * 3_600_000);
      utimesSync(path, at, at);
      return path;
    };
    const rest = put(`${"a".repeat(64)}.jpg.1.part`, 0);
    const orphan = put(`${"b".repeat(64)}.jpg`, 2);
    const young = put(`${"c".repeat(64)}.jpg`, 0);
    const program = start(file);
    await program.address;
    expect([rest, orphan, young].map((p) => existsSync(p))).toEqual([false, false, true]);
  });
});
