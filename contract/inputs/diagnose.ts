import { z } from "zod";
import {
  defaultKnowledge,
  likelihoodWords,
  type DiagnoseInput,
  type Knowledge,
  type KnowledgeChanges,
} from "../../core";
import { list, num, over, text, word } from "../fields";
import { ACCEPTS, refusal, type Refusal } from "../refusal";
import { firstRepeat } from "./lever";

const probability = num(0.001, 0.999);
const likelihoodSays = `${ACCEPTS}${likelihoodWords.join(", ")} or a number from 0.001 to 0.999`;
const says = { error: () => likelihoodSays };
export const likelihoodOf = z.union(
  [z.enum(likelihoodWords, says), z.number(says).min(0.001, says).max(0.999, says)],
  says,
);

const shifters = ["direct", "rod", "cable"] as const;
const layouts = ["northSouth", "eastWest"] as const;
const gearboxes = ["manual", "automatic"] as const;
const applies = z
  .strictObject({
    shifter: list(word(shifters), 1, 3).optional(),
    layout: list(word(layouts), 1, 2).optional(),
    gearbox: list(word(gearboxes), 1, 2).optional(),
  })
  .optional();

const hands = z.literal([1, 2], { error: () => `${ACCEPTS}1 or 2` });

const fault = z.strictObject({
  id: text(),
  label: text(),
  prior: over(0, 1e6),
  referOn: z.boolean().optional(),
  applies,
});

const observation = z.strictObject({
  id: text(),
  label: text(),
  kind: word(["symptom", "result"]),
  faultFree: likelihoodOf.default("rarely"),
  minutes: over(0, 10000, "min").optional(),
  applies,
});

const benchTest = z.strictObject({
  id: text(),
  label: text(),
  minutes: over(0, 10000, "min"),
  hands: hands.default(1),
  results: list(text(), 1, 6),
  applies,
});

const reason = z
  .string({ error: () => `${ACCEPTS}text of up to 400 characters` })
  .max(400, { error: () => `${ACCEPTS}text of up to 400 characters` });

const howTos = z.record(
  text(),
  z.strictObject({
    steps: list(reason.min(1, { error: () => `${ACCEPTS}a step in words` }), 0, 12),
    caution: reason.optional(),
  }),
);

export const knowledgeSchema = z.strictObject({
  about: z.string().max(2000).optional(),
  words: z
    .strictObject({
      never: probability.default(0.02),
      rarely: probability.default(0.1),
      sometimes: probability.default(0.35),
      often: probability.default(0.7),
      nearlyAlways: probability.default(0.93),
    })
    .prefault({}),
  faults: list(fault, 1, 200),
  observations: list(observation, 1, 500),
  tests: list(benchTest, 0, 200),
  table: z.record(text(), z.record(text(), likelihoodOf)),
  reasons: z.record(text(), z.record(text(), reason)).optional(),
  together: list(z.strictObject({ faults: list(text(), 2, 2), factor: over(0, 1e6) }), 0, 500).optional(),
  nothing: num(0, 100).optional(),
}) satisfies z.ZodType<Knowledge>;

/** A shop's table as it goes to a file and comes back: with the shop's own ways of doing the tests. */
export const shopKnowledgeSchema = knowledgeSchema.extend({
  howTos: howTos.optional(),
}) satisfies z.ZodType<Knowledge>;

/** What a shop changed against the standard table. */
export const knowledgeChanges = z.strictObject({
  words: z
    .strictObject({
      never: probability.optional(),
      rarely: probability.optional(),
      sometimes: probability.optional(),
      often: probability.optional(),
      nearlyAlways: probability.optional(),
    })
    .optional(),
  faults: list(fault, 0, 200).optional(),
  observations: list(observation, 0, 500).optional(),
  tests: list(benchTest, 0, 200).optional(),
  removed: list(text(), 0, 900).optional(),
  table: z.record(text(), z.record(text(), likelihoodOf.nullable())).optional(),
  reasons: z.record(text(), z.record(text(), reason)).optional(),
  howTos: howTos.optional(),
  nothing: num(0, 100).optional(),
}) satisfies z.ZodType<KnowledgeChanges>;

/** The kind of vehicle a table is asked for. */
export const vehicleOfTable = z.strictObject({
  shifter: word(shifters),
  layout: word(layouts),
  gearbox: word(gearboxes).optional(),
});

export const diagnoseInput = z.strictObject({
  observations: list(
    z.strictObject({ id: text(), present: z.boolean({ error: () => `${ACCEPTS}true or false` }) }),
    0,
    500,
  ).default([]),
  vehicle: vehicleOfTable.optional(),
  knowledge: knowledgeSchema.default(defaultKnowledge),
  lead: z
    .number({ error: () => `${ACCEPTS}a number over 0.5 and under 1` })
    .gt(0.5, { error: () => `${ACCEPTS}a number over 0.5 and under 1` })
    .lt(1, { error: () => `${ACCEPTS}a number over 0.5 and under 1` })
    .default(0.85),
  minGainBits: num(0, 10, "bit").default(0.05),
  repaired: list(text(), 0, 200).optional(),
  maxFaults: z.literal([1, 2], { error: () => `${ACCEPTS}1 or 2` }).default(1),
  secondFault: num(0, 1).default(0.15),
  nothing: num(0, 1e6).default(0),
}) satisfies z.ZodType<DiagnoseInput>;

/** Ids that repeat or lead nowhere inside a table. */
export function checkKnowledge(k: Knowledge, path = "knowledge"): Refusal | null {
  const at = path ? `${path}.` : "";
  for (const part of ["faults", "observations", "tests"] as const) {
    const ids = k[part].map((x: { id: string }) => x.id);
    const repeat = firstRepeat(ids);
    if (repeat >= 0) {
      return refusal("invalid_input", `${at}${part}[${repeat}].id`, ids[repeat], "an id not used before");
    }
  }
  const observations = new Set(k.observations.map((o) => o.id));
  const faults = new Set(k.faults.map((f) => f.id));
  for (const [i, test] of k.tests.entries()) {
    const repeat = firstRepeat(test.results);
    if (repeat >= 0) {
      return refusal(
        "invalid_input",
        `${at}tests[${i}].results[${repeat}]`,
        test.results[repeat],
        "an id not used before",
      );
    }
    for (const [j, result] of test.results.entries()) {
      if (!observations.has(result)) {
        return refusal("invalid_input", `${at}tests[${i}].results[${j}]`, result, "the id of an observation");
      }
    }
  }
  for (const [fault, row] of Object.entries(k.table)) {
    if (!faults.has(fault)) return refusal("invalid_input", `${at}table.${fault}`, fault, "the id of a fault");
    const stray = Object.keys(row).find((o) => !observations.has(o));
    if (stray) return refusal("invalid_input", `${at}table.${fault}.${stray}`, stray, "the id of an observation");
  }
  const pairs = (k.together ?? []).map((t) => [...t.faults].sort().join("\0"));
  for (const [i, { faults: pair }] of (k.together ?? []).entries()) {
    const stray = pair.findIndex((f, j) => !faults.has(f) || pair.indexOf(f) !== j);
    if (stray >= 0) {
      return refusal("invalid_input", `${at}together[${i}].faults[${stray}]`, pair[stray], "the ids of two faults");
    }
    if (pairs.indexOf(pairs[i]) !== i) {
      return refusal("invalid_input", `${at}together[${i}].faults`, pair, "a pair not listed before");
    }
  }
  const tests = new Set(k.tests.map((t) => t.id));
  const idle = Object.keys(k.howTos ?? {}).find((id) => !tests.has(id));
  if (idle) return refusal("invalid_input", `${at}howTos.${idle}`, idle, "the id of a test");
  return null;
}

/** The table itself, then the answers and repairs that refer to it. */
export function checkDiagnose(input: DiagnoseInput): Refusal | null {
  const { knowledge } = input;
  const ids = input.observations.map((o) => o.id);
  const repeat = firstRepeat(ids);
  const known = new Set(knowledge.observations.map((o) => o.id));
  for (const [i, id] of ids.entries()) {
    if (!known.has(id))
      return refusal("invalid_input", `observations[${i}].id`, id, "the id of an observation of the table");
    if (i === repeat) return refusal("invalid_input", `observations[${i}].id`, id, "an observation given once");
  }
  const table = checkKnowledge(knowledge);
  if (table) return table;
  const faults = new Set(knowledge.faults.map((f) => f.id));
  const stray = input.repaired?.findIndex((f) => !faults.has(f)) ?? -1;
  if (stray >= 0) {
    return refusal("invalid_input", `repaired[${stray}]`, input.repaired?.[stray], "the id of a fault of the table");
  }
  return null;
}
