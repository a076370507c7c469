import { z } from "zod";
import { list, num, text, whole, word } from "../fields";
import { boltPattern } from "../inputs";
import { line, moment, originWords, prose, typedValue, ulid } from "./fields";
import { loadList } from "./load";

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
  position: num(0, 1e6).default(0),
});

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
  overruleReason: prose.default(""),
});
