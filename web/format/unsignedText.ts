import { boltsText, type Unsigned } from "../../domain";

/** What of a group is not signed, in short: its bolts, or its value where it was tightened by hand for want of one. */
export function unsignedText({ bolts, noValue, holds }: Pick<Unsigned, "bolts" | "noValue" | "holds">): string {
  if (noValue && holds) return "no value yet: it must be signed with one";
  if (!bolts.length) return "tightened by hand, value still to be found";
  return `${bolts.length === 1 ? "bolt" : "bolts"} ${boltsText(bolts)} not signed`;
}
