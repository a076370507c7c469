import type { TorqueGroup } from "../../contract";

type SpecFields = Pick<TorqueGroup, "specTyped" | "specSource" | "specOrigin">;

/** Origins that a value has from its source; an estimate is the only one that needs none. */
const FROM_A_SOURCE: readonly TorqueGroup["specOrigin"][] = ["specified", "claimed", "measured", "calculated"];

/**
 * What follows from a change to a specification. A value with its source is specified, or what was chosen for that
 * source: claimed by a seller, measured, calculated. Without a source it is no specification, whatever was chosen,
 * unless a person says that it is an estimate.
 */
export function withSpec(group: SpecFields, patch: Partial<SpecFields>): Partial<SpecFields> {
  const { specTyped, specSource, specOrigin } = { ...group, ...patch };
  const origin = (): TorqueGroup["specOrigin"] => {
    if (!specTyped.trim()) return "missing";
    if (patch.specOrigin === "estimated") return "estimated";
    if (!specSource.trim())
      return group.specOrigin === "estimated" && patch.specTyped === undefined && !patch.specOrigin
        ? "estimated"
        : "missing";
    if (patch.specOrigin) return patch.specOrigin === "missing" ? "specified" : patch.specOrigin;
    return FROM_A_SOURCE.includes(specOrigin) ? specOrigin : "specified";
  };
  const next = origin();
  const rest = Object.fromEntries(Object.entries(patch).filter(([key]) => key !== "specOrigin")) as Partial<SpecFields>;
  return next === group.specOrigin ? rest : { ...rest, specOrigin: next };
}

/** Whether a value stands there of which nobody has said where it is from. */
export const lacksSource = (g: SpecFields): boolean => g.specTyped.trim() !== "" && g.specOrigin === "missing";
