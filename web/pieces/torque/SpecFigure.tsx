import type { TorqueGroup } from "../../../contract";
import { readSpecText } from "../../../domain";
import { useUnits } from "../../format/units";
import { Figure } from "../../ui/marks";
import { torqueWords } from "../../ui/SpecField";

/** The specification of a group in the shop's unit, with its mark; missing ones stand out. */
export function SpecFigure({ group }: { group: TorqueGroup }) {
  const units = useUnits();
  const read = readSpecText(group.specTyped);
  if (!read.ok) return <span className="nospec">no specification</span>;
  return (
    <Figure origin={group.specOrigin === "missing" ? "estimated" : group.specOrigin}>
      {torqueWords(read.value, units.unit("torque"))}
    </Figure>
  );
}
