import fc from "fast-check";
import { routes, type Route } from "../../contract";
import { models } from "../../models";
import { z } from "zod";

/** One request that nobody of good will sends, or only by mistake. */
export interface HostileRequest {
  method: "GET" | "POST";
  path: string;
  headers: Record<string, string>;
  body: Uint8Array | null;
}

interface JsonSchema {
  type?: string | string[];
  enum?: unknown[];
  const?: unknown;
  anyOf?: JsonSchema[];
  oneOf?: JsonSchema[];
  properties?: Record<string, JsonSchema>;
  additionalProperties?: JsonSchema | boolean;
  items?: JsonSchema;
  minItems?: number;
  maxItems?: number;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
}

/** What stands where a value should: of the wrong kind, at an edge, or too much. */
const nonsense: fc.Arbitrary<unknown> = fc.oneof(
  fc.constantFrom(
    null,
    true,
    "",
    "x",
    0,
    -0,
    -1,
    1e308,
    5e-324,
    1.5,
    [],
    {},
    [[]],
    "\u0000",
    "\ud800",
    "__proto__",
    "9".repeat(400),
  ),
  fc.jsonValue({ maxDepth: 3 }),
);

/** Values as a schema describes them; a few deliberately not. `depth` bounds what is nested. */
function valueOf(schema: JsonSchema | undefined, depth = 0): fc.Arbitrary<unknown> {
  const good = goodValue(schema ?? {}, depth);
  return fc.oneof({ weight: 14, arbitrary: good }, { weight: 1, arbitrary: nonsense });
}

function goodValue(schema: JsonSchema, depth: number): fc.Arbitrary<unknown> {
  if (depth > 7) return fc.constant(null);
  if ("const" in schema) return fc.constant(schema.const);
  if (schema.enum) return fc.constantFrom(...schema.enum);
  const either = schema.anyOf ?? schema.oneOf;
  if (either?.length) return fc.oneof(...either.map((s) => valueOf(s, depth + 1)));
  const [type] = [schema.type].flat();
  switch (type) {
    case "object": {
      const own = Object.entries(schema.properties ?? {}).map(([key, s]) => [key, valueOf(s, depth + 1)] as const);
      const more = typeof schema.additionalProperties === "object" ? schema.additionalProperties : undefined;
      const object = fc.record(Object.fromEntries(own), { requiredKeys: own.length > 12 ? [] : own.map(([k]) => k) });
      if (own.length || !more) return object;
      return fc.dictionary(fc.string({ maxLength: 12 }), valueOf(more, depth + 1), { maxKeys: 4 });
    }
    case "array":
      return fc.array(valueOf(schema.items, depth + 1), {
        minLength: Math.min(schema.minItems ?? 0, 4),
        maxLength: Math.min(schema.maxItems ?? 4, 4),
      });
    case "integer":
    case "number": {
      const min = Math.max(schema.minimum ?? schema.exclusiveMinimum ?? -1e6, -1e9);
      const max = Math.min(schema.maximum ?? 1e6, 1e9);
      const edges = fc.constantFrom(min, max);
      if (min >= max) return edges;
      const inside =
        type === "integer"
          ? fc.integer({ min: Math.ceil(Math.max(min, -2e9)), max: Math.floor(Math.min(max, 2e9)) })
          : fc.double({ min, max, noNaN: true });
      return fc.oneof(edges, inside);
    }
    case "boolean":
      return fc.boolean();
    case "string":
      return fc.oneof(
        fc.string({ maxLength: 40 }),
        fc.constantFrom(
          "01ARZ3NDEKTSV4RRFFQ69G5FAV",
          "shop",
          "40 Nm",
          "3 1/2 in",
          "2025-06-02",
          "2025-06-02T08:00:00.000Z",
        ),
      );
    default:
      return fc.jsonValue({ maxDepth: 3 });
  }
}

const schemaOf = (schema: z.ZodType): JsonSchema =>
  z.toJSONSchema(schema, { io: "input", unrepresentable: "any" }) as JsonSchema;

const text = (value: unknown): Uint8Array => new TextEncoder().encode(JSON.stringify(value) ?? "");

const odd: fc.Arbitrary<Record<string, string>> = fc.oneof(
  { weight: 8, arbitrary: fc.constant({}) },
  {
    weight: 1,
    arbitrary: fc.constantFrom<Record<string, string>>(
      { "Content-Encoding": "gzip" },
      { "Content-Encoding": "br" },
      { "Content-Encoding": "nothing" },
      { "Content-Type": "application/json; charset=utf-16" },
      { "Content-Type": "multipart/form-data" },
      { "Content-Type": "multipart/form-data; boundary=x" },
      { Range: "bytes=999999999-" },
      { Range: "bytes=-" },
      { "If-Match": '"no"' },
      { "If-Modified-Since": "never" },
      { "Accept-Encoding": "nothing;q=x" },
      { Origin: "http://evil.example" },
      { Host: "evil.example" },
    ),
  },
);

/** Bytes that are spoiled after they were written: cut, overwritten, or packed in brackets. */
const spoiled = (body: fc.Arbitrary<Uint8Array>): fc.Arbitrary<Uint8Array> =>
  fc.oneof(
    { weight: 12, arbitrary: body },
    { weight: 1, arbitrary: fc.tuple(body, fc.nat(200)).map(([b, n]) => b.subarray(0, Math.max(0, b.length - n))) },
    {
      weight: 1,
      arbitrary: fc.tuple(body, fc.nat(), fc.integer({ min: 0, max: 255 })).map(([b, at, to]) => {
        const out = b.slice();
        if (out.length) out[at % out.length] = to;
        return out;
      }),
    },
    {
      weight: 1,
      arbitrary: fc.integer({ min: 60, max: 9000 }).map((n) => new TextEncoder().encode("[".repeat(n) + "]".repeat(n))),
    },
  );

const segment = fc.oneof(
  fc.constantFrom(
    "01ARZ3NDEKTSV4RRFFQ69G5FAV",
    "%",
    "%E0%A4%A",
    "%00",
    "..%2f..%2fetc",
    "a".repeat(64),
    `${"b".repeat(64)}.wav`,
    `${"b".repeat(64)}.csv`,
  ),
  fc.string({ maxLength: 20 }).map(encodeURIComponent),
);

const query = (route: Route): fc.Arbitrary<string> =>
  fc
    .dictionary(
      fc.constantFrom(...Object.keys(route.query?.shape ?? { nothing: 1 }), "else"),
      fc.oneof(
        fc.string({ maxLength: 30 }),
        fc.constantFrom("0", "-1", "1e9", "NaN", "shop", "01ARZ3NDEKTSV4RRFFQ69G5FAV"),
      ),
    )
    .map((q) => new URLSearchParams(q).toString());

const ofRoute = (route: Route): fc.Arbitrary<HostileRequest> =>
  fc
    .record({
      ids: fc.array(segment, { minLength: 2, maxLength: 2 }),
      query: query(route),
      headers: odd,
      body: route.body ? spoiled(valueOf(schemaOf(route.body)).map(text)) : fc.constant(null),
    })
    .map(({ ids, query: q, headers, body }) => {
      let n = 0;
      const path = route.path.replace(/:(\w+)/g, () => ids[(n += 1) % 2]);
      const method = route.method === "get" ? "GET" : "POST";
      return {
        method,
        path: q ? `${path}?${q}` : path,
        headers: { "Content-Type": "application/json", ...headers },
        body,
      };
    });

const ofModel = fc.constantFrom(...models).chain((model) =>
  fc
    .record({ headers: odd, body: spoiled(valueOf(schemaOf(model.input)).map(text)) })
    .map(({ headers, body }): HostileRequest => ({
      method: "POST",
      path: `/api/compute/${model.name}`,
      headers: { "Content-Type": "application/json", ...headers },
      body,
    })),
);

const ofFile = fc
  .record({
    path: fc.constantFrom("/api/photos", "/api/recordings"),
    field: fc.constantFrom("photo", "recording", "file", "__proto__"),
    name: fc.constantFrom("a.png", "a.wav", "a.csv", "../../x", ""),
    content: fc.oneof(
      fc.uint8Array({ maxLength: 600 }),
      fc
        .array(fc.tuple(fc.double(), fc.double()), { maxLength: 60 })
        .map((l) => new TextEncoder().encode(l.map((p) => p.join()).join("\n"))),
      fc
        .uint8Array({ maxLength: 300 })
        .map((b) => new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, ...b])),
      fc
        .uint8Array({ maxLength: 300 })
        .map((b) => new Uint8Array([...new TextEncoder().encode("RIFF\u0010\u0000\u0000\u0000WAVEfmt "), ...b])),
    ),
  })
  .map(({ path, field, name, content }): HostileRequest => {
    const head = `--x\r\nContent-Disposition: form-data; name="${field}"; filename="${name}"\r\nContent-Type: image/png\r\n\r\n`;
    const encoder = new TextEncoder();
    const body = new Uint8Array([...encoder.encode(head), ...content, ...encoder.encode("\r\n--x--\r\n")]);
    return { method: "POST", path, headers: { "Content-Type": "multipart/form-data; boundary=x" }, body };
  });

const elsewhere = fc
  .tuple(
    fc.constantFrom(
      "/",
      "/assets/",
      "/api/",
      "/api/photos/",
      "/api/recordings/",
      "/api/instruments/calliper/",
      "/api/instruments/accelerometer/samples?",
    ),
    segment,
  )
  .map(([path, end]): HostileRequest => ({ method: "GET", path: path + end, headers: {}, body: null }));

/** Requests made of the contract's own schemas, mostly right and somewhere wrong. */
export const hostileRequests: fc.Arbitrary<HostileRequest> = fc.oneof(
  { weight: 5, arbitrary: fc.constantFrom(...(Object.values(routes) as Route[])).chain(ofRoute) },
  { weight: 8, arbitrary: ofModel },
  { weight: 2, arbitrary: ofFile },
  { weight: 1, arbitrary: elsewhere },
);
