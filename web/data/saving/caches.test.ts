// @vitest-environment jsdom
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { jobChildren, SHOP_ID, type JobView } from "../../../contract";
import { dossierOf, jobView, PARENT, record } from "../../../tests/domain/records";
import { recordsApi } from "../api";
import { makeStore } from "../store";
import { intoCaches, type Acknowledged } from "./caches";

const view = jobView();
const JOB = view.job.id;
const OTHER = "01DEMSKERR00000000000000ZZ";

/** A store that has one job, its vehicle and the shop on screen. */
async function onScreen() {
  const store = makeStore();
  const shop = { shop: record("shop", { name: "Test shed" }, { id: SHOP_ID }), people: [], shopId: PARENT };
  await store.dispatch(recordsApi.util.upsertQueryData("job", JOB, view));
  await store.dispatch(recordsApi.util.upsertQueryData("vehicle", view.vehicle.id, dossierOf(view.vehicle)));
  await store.dispatch(recordsApi.util.upsertQueryData("shop", undefined, shop));
  const { job, vehicle, shop: shopQuery } = recordsApi.endpoints;
  return {
    take: (...records: Acknowledged[]): void => intoCaches(store.dispatch, store.getState(), records),
    job: (): JobView => job.select(JOB)(store.getState()).data as JobView,
    vehicle: () => vehicle.select(view.vehicle.id)(store.getState()).data,
    shop: () => shopQuery.select(undefined)(store.getState()).data,
  };
}
const ack = (resource: Acknowledged["resource"], rec: unknown): Acknowledged =>
  ({ resource, record: rec }) as Acknowledged;

describe("an acknowledged record, on screen before lists are read anew", () => {
  it("takes the place of job, vehicle and shop it belongs to, and of no other", async () => {
    const screen = await onScreen();
    screen.take(
      ack("job", { ...view.job, version: 2, complaint: "It shakes." }),
      ack("vehicle", { ...view.vehicle, version: 2, tag: "T 2" }),
      ack("shop", record("shop", { name: "Skerrin’s shed" }, { id: SHOP_ID, version: 2 })),
    );
    expect(screen.job().job.complaint).toBe("It shakes.");
    expect([screen.job().vehicle.tag, screen.vehicle()?.vehicle.tag]).toEqual(["T 2", "T 2"]);
    expect(screen.shop()?.shop.name).toBe("Skerrin’s shed");
    screen.take(ack("job", { ...view.job, id: OTHER, complaint: "Another." }));
    screen.take(ack("vehicle", { ...view.vehicle, id: OTHER, tag: "T 9" }));
    expect([screen.job().job.complaint, screen.job().vehicle.tag]).toEqual(["It shakes.", "T 2"]);
  });

  it("of a vehicle's new job stands in its dossier, and leaves it by the bin", async () => {
    const screen = await onScreen();
    const job = record("job", { vehicleId: view.vehicle.id, complaint: "Pops out of third." });
    screen.take(ack("job", job), ack("job", record("job", { vehicleId: OTHER })));
    expect(screen.vehicle()?.jobs.map((j) => j.id)).toEqual([job.id]);
    screen.take(ack("job", { ...job, version: 2, deletedAt: "2026-11-20T09:00:00Z" }));
    expect(screen.vehicle()?.jobs).toEqual([]);
  });

  it("of a person stands with the others", async () => {
    const screen = await onScreen();
    const person = record("person", { name: "Skerrin Post", initials: "SP" });
    screen.take(ack("person", person), ack("person", { ...person, version: 2, initials: "SKP" }));
    expect(screen.shop()?.people.map((p) => p.initials)).toEqual(["SKP"]);
  });

  // Whatever comes in whatever order, the lists of a job hold what a plain list of its records would.
  it("leaves every list of a job as its records are, by property", async () => {
    const kinds = fc.constantFrom(...jobChildren);
    const event = fc.record({
      kind: kinds,
      which: fc.integer({ min: 0, max: 4 }),
      jobId: fc.constantFrom(JOB, JOB, JOB, OTHER),
      does: fc.constantFrom("kept", "kept", "kept", "binned"),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(event, { maxLength: 30 }), async (events) => {
        const screen = await onScreen();
        const known = new Map<string, { kind: string; id: string; version: number }>();
        for (const [i, { kind, which, jobId, does }] of events.entries()) {
          const id = `${kind}-${which}-${jobId === JOB ? "own" : "other"}`;
          screen.take(
            ack(kind, {
              id,
              jobId,
              version: i + 1,
              deletedAt: does === "binned" ? "2026-11-20T09:00:00Z" : null,
            }),
          );
          if (jobId !== JOB) continue;
          if (does === "binned") known.delete(id);
          else known.set(id, { kind, id, version: i + 1 });
        }
        for (const kind of jobChildren) {
          const list = screen.job()[kind].map((r) => [r.id, r.version] as const);
          const wanted = [...known.values()].filter((k) => k.kind === kind).map((k) => [k.id, k.version] as const);
          expect([...list].sort()).toEqual([...wanted].sort());
        }
      }),
      { numRuns: 60, seed: 20261128 },
    );
  });

  it("changes nothing where nothing is on screen", () => {
    const store = makeStore();
    const before = store.getState().api.queries;
    intoCaches(store.dispatch, store.getState(), [ack("job", view.job)]);
    expect(store.getState().api.queries).toEqual(before);
  });
});
