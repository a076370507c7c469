import { z } from "zod";
import { defaultKnowledge, knowledgeFor, type LearnInput } from "../../core";
import { list, over, text } from "../fields";
import { ACCEPTS, refusal, type Refusal } from "../refusal";
import { checkKnowledge, knowledgeSchema, vehicleOfTable } from "./diagnose";
import { firstRepeat } from "./lever";

export const learnInput = z.strictObject({
  knowledge: knowledgeSchema.default(defaultKnowledge),
  cases: list(
    z.strictObject({
      fault: text(),
      observations: list(
        z.strictObject({ id: text(), present: z.boolean({ error: () => `${ACCEPTS}true or false` }) }),
        0,
        200,
      ),
      vehicle: vehicleOfTable.optional(),
    }),
    0,
    5000,
  ),
  strength: over(0, 10_000, "jobs").default(20),
}) satisfies z.ZodType<LearnInput>;

/** The table itself, then jobs whose fault or signs the table does not have for their vehicle. */
export function checkLearn({ knowledge, cases }: LearnInput): Refusal | null {
  const table = checkKnowledge(knowledge);
  if (table) return table;
  const known = new Map<string, { faults: Set<string>; observations: Set<string> }>();
  for (const [i, job] of cases.entries()) {
    const key = JSON.stringify(job.vehicle ?? null);
    let own = known.get(key);
    if (!own) {
      const k = knowledgeFor(knowledge, job.vehicle);
      own = { faults: new Set(k.faults.map((f) => f.id)), observations: new Set(k.observations.map((o) => o.id)) };
      known.set(key, own);
    }
    if (!own.faults.has(job.fault)) {
      return refusal("invalid_input", `cases[${i}].fault`, job.fault, "the id of a fault this vehicle can have");
    }
    const ids = job.observations.map((o) => o.id);
    const repeat = firstRepeat(ids);
    const stray = ids.findIndex((id) => !own.observations.has(id));
    const at = repeat < 0 ? stray : stray < 0 ? repeat : Math.min(repeat, stray);
    if (at >= 0) {
      const accepts = at === stray ? "the id of an observation of this vehicle" : "an observation given once";
      return refusal("invalid_input", `cases[${i}].observations[${at}].id`, ids[at], accepts);
    }
  }
  return null;
}
