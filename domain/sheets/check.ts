import { isRefusal, refusalFromIssues, resources } from "../../contract";
import { brokenRule, ruleRefusal } from "../rules";
import type { LineFields } from "./value";

/** Any sheet: what a line may say does not depend on which it hangs on. */
const SOME_SHEET = "00000000000000000000000000";

/**
 * Why the shop's book would refuse a line, before it is sent: one bad line would hold back every line of its change.
 * Null where it would be taken.
 */
export function brokenLine(line: LineFields): { field: string; accepts: string } | null {
  const read = resources.specLine.safeParse({ ...line, sheetId: SOME_SHEET });
  const refused = read.success
    ? brokenRule("specLine", "", read.data, { group: null, vehicle: null, people: [] })
    : refusalFromIssues(read.error.issues, line);
  if (!refused) return null;
  if (isRefusal(refused)) return { field: refused.error.field, accepts: refused.error.accepts };
  return { field: refused.field, accepts: ruleRefusal(refused, "").error.accepts };
}
