import { describe, expect, it } from "vitest";
import type { Questioned } from "../../domain";
import { builtText, questionText } from "./sheetWords";

const plain = (text: string): string => text.replace(/[\u202f\u00a0]/g, " ");
const said = (q: Questioned): string => plain(questionText(q, (nm) => `${nm.toFixed(1)} N m`));

/** One of each kind the audit can ask about, and what is read of it. */
const QUESTIONS: Record<Questioned["kind"], [Questioned, string]> = {
  unitSlip: [
    { kind: "unitSlip", typed: "25 lb ft", couldBe: "25 Nm", by: "source" },
    "25 lb ft here, 25 Nm in another source: one of them is in the wrong unit.",
  ],
  farFromEstimate: [
    { kind: "farFromEstimate", typed: "250 Nm", ratio: 10.2, estimateNm: 24.6 },
    "250 Nm is 10.2 times what is typical for this fastener (about 24.6 N m). Check the document.",
  ],
  thread: [
    { kind: "thread", thread: "M9", grade: "8.8", accepts: "M8, M10" },
    "M9, grade 8.8 does not exist: accepted is M8, M10.",
  ],
  stageAboveFinal: [
    { kind: "stageAboveFinal", typed: "40, then 30 Nm" },
    "40, then 30 Nm: a stage is not above the one before it.",
  ],
  angleReuse: [
    { kind: "angleReuse", typed: "40 Nm + 90°" },
    "40 Nm + 90°: torque plus angle, and nobody has said whether the bolts may be used again.",
  ],
  twice: [{ kind: "twice", typed: "" }, "This is there twice for the same vehicles."],
  numberTwice: [{ kind: "numberTwice", typed: "U-110", other: "Lever bush" }, "Number U-110 is also under Lever bush."],
  datesOverlap: [{ kind: "datesOverlap", typed: "", other: "" }, "Build dates overlap with another line of this name."],
  noUnit: [{ kind: "noUnit", typed: "40" }, "40 cannot be read as a torque. Add the unit."],
  noSource: [{ kind: "noSource", typed: "40 Nm" }, "40 Nm: the document it is from is not named."],
  supersededLoop: [{ kind: "supersededLoop", numbers: ["A-1", "A-2"] }, "A-1, A-2 each replace the other."],
  signedOutside: [
    { kind: "signedOutside", typed: "52 Nm", bolt: 3 },
    "Bolt 3 was signed at 52 Nm, outside its limits.",
  ],
  toolOverdue: [
    { kind: "toolOverdue", tool: "Click wrench", calibrated: "2025-01-10", signed: "2026-03-02" },
    "Click wrench was used on 2 March 2026; its calibration of 10 January 2025 was over.",
  ],
};

describe("what an audit asks", () => {
  it.each(Object.entries(QUESTIONS))("of %s is one sentence with its values", (_, [question, sentence]) => {
    expect(said(question)).toBe(sentence);
  });

  it("tells a slip against the estimate from one against another source", () => {
    expect(said({ kind: "unitSlip", typed: "25 lb ft", couldBe: "25 Nm", by: "estimate" })).toBe(
      "25 lb ft is far from what this fastener usually takes; 25 Nm would be usual. Check the unit.",
    );
  });

  it("says where something was never noted", () => {
    const never = { kind: "toolOverdue", tool: "Click wrench", calibrated: null, signed: "2026-03-02" } as const;
    expect(said(never)).toMatch(/; no calibration is recorded\.$/);
    expect(said({ kind: "thread", thread: "M9", grade: "", accepts: "M8" })).toBe("M9 does not exist: accepted is M8.");
    expect(said({ kind: "datesOverlap", typed: "", other: "2015 on" })).toMatch(/ \(2015 on\)\.$/);
  });
});

describe("the builds something is for", () => {
  it.each([
    ["2015-01", "2015-12", "built 2015"],
    ["2014-01", "2016-12", "built 2014 to 2016"],
    ["2014-03", "2016-12", "built March 2014 to December 2016"],
    ["2014-01-05", null, "built from 5 January 2014"],
    [null, "2016-12", "built to December 2016"],
    [null, null, ""],
  ])("from %s to %s reads %s", (from, to, text) => {
    expect(plain(builtText(from, to))).toBe(text);
  });
});
