import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ulid } from "ulid";
import {
  addressOf,
  refusalSchema,
  resourceNames,
  resources,
  routes,
  type ResourceName,
  type Route,
  type RouteName,
} from "../contract";
import { fromShape } from "../tests/server/fromShape";
import { shedWithJob } from "../tests/server/shed";

const ids = shedWithJob();

/** Streams go on until the caller leaves: they are asked for with an instrument that is not there. */
const streams = (route: Route): boolean => route.sends?.includes("text/event-stream") ?? false;
const names = Object.keys(routes) as RouteName[];
const reads = names.filter((n) => routes[n].method === "get" && !streams(routes[n]));
const writes = names.filter((n) => "body" in routes[n]);

/** An answer that keeps the contract: the answer it promises, or a refusal that names a field. Never a fault inside. */
function keepsContract(name: RouteName, status: number, body: unknown): void {
  const route: Route = routes[name];
  if (status === 200) {
    if (route.response) expect(route.response.safeParse(body).error?.message).toBeUndefined();
    return;
  }
  expect(status).toBeGreaterThanOrEqual(400);
  expect([name, status]).not.toEqual([name, 500]);
  const refused = refusalSchema.safeParse(body);
  expect(refused.success).toBe(true);
  if (refused.success) expect(refused.data.error.message).not.toMatch(/node_modules|SQLITE|\.ts:/);
}

describe("every route, asked as its shapes allow and a little otherwise", () => {
  it.each(reads)("%s answers or refuses", async (name) => {
    const route: Route = routes[name];
    const text = fc.oneof(fc.constantFrom(ids.jobId, ids.vehicleId, ulid(), `job:${ids.jobId}`, "shop"), fc.string());
    const params = fc.record(Object.fromEntries(Object.keys(route.params?.shape ?? {}).map((k) => [k, text])));
    const query = route.query ? fromShape(route.query) : fc.constant({});
    await fc.assert(
      fc.asyncProperty(params, query, async (p, q) => {
        const asked = typeof q === "object" && q !== null && !Array.isArray(q) ? q : {};
        // An address cannot end in a dot segment: nothing of it would arrive.
        const given = Object.fromEntries(Object.entries(p).map(([k, v]) => [k, /^\.{0,2}$/.test(v) ? "x" : v]));
        const { status, body } = await ids.shed.get(addressOf(name, given, asked as Record<string, string>));
        keepsContract(name, status, body);
      }),
      { numRuns: 25, seed: 11 },
    );
  });

  it.each(writes)("%s answers or refuses whatever its body says", async (name) => {
    const route: Route = routes[name];
    await fc.assert(
      fc.asyncProperty(fromShape(route.body!), async (body) => {
        const { status, body: answer } = await ids.shed.post(
          route.path,
          typeof body === "object" && body !== null ? body : {},
        );
        keepsContract(name, status, answer);
      }),
      { numRuns: 40, seed: 12 },
    );
  });

  it.each(names.filter((n) => streams(routes[n])))(
    "%s of an instrument that is not there is not found",
    async (name) => {
      const { status, body } = await ids.shed.get(addressOf(name, { id: "nobody" }));
      expect([status, body.error.code]).toEqual([404, "not_found"]);
    },
  );
});

describe("every kind of record, filled as its shape allows", () => {
  it.each(resourceNames)("%s is kept as it was sent, or refused by field", async (resource: ResourceName) => {
    await fc.assert(
      fc.asyncProperty(fromShape(resources[resource], 0.02), async (made) => {
        const data = { ...(made as Record<string, unknown>) };
        const shape: Record<string, unknown> = resources[resource].shape;
        if ("jobId" in shape) data.jobId = ids.jobId;
        if ("vehicleId" in shape) data.vehicleId = ids.vehicleId;
        const id = resource === "shop" ? "01SHPPPPPPPPPPPPPPPPPPPPPP" : ulid();
        const { status, body } = await ids.shed.change([{ op: "create", resource, id, data }]);
        keepsContract("change", status, body);
        if (status !== 200) return;
        const [{ record }] = body.records as { record: Record<string, unknown> }[];
        // What comes back can be sent again as it is: nothing was lost or turned into something else.
        const fields = Object.fromEntries(Object.keys(shape).map((k) => [k, record[k]]));
        expect(resources[resource].safeParse(fields).success).toBe(true);
      }),
      { numRuns: 12, seed: 13 },
    );
  });
});
