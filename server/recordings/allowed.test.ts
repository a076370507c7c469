import fc from "fast-check";
import { expect, it } from "vitest";
import { keptRecording } from "../../contract";
import { decodeText, wavBytes } from "../../core";
import work from "../compute/worker";
import type { ReadRecording } from "../compute/tasks";

/** A logger's file: time, value and engine speed, a few of its figures other than a logger should write. */
const csv = fc
  .record({
    step: fc.constantFrom(0.01, 0.001, 0.5),
    rows: fc.integer({ min: 16, max: 90 }),
    odd: fc.array(fc.tuple(fc.nat(89), fc.constantFrom("-5", "999999", "0", "1e300", "30000", "30000.5", "-1e9")), {
      maxLength: 6,
    }),
    delimiter: fc.constantFrom(",", ";", "\t"),
    name: fc.constantFrom("rpm", "engine rpm", "rev"),
  })
  .map(({ step, rows, odd, delimiter, name }) => {
    const strange = new Map(odd);
    const lines = Array.from({ length: rows }, (_, i) =>
      [(i * step).toFixed(4), Math.sin(i).toFixed(4), strange.get(i) ?? String(900 + i)].join(delimiter),
    );
    return new TextEncoder().encode([["time", "value g", name].join(delimiter), ...lines].join("\n"));
  });

const wav = fc
  .record({ count: fc.integer({ min: 16, max: 200 }), rateHz: fc.constantFrom(1, 100, 44_100, 1e6) })
  .map(({ count, rateHz }) =>
    wavBytes(
      Float64Array.from({ length: count }, (_, i) => Math.sin(i / 3)),
      rateHz,
    ),
  );

/** Bytes overwritten or cut, and UTF-16 of what was UTF-8. */
const mutated = fc.oneof(csv, wav).chain((bytes) =>
  fc.oneof(
    { weight: 3, arbitrary: fc.constant(bytes) },
    fc.tuple(fc.nat(bytes.length - 1), fc.nat(255)).map(([at, to]) => {
      const out = bytes.slice();
      out[at] = to;
      return out;
    }),
    fc.nat(bytes.length).map((at) => bytes.slice(0, at)),
    fc.constant(
      Uint8Array.from(
        [...`\ufeff${decodeText(bytes).text}`].flatMap((c) => [c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8]),
      ),
    ),
  ),
);

it("an importer gives only what may be kept, whatever the file holds", () => {
  let kept = 0;
  fc.assert(
    fc.property(mutated, (bytes) => {
      const read = work({ bytes }) as ReadRecording;
      if (!read.ok) return;
      const of = Object.fromEntries(
        Object.keys(keptRecording.shape).map((key) => [key, read[key as keyof typeof read]]),
      );
      const notes = read.notes.map((n) => n.slice(0, 200));
      const parsed = keptRecording.safeParse({ ...of, notes, file: "a".repeat(64) });
      expect(parsed.error?.issues).toBeUndefined();
      kept += 1;
    }),
    { numRuns: 300, seed: 20_261_201 },
  );
  expect(kept).toBeGreaterThan(100);
});

it("says how many speeds of a column were left out, and leaves out no others", () => {
  const rows = Array.from({ length: 40 }, (_, i) => `${i / 100},${i % 3},${i === 3 ? -5 : i === 9 ? 999_999 : 1500}`);
  const read = work({ bytes: new TextEncoder().encode(["time,value,rpm", ...rows].join("\n")) }) as ReadRecording;
  if (!read.ok) throw new Error(read.why);
  expect(read.notes.join()).toContain("2 of 40 speeds were left out");
  expect(read.rpmTrack).toHaveLength(38);
});
