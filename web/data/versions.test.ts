import { describe, expect, it } from "vitest";
import { differences, fieldWords } from "./versions";

describe("two versions of a record", () => {
  it.each([
    ["claimedReductionPct", "claimed reduction, %"],
    ["choiceReason", "choice reason"],
    ["zMm", "z, mm"],
    ["kxNPerMm", "kx, N/mm"],
    ["verdict", "verdict"],
    ["engineTorqueNm", "engine torque, N m"],
  ])("have a field %s that is read %s", (name, words) => expect(fieldWords(name)).toBe(words));

  it("differ in what a person can choose between, down to the figure", () => {
    const lever = (zMm: number) => ({ knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm } });
    expect(
      differences(
        { id: "a", version: 3, name: "Short", lever: lever(-80), shown: true },
        { id: "a", version: 4, name: "Short", lever: lever(-78.5), shown: false },
      ),
    ).toEqual([
      { field: "lever: pin: z, mm", yours: "\u221280", theirs: "\u221278.50" },
      { field: "shown", yours: "yes", theirs: "no" },
    ]);
  });

  it("call a piece of a list by its name, or by its place, and say how many there are of what only one has", () => {
    const gears = (travel: number) => ({ gears: [{ gear: "3", travelMm: travel }], notes: [1] });
    expect(differences(gears(10), { ...gears(11), notes: [2] })).toEqual([
      { field: "gears: 3: travel, mm", yours: "10", theirs: "11" },
      { field: "notes: no. 1", yours: "1", theirs: "2" },
    ]);
    expect(differences({ odometer: [{ km: 1 }] }, { odometer: null })).toEqual([
      { field: "odometer", yours: "1 in the list", theirs: "empty" },
    ]);
  });

  it("show what was typed, and not what was understood of it beside that", () => {
    expect(differences({ play: { typed: "1/16 in", base: 1.5875 } }, { play: { typed: "2 mm", base: 2 } })).toEqual([
      { field: "play", yours: "1/16 in", theirs: "2 mm" },
    ]);
    expect(differences({ play: null }, { play: { typed: "2 mm", base: 2 } })).toEqual([
      { field: "play", yours: "empty", theirs: "2 mm" },
    ]);
  });

  it("leave out what was not written", () => {
    expect(differences({ owner: "A" }, { owner: "B", tag: "T 1", notes: "long" })).toEqual([
      { field: "owner", yours: "A", theirs: "B" },
    ]);
  });

  it("that are the same differ in nothing", () => {
    expect(differences({ a: [1, { b: 2 }], updatedAt: "x" }, { a: [1, { b: 2 }], updatedAt: "y" })).toEqual([]);
    expect(differences({ note: "" }, { note: null })).toEqual([]);
  });
});
