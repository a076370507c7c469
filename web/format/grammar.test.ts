import { describe, expect, it } from "vitest";
import { capital, count, enumerate, numberWord, uncapital } from "./grammar";
import { labelOf, refusalText } from "./fieldLabels";

describe("grammar of counts and lists", () => {
  it("agrees in number", () => {
    expect([count(0, "vehicle"), count(1, "vehicle"), count(2, "vehicle"), count(2, "box", "boxes")]).toEqual([
      "0 vehicles",
      "one vehicle",
      "2 vehicles",
      "2 boxes",
    ]);
    expect([numberWord(0), numberWord(4), numberWord(11)]).toEqual(["no", "four", "11"]);
  });

  it("lists with its last word", () => {
    expect(enumerate([])).toBe("");
    expect(enumerate(["", "tail"])).toBe("tail");
    expect(enumerate(["left", "right"])).toBe("left and right");
    expect(enumerate(["left", "right", "tail"], "or")).toBe("left, right or tail");
  });

  it("changes one letter and no more", () => {
    expect([capital("third gear"), uncapital("Third gear"), capital("")]).toEqual(["Third gear", "third gear", ""]);
  });
});

describe("the label of a field", () => {
  it.each([
    ["lever.pin", "Pin"],
    ["pin.zMm", "Pin, up"],
    ["stopArmMm", "Pivot to stop"],
    ["swing.lastDeg", "Arm, last position"],
    ["ends[1].threadDiameterMm", "End 2, thread diameter"],
    ["captureDeg", "Capture"],
    ["shoreA", "Hardness"],
    ["", ""],
  ])("%s is said as %s", (path, label) => expect(labelOf(path)).toBe(label));

  it("stands before what it must be, and inside that too", () => {
    expect(refusalText("rodMm.max", "180 mm or more, as rodMm.min")).toBe(
      "Rod, longest: must be 180 mm or more, as “rod, shortest”.",
    );
    expect(refusalText("", "3 kN or more")).toBe("It must be 3 kN or more.");
  });
});
