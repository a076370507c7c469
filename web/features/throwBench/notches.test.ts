import { describe, expect, it } from "vitest";
import { isRefusal } from "../../../contract";
import { exampleGearbox, exampleSetups, NO_OBSTACLES } from "../../../domain";
import { atNotch, notchAnswer, USUAL_NOTCHES } from "./NotchStrip";
import { notchPieces } from "./sentence";

describe("an adjustable lever", () => {
  const gearbox = exampleGearbox("direct");
  const [old, short] = exampleSetups("direct");
  const adjustable = { ...short, notches: USUAL_NOTCHES };

  it("is the same lever taken at a notch as reckoned at it", () => {
    const answer = notchAnswer(gearbox, adjustable, old, NO_OBSTACLES);
    if (isRefusal(answer)) throw new Error(answer.error.message);
    const third = answer.notches[2];
    const taken = atNotch(adjustable, third.notchMm);
    const again = notchAnswer(gearbox, { ...adjustable, ...taken }, old, NO_OBSTACLES);
    if (isRefusal(again)) throw new Error(again.error.message);
    // Its list is counted from where it now stands: the third is where it is.
    expect(again.notches[2]).toMatchObject({ notchMm: 0, neutralDeg: 0 });
    again.notches.forEach((n, i) => expect(n.throwMm).toBeCloseTo(answer.notches[i].throwMm ?? 0, 6));
    expect(atNotch(short, 5)).toBeNull();
  });

  it("is told in the trade's words", () => {
    const words = (n: object, surroundings = true): string =>
      notchPieces(
        {
          reductionPct: 28.4,
          effortFactor: 1.4,
          gapMm: 2.35,
          obstacle: "prop shaft",
          gear: "2",
          neutralDeg: 0,
          ...n,
        } as never,
        surroundings,
        (mm) => mm.toFixed(1),
        "mm",
      )
        .map((p) => {
          if (typeof p === "string") return p;
          if ("strong" in p) return p.strong;
          return "mark" in p ? p.says : `${p.figure} ${p.unit ?? ""}`.trim();
        })
        .join("");
    expect(words({}).replace(/\u202f/g, " ")).toBe(
      "28 % shorter, 1.40 times the effort, clears the prop shaft by 2.4 mm in second.",
    );
    expect(words({ gapMm: -1, gear: "N" })).toContain("touches the prop shaft in neutral");
    expect(words({ neutralDeg: -2 }, false)).toContain("In neutral it leans 2.0° forward");
  });
});
