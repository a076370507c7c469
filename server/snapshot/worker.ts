import { Refused } from "../services/refused";
import { perform } from "./perform";
import type { BookPlace, SnapshotTask } from "./tasks";

/** What a thread answers: a refusal does not survive the way between threads as an error. */
export type SnapshotAnswer = { ok: true; value: unknown } | { ok: false; refusal: Refused["refusal"] };

/** One piece of long reading, in a thread of its own. */
export default async ({ place, task }: { place: BookPlace; task: SnapshotTask }): Promise<SnapshotAnswer> => {
  try {
    return { ok: true, value: await perform(place, task) };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, refusal: error.refusal };
    // Of an error of the database only its code tells what is wrong with the file.
    const { code, driverError } = error as { code?: unknown; driverError?: { code?: unknown } };
    throw Object.assign(new Error(error instanceof Error ? error.message : String(error)), {
      code: code ?? driverError?.code,
    });
  }
};
