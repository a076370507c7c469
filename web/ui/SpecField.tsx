import { formatQuantity } from "../../core";
import { readSpecText, type SpecText } from "../../domain";
import { useUnits } from "../format/units";
import { DraftInput } from "./DraftInput";
import { useDraft } from "./useDraft";

/** A read torque in words, in the shop's unit: "140 to 142 N m, then 90°, then 90°". */
export function torqueWords(read: SpecText, unit: string): string {
  if (read.kind === "byHand") return read.words === "snug" ? "snug, by hand" : "hand tight";
  const show = (nm: number, bare = false): string => formatQuantity(nm, "torque", unit, { bare });
  const stages = read.stages.map(({ minNm, maxNm, given }) =>
    given === "maximum"
      ? `up to ${show(maxNm)}`
      : minNm === maxNm
        ? show(minNm)
        : `${show(minNm, true)} to ${show(maxNm)}`,
  );
  return [...stages, ...read.anglesDeg.map((deg) => `${deg}°`)].join(", then ");
}

/** A torque specification as the document writes it; what was understood stands below before it is saved. */
export function SpecField({
  label,
  value,
  hideLabel,
  whileTyping,
  onCommit,
}: {
  label: string;
  value: string;
  hideLabel?: boolean;
  whileTyping?: boolean;
  onCommit: (typed: string) => void;
}) {
  const units = useUnits();
  const save = (typed: string): boolean => {
    if (typed.trim() && !readSpecText(typed).ok) return false;
    if (typed.trim() !== value) onCommit(typed.trim());
    return true;
  };
  const { draft, type, leave, cancel } = useDraft(save, value, whileTyping);
  const text = draft ?? value;
  const read = text.trim() ? readSpecText(text) : null;
  const refused = draft !== null && read !== null && !read.ok;
  let below = "no specification yet";
  if (read?.ok) {
    const typedIsPreferred = read.value.kind === "torque" && read.value.unit === units.unit("torque");
    const unit = typedIsPreferred ? (units.system === "metric" ? "lbf ft" : "N m") : units.unit("torque");
    below = `= ${torqueWords(read.value, unit)}`;
  } else if (read) {
    const at = read.stop.position >= text.length ? "at the end" : `at “${text.slice(read.stop.position)}”`;
    below = `${at}: expected ${read.stop.expected}`;
  }
  return (
    <DraftInput
      label={label}
      hideLabel={hideLabel}
      text={text}
      refused={refused}
      below={below}
      maxLength={80}
      placeholder="103-105 lb ft"
      onType={type}
      onLeave={leave}
      onCancel={cancel}
    />
  );
}
