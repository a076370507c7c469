import { z } from "zod";
import { fastenerFinishes, fastenerGrades } from "../../core";
import { list, num, over, text, whole, word } from "../fields";
import { boltPattern } from "../inputs";
import { line, moment, originWords, prose, typedValue, ulid } from "./fields";
import { loadList } from "./load";

/** What is lost where a fastener comes loose: these hold the vehicle until they are signed with a value. */
export const criticalWords = ["none", "steering", "seat", "brake", "driveline", "lift"] as const;
export type Critical = (typeof criticalWords)[number];

/** Fasteners with one specification. */
export const torqueGroup = z.strictObject({
  jobId: ulid,
  name: text(80),
  pattern: boltPattern.default("circle"),
  count: whole(1, 64).default(1),
  thread: line.default(""),
  specTyped: line.default(""),
  specSource: line.default(""),
  specOrigin: word(originWords).default("missing"),
  passes: list(z.strictObject({ name: text(40), pct: num(1, 100, "%").nullable().default(null) }), 1, 6).default([
    { name: "snug", pct: null },
    { name: "60 %", pct: 60 },
    { name: "100 %", pct: 100 },
  ]),
  tolerancePct: num(0, 50, "%").default(10),
  loadNeeded: word(["any", "rideHeight"]).default("any"),
  /** Whether the fasteners may be used again; "ask" until somebody has found out. */
  reuse: word(["ask", "reuse", "replace"]).default("ask"),
  threadLocker: line.default(""),
  /** The line of the sheet or vehicle it was taken from. */
  lineId: ulid.nullable().default(null),
  grade: word([...fastenerGrades, ""]).default(""),
  lengthMm: num(0, 2000, "mm").nullable().default(null),
  finish: word([...fastenerFinishes, ""]).default(""),
  lubricant: line.default(""),
  twoPeople: z.boolean().default(false),
  check: word(["none", "tighten", "loosen"]).default("none"),
  /** Extension or crow foot on the wrench: hand to square drive, offset and its angle to the wrench. */
  adapter: z
    .strictObject({
      handMm: over(0, 2000, "mm"),
      offsetMm: num(-1000, 1000, "mm"),
      angleDeg: num(-180, 180, "deg").default(0),
    })
    .nullable()
    .default(null),
  toolId: text(40).nullable().default(null),
  critical: word(criticalWords).default("none"),
  /** By a torque, or by feel as the trade does it: trim, covers, clips with screws. */
  use: word(["torque", "snug"]).default("torque"),
  /** Torque that a self-locking nut takes before it clamps; it is added to the specification. */
  prevailing: typedValue.nullable().default(null),
  /** Where that figure is from. */
  prevailingSource: line.default(""),
  position: num(0, 1e6).default(0),
});

/** What was done at a bolt beside tightening it. */
export const boltDeeds = ["paint", "locker", "lubricant"] as const;

/** One bolt of a group, one pass: who, when, what the wrench read and what the vehicle stood on. */
export const signature = z.strictObject({
  jobId: ulid,
  groupId: ulid,
  bolt: whole(1, 64),
  pass: text(40),
  reading: typedValue.nullable().default(null),
  tool: line.default(""),
  /** Read by a simulated wrench: true for good. */
  simulated: z.boolean().default(false),
  personId: ulid.nullable().default(null),
  at: moment.nullable().default(null),
  /** A wrench that clicks reads nothing: what it was set to when it clicked. */
  setTo: typedValue.nullable().default(null),
  /** What was done about a reading outside its limits; "held" is inside them, or by hand. */
  outcome: word(["held", "redo", "replaced", "accepted"]).default("held"),
  outcomeReason: prose.default(""),
  load: loadList.default([]),
  /** What the wrench itself read or was set to, where an adapter stands between it and the bolt. */
  onTool: typedValue.nullable().default(null),
  /** The angle that was turned, where the wrench counts it. */
  turnedDeg: num(-3600, 3600, "deg").nullable().default(null),
  toolId: text(40).nullable().default(null),
  done: list(word(boltDeeds), 0, 3).default([]),
  /** The second person, where the document asks for two. */
  secondId: ulid.nullable().default(null),
  overruleReason: prose.default(""),
});
