import { buffer } from "node:stream/consumers";
import type { Readable } from "node:stream";
import fc from "fast-check";
import { fromBufferPromise } from "yauzl";
import { ZipFile } from "yazl";

/** One way to spoil an archive: bytes of the file itself, or something inside it before it is packed again. */
type Spoil =
  | { do: "flip"; at: number; to: number }
  | { do: "cut"; at: number }
  | { do: "twist"; at: number; value: unknown }
  | { do: "rename"; at: number; name: string }
  | { do: "zero"; at: number; length: number };

const spoil: fc.Arbitrary<Spoil> = fc.oneof(
  fc.record({ do: fc.constant("flip" as const), at: fc.nat(), to: fc.nat(255) }),
  fc.record({ do: fc.constant("cut" as const), at: fc.nat() }),
  fc.record({
    do: fc.constant("twist" as const),
    at: fc.nat(),
    value: fc.oneof(
      fc.constantFrom<unknown>(
        null,
        "",
        "x",
        "../../y",
        -1,
        1e308,
        [],
        {},
        [null],
        { id: null },
        "\u0000",
        "9".repeat(300),
      ),
      fc.jsonValue({ maxDepth: 2 }),
    ),
  }),
  fc.record({
    do: fc.constant("rename" as const),
    at: fc.nat(),
    name: fc.constantFrom(
      "records.json",
      "photos/x.jpg",
      `photos/${"a".repeat(64)}.jpg`,
      `recordings/${"b".repeat(64)}.wav`,
    ),
  }),
  fc.record({ do: fc.constant("zero" as const), at: fc.nat(), length: fc.nat(4000) }),
);

/** Puts `value` in the place of the nth node of a tree of records. */
function twisted(tree: unknown, at: number, value: unknown): unknown {
  const places: [holder: Record<string, unknown>, key: string][] = [];
  const walk = (node: unknown): void => {
    if (typeof node !== "object" || node === null) return;
    for (const key of Object.keys(node)) {
      places.push([node as Record<string, unknown>, key]);
      walk((node as Record<string, unknown>)[key]);
    }
  };
  walk(tree);
  const [holder, key] = places[at % places.length];
  holder[key] = value;
  return tree;
}

async function spoiled(zip: Buffer, how: Spoil): Promise<Buffer> {
  if (how.do === "flip") {
    const out = Buffer.from(zip);
    out[how.at % out.length] = how.to;
    return out;
  }
  if (how.do === "cut") return zip.subarray(0, how.at % zip.length);
  const source = await fromBufferPromise(zip);
  const again = new ZipFile();
  const names: [string, Buffer][] = [];
  for await (const entry of source.eachEntry())
    names.push([entry.fileName, await buffer((await source.openReadStreamPromise(entry)) as unknown as Readable)]);
  for (const [i, [name, bytes]] of names.entries()) {
    const struck = how.at % names.length === i;
    if (how.do === "twist" && name === "records.json")
      again.addBuffer(
        Buffer.from(JSON.stringify(twisted(JSON.parse(bytes.toString()), how.at, how.value)) ?? ""),
        name,
      );
    else if (how.do === "rename" && struck) again.addBuffer(bytes, how.name);
    else if (how.do === "zero" && struck) {
      const out = Buffer.from(bytes);
      const from = how.at % (out.length || 1);
      out.fill(0, from, Math.min(out.length, from + how.length));
      again.addBuffer(out, name);
    } else again.addBuffer(bytes, name);
  }
  again.end();
  return buffer(again.outputStream as unknown as Readable);
}

/** Sends an archive spoiled in so many ways; `send` gives the status of the last answer. */
export async function mutatedArchives(
  zip: Buffer,
  count: number,
  seed: number,
  send: (bytes: Buffer) => Promise<number>,
): Promise<{ taken: number; refused: number; faults: { how: Spoil; status: number }[] }> {
  const run = { taken: 0, refused: 0, faults: [] as { how: Spoil; status: number }[] };
  for (const how of fc.sample(spoil, { numRuns: count, seed })) {
    const status = await send(await spoiled(zip, how));
    if (status === 200) run.taken += 1;
    else if (status >= 400 && status < 500) run.refused += 1;
    else run.faults.push({ how, status });
  }
  return run;
}
