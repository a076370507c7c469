import { spawn, type ChildProcess } from "node:child_process";
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { freePort } from "./test";

/** A copy of the built program on an empty book, that can be upgraded, ended and started again at one address. */
export class OwnProgram {
  private server: ChildProcess | null = null;
  private version = 0;

  private constructor(
    private readonly folder: string,
    private readonly port: number,
  ) {}

  static async open(): Promise<OwnProgram> {
    // Inside the project: the program finds its packages from where it is.
    mkdirSync("test-results", { recursive: true });
    const folder = mkdtempSync(join("test-results", "upgrade-"));
    cpSync("dist", join(folder, "dist"), { recursive: true });
    const own = new OwnProgram(folder, await freePort());
    await own.start();
    return own;
  }

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(): Promise<void> {
    const args = [join(this.folder, "dist/server.mjs"), "--port", String(this.port), "--data"];
    const server = spawn(process.execPath, [...args, join(this.folder, "data/a.sqlite")], {
      stdio: ["ignore", "pipe", "inherit"],
    });
    this.server = server;
    await new Promise<void>((resolve, reject) => {
      server.stdout?.once("data", () => resolve());
      server.once("exit", () => reject(new Error("the program ended")));
    });
  }

  async end(): Promise<void> {
    const { server } = this;
    this.server = null;
    if (!server) return;
    const ended = new Promise((resolve) => server.once("exit", resolve));
    server.kill("SIGTERM");
    await ended;
  }

  /** Puts a newer version of the pages in place: the page itself differs, and the list of what is kept says so. */
  upgrade(): string {
    this.version += 1;
    const web = join(this.folder, "dist/web");
    const page = readFileSync(join(web, "index.html"), "utf8");
    writeFileSync(
      join(web, "index.html"),
      page.replace(/<html[^>]*>/, `<html lang="en" data-version="${this.version}">`),
    );
    const worker = readFileSync(join(web, "sw.js"), "utf8");
    const revision = `{url:"index.html",revision:"${String(this.version).padStart(32, "0")}"}`;
    writeFileSync(join(web, "sw.js"), worker.replace(/\{url:"index\.html",revision:"\w+"\}/, revision));
    return String(this.version);
  }

  async close(): Promise<void> {
    await this.end();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
