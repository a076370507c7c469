import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { beginGated, oneStopMore, renamedStop, turnedStop, withoutStop, type GatedFields } from ".";

const begun = beginGated();
const after = (patch: Partial<GatedFields>, from = begun): GatedFields => ({ ...from, ...patch });
const names = (f: GatedFields) => [f.shifter.positions.map((p) => p.name), f.gearbox.detents.map((d) => d.name)];

describe("positions of a detented shifter", () => {
  it("begin with a detent for each, in the order of the gate", () => {
    const [positions, detents] = names(begun);
    expect(positions).toEqual(["P", "R", "N", "D", "2", "1"]);
    expect(detents).toEqual(positions);
  });

  it("are called anew on both arms at once", () => {
    const [positions, detents] = names(after(renamedStop(begun, 3, "D4")));
    expect(positions[3]).toBe("D4");
    expect(detents).toEqual(positions);
  });

  it("turn on one arm alone", () => {
    const next = after(turnedStop(begun, "gearbox", "N", 236));
    expect(next.gearbox.detents.find((d) => d.name === "N")?.deg).toBe(236);
    expect(next.shifter).toEqual(begun.shifter);
    const other = after(turnedStop(begun, "shifter", "N", 258));
    expect(other.shifter.positions.find((d) => d.name === "N")?.deg).toBe(258);
    expect(other.gearbox).toEqual(begun.gearbox);
  });

  it("go from both arms, and come to both a little past the last", () => {
    const less = after(withoutStop(begun, "2"));
    expect(names(less)[0]).toEqual(["P", "R", "N", "D", "1"]);
    expect(names(less)[1]).toEqual(names(less)[0]);
    const more = after(oneStopMore(begun, "L"));
    expect(more.shifter.positions.at(-1)).toEqual({ name: "L", deg: 290 });
    expect(more.gearbox.detents.at(-1)).toEqual({ name: "L", deg: 268.2 });
  });

  it("are never turned past twice round", () => {
    let fields = begun;
    for (let i = 0; i < 80; i++) fields = after(oneStopMore(fields, String(i)), fields);
    expect(Math.max(...fields.shifter.positions.map((p) => p.deg))).toBe(720);
  });

  it("keep their names in step whatever is done to them", () => {
    const change = fc.oneof(
      fc.record({
        kind: fc.constant("rename" as const),
        at: fc.nat(),
        name: fc.string({ minLength: 1, maxLength: 4 }),
      }),
      fc.record({ kind: fc.constant("add" as const), at: fc.nat(), name: fc.string({ minLength: 1, maxLength: 4 }) }),
      fc.record({ kind: fc.constant("take" as const), at: fc.nat(), name: fc.constant("") }),
    );
    fc.assert(
      fc.property(fc.array(change, { maxLength: 25 }), (changes) => {
        let f = begun;
        for (const { kind, at, name } of changes) {
          const own = f.shifter.positions.map((p) => p.name);
          if (kind !== "take" && own.includes(name)) continue;
          if (kind === "take" && own.length < 3) continue;
          const i = at % own.length;
          f = after(
            kind === "rename"
              ? renamedStop(f, i, name)
              : kind === "add"
                ? oneStopMore(f, name)
                : withoutStop(f, own[i]),
            f,
          );
        }
        const [positions, detents] = names(f);
        expect(detents).toEqual(positions);
        expect(new Set(positions).size).toBe(positions.length);
      }),
      { seed: 20261128, numRuns: 100 },
    );
  });
});
