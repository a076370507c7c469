import type { LineKind, SheetSetting, SourceWay } from "../../contract";
import { formatNumber } from "../../core";
import type { Questioned } from "../../domain";
import { dateText } from "./words";

export const LINE_KIND_NAMES: Record<LineKind, string> = {
  torque: "torque",
  part: "part",
  setting: "setting",
  fluid: "fluid",
  interval: "service interval",
};

export const LINE_KIND_HEADS: Record<LineKind, string> = {
  torque: "Torque groups",
  part: "Parts",
  setting: "Settings",
  fluid: "Fluids",
  interval: "Service intervals",
};

export const SETTING_NAMES: Record<SheetSetting, string> = {
  stopGap: "stop gap",
  lockoutGap: "lockout gap",
  cableMark: "cable mark",
  knobHeight: "knob height",
  mountHeight: "mount height",
  jointLimit: "joint angle, limit",
  other: "another setting",
};

export const WAY_NAMES: Record<SourceWay, string> = {
  document: "document",
  leaflet: "maker’s leaflet",
  measured: "measured",
  colleague: "a colleague",
};

export const TRUST_NAMES = { full: "fully", some: "somewhat", little: "hardly" } as const;

/** For which build dates something is: "built 2015 to 6/2017". */
export function builtText(from: string | null, to: string | null): string {
  // Whole years read as years.
  if (from?.endsWith("-01") && to?.endsWith("-12") && from.length === 7 && to.length === 7) {
    const [a, b] = [from.slice(0, 4), to.slice(0, 4)];
    return a === b ? `built ${a}` : `built ${a} to ${b}`;
  }
  if (from && to) return `built ${dateText(from)} to ${dateText(to)}`;
  if (from) return `built from ${dateText(from)}`;
  return to ? `built to ${dateText(to)}` : "";
}

/** A question of the audit, in words, and what is to be done about it; torques in the shop’s own unit. */
export function questionText(q: Questioned, torque: (nm: number) => string): string {
  switch (q.kind) {
    case "unitSlip":
      return q.by === "source"
        ? `${q.typed} here, ${q.couldBe} in another source: one of them is in the wrong unit.`
        : `${q.typed} is far from what this fastener usually takes; ${q.couldBe} would be usual. Check the unit.`;
    case "farFromEstimate":
      return `${q.typed} is ${formatNumber(q.ratio, 1)} times what is typical for this fastener (about ${torque(q.estimateNm)}). Check the document.`;
    case "thread":
      return `${[q.thread, q.grade && `grade ${q.grade}`].filter(Boolean).join(", ")} does not exist: accepted is ${q.accepts}.`;
    case "stageAboveFinal":
      return `${q.typed}: a stage is not above the one before it.`;
    case "angleReuse":
      return `${q.typed}: torque plus angle, and nobody has said whether the bolts may be used again.`;
    case "twice":
      return `${q.typed || "This"} is there twice for the same vehicles.`;
    case "numberTwice":
      return `Number ${q.typed} is also under ${q.other}.`;
    case "datesOverlap":
      return `Build dates overlap with another line of this name${q.other ? ` (${q.other})` : ""}.`;
    case "noUnit":
      return `${q.typed} cannot be read as a torque. Add the unit.`;
    case "noSource":
      return `${q.typed}: the document it is from is not named.`;
    case "supersededLoop":
      return `${q.numbers.join(", ")} each replace the other.`;
    case "signedOutside":
      return `Bolt ${q.bolt} was signed at ${q.typed}, outside its limits.`;
    case "toolOverdue":
      return q.calibrated
        ? `${q.tool} was used on ${dateText(q.signed)}; its calibration of ${dateText(q.calibrated)} was over.`
        : `${q.tool} was used on ${dateText(q.signed)}; no calibration is recorded.`;
  }
}

/** What an audit cannot find, said wherever it says that it found nothing. */
export const AUDIT_LIMIT =
  "A slip such as 13 lb ft typed as 13 N m on an M8 bolt cannot be found this way: both are usual there. Only a second source shows it.";
