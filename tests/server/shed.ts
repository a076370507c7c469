import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import request from "supertest";
import { ulid } from "ulid";
import { afterAll, afterEach, beforeAll, beforeEach } from "vitest";
import type { NewFields, Operation, ResourceName } from "../../contract";
import { buildApp, type App } from "../../server/app";

/** A server on a real database file of its own, with short ways to write through its doors. */
export class TestShed {
  private constructor(
    readonly app: App,
    readonly file: string,
    private readonly folder: string,
  ) {}

  static async open(): Promise<TestShed> {
    const folder = mkdtempSync(join(tmpdir(), "ash-lever-"));
    const file = join(folder, "shed.sqlite");
    return new TestShed(await buildApp({ databaseFile: file }), file, folder);
  }

  async close(): Promise<void> {
    await this.app.close();
    rmSync(this.folder, { recursive: true, force: true });
  }

  get(path: string) {
    return request(this.app.express).get(path).set("Host", "localhost");
  }

  post(path: string, body: unknown) {
    return request(this.app.express)
      .post(path)
      .set("Host", "localhost")
      .send(body as object);
  }

  change(operations: Operation[], scope = "shop", extra: object = {}) {
    return this.post("/api/changes", { id: ulid(), scope, label: "test", operations, ...extra });
  }

  /** Writes one record and gives its id. */
  async add<R extends ResourceName>(resource: R, data: NewFields<R>, scope = "shop"): Promise<string> {
    const id = ulid();
    const answer = await this.change([{ op: "create", resource, id, data: data as Record<string, unknown> }], scope);
    if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
    return id;
  }

  async job(): Promise<{ vehicleId: string; jobId: string }> {
    const vehicleId = await this.add("vehicle", { tag: "T 1" });
    const jobId = await this.add("job", { vehicleId, complaint: "Slop." });
    return { vehicleId, jobId };
  }
}

interface ShedWithJob {
  shed: TestShed;
  vehicleId: string;
  jobId: string;
}

const openedBy =
  (before: typeof beforeAll | typeof beforeEach, after: typeof afterAll | typeof afterEach) => (): ShedWithJob => {
    const held = {} as ShedWithJob;
    before(async () => {
      held.shed = await TestShed.open();
      Object.assign(held, await held.shed.job());
    });
    after(() => held.shed.close());
    return held;
  };

/** A shed with one vehicle and one job for all tests of a file; its parts are there once the tests run. */
export const shedWithJob = openedBy(beforeAll, afterAll);

/** A shed with one vehicle and one job, opened anew for every test of a file. */
export const freshShedWithJob = openedBy(beforeEach, afterEach);
