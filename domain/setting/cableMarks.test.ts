import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { beginCableMarks, cableMarksOf, changedOver, nutTurn, oneCableMore, SAME_MARK_MM, type CableMark } from ".";

const cable = (over: Partial<CableMark> = {}): CableMark => ({
  name: "Left",
  end: "rightHand",
  pitchMm: 1,
  beforeMm: 12,
  afterMm: null,
  ...over,
});
const length = fc.double({ min: 0, max: 60, noNaN: true });

describe("how the nut of a cable is turned back", () => {
  // By hand: 2 mm less thread out than before, on a pitch of 1 mm, are two turns.
  it.each<[Partial<CableMark>, number, "clockwise" | "anticlockwise"]>([
    [{ afterMm: 10 }, 2, "clockwise"],
    [{ afterMm: 14 }, 2, "anticlockwise"],
    [{ afterMm: 10, end: "leftHand" }, 2, "anticlockwise"],
    [{ afterMm: 14, end: "leftHand" }, 2, "clockwise"],
    [{ afterMm: 10.75, pitchMm: 1.25 }, 1, "clockwise"],
    // 1.9 mm over 1.25 are 1.52 turns: an eighth is as fine as anybody turns.
    [{ afterMm: 10.1, pitchMm: 1.25 }, 1.5, "clockwise"],
  ])("%o: %d turns %s", (over, turns, way) => expect(nutTurn(cable(over))).toMatchObject({ turns, way }));

  it("says nothing of one that is not measured, or in its place", () => {
    expect(nutTurn(cable())).toBeNull();
    expect(nutTurn(cable({ afterMm: 12 }))).toBeNull();
    expect(nutTurn(cable({ afterMm: 12 + SAME_MARK_MM * 0.9 }))).toBeNull();
    expect(nutTurn(cable({ afterMm: 12 + SAME_MARK_MM * 1.1 }))).not.toBeNull();
  });

  it("turned as it says, the thread stands out as before, to a sixteenth of a turn", () => {
    fc.assert(
      fc.property(
        length,
        length,
        fc.double({ min: 0.5, max: 2, noNaN: true }),
        fc.constantFrom<CableMark["end"]>("leftHand", "rightHand"),
        (beforeMm, afterMm, pitchMm, end) => {
          const turn = nutTurn(cable({ beforeMm, afterMm, pitchMm, end }));
          if (!turn) return Math.abs(beforeMm - afterMm) <= SAME_MARK_MM;
          const out = (turn.way === "clockwise") === (end === "rightHand") ? 1 : -1;
          return Math.abs(afterMm + out * turn.turns * pitchMm - beforeMm) <= pitchMm / 16 + 1e-9;
        },
      ),
      { seed: 20261128, numRuns: 300 },
    );
  });
});

describe("two cables on each other's place", () => {
  const pair = (left: number | null, right: number | null, more: Partial<CableMark> = {}): CableMark[] => [
    cable({ afterMm: left }),
    cable({ name: "Right", beforeMm: 9.5, afterMm: right, ...more }),
  ];

  it("are seen where each stands as the other did", () => {
    expect(changedOver(pair(9.5, 12))).toEqual(["Left", "Right"]);
    // A little off, as cables are: still crosswise.
    expect(changedOver(pair(9.7, 11.8))).toEqual(["Left", "Right"]);
  });

  it("are not seen where they fit as they are, or nearly as well either way", () => {
    expect(changedOver(pair(12, 9.5))).toBeNull();
    expect(changedOver(pair(10.75, 10.75))).toBeNull();
    expect(changedOver(pair(10.9, 10.6))).toBeNull();
  });

  it("are not suspected where one is not measured or the threads do not go onto each other", () => {
    expect(changedOver(pair(9.5, null))).toBeNull();
    expect(changedOver(pair(9.5, 12, { pitchMm: 1.25 }))).toBeNull();
    expect(changedOver(pair(9.5, 12, { end: "leftHand" }))).toBeNull();
  });

  it("are found among more than two", () => {
    const third = cable({ name: "Throttle", beforeMm: 30, afterMm: 30 });
    expect(changedOver([third, ...pair(9.5, 12)])).toEqual(["Left", "Right"]);
  });
});

describe("the list of cables", () => {
  it("begins with two that wait for their second measure", () => {
    const { cables, by } = beginCableMarks();
    expect(by).toBe("length");
    expect(cables.map((c) => [c.name, c.afterMm])).toEqual([
      ["Left cable", null],
      ["Right cable", null],
    ]);
  });

  it("grows by one at its end, by its number", () => {
    const { cables } = beginCableMarks();
    expect(oneCableMore(cables).map((c) => c.name)).toEqual(["Left cable", "Right cable", "Cable 3"]);
    expect(cables).toHaveLength(2);
  });
});

describe("marks that were read in the job", () => {
  const read = (phase: "before" | "after", place: string | null, ...mm: number[]) => ({
    quantity: "cableThread" as const,
    phase,
    place,
    values: mm.map((base) => ({ typed: `${base} mm`, base })),
  });

  it("are the tool's cables, each by its place, with their mean and what was read since", () => {
    const marks = cableMarksOf([
      read("before", "left cable", 11.9, 12.1),
      read("before", "right cable", 9.5),
      read("after", "right cable", 8.5),
    ]);
    expect(marks?.cables.map((c) => [c.name, c.beforeMm, c.afterMm])).toEqual([
      ["Left cable", 12, null],
      ["Right cable", 9.5, 8.5],
    ]);
    expect(nutTurn(marks!.cables[1])).toMatchObject({ turns: 1, way: "clockwise" });
    expect(cableMarksOf([read("before", null, 7)])?.cables[0].name).toBe("Cable");
  });

  it("are none where nothing was read before", () => {
    expect(cableMarksOf([])).toBeNull();
    expect(cableMarksOf([read("after", "left cable", 7)])).toBeNull();
    expect(cableMarksOf([read("before", "left cable")])).toBeNull();
  });
});
