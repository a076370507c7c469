import type { JobView, Signature, TorqueGroup } from "../../../contract";
import { countsOf, progressOf, readSpecText, wasOutside } from "../../../domain";
import { dateText, loadText } from "../../format/words";
import { useUnits } from "../../format/units";
import { OriginMark } from "../../ui/marks";
import { torqueWords } from "../../ui/SpecField";
import { usePeople } from "../../data/useJobView";
import { LedgerTable } from "../../ui/LedgerTable";

/** Every group with its specification, what was read at its bolts, by whom and on what the vehicle stood. */
export function Torqued({ view }: { view: JobView }) {
  const units = useUnits();
  if (!view.torqueGroup.length) return null;
  return (
    <section>
      <h2 className="hd2">What was torqued</h2>
      <LedgerTable
        heads={[
          "where",
          ["specification", "txt"],
          [<>read at the bolts, {units.label("torque")}</>, "txt"],
          ["by, when", "txt"],
        ]}
      >
        {view.torqueGroup.map((g) => (
          <TorqueRow key={g.id} group={g} signatures={view.signature} />
        ))}
      </LedgerTable>
    </section>
  );
}

function TorqueRow({ group, signatures }: { group: TorqueGroup; signatures: Signature[] }) {
  const units = useUnits();
  const { nameOf } = usePeople();
  const read = readSpecText(group.specTyped);
  const { steps, passes, next, order, done } = progressOf(group, signatures);
  const counted = countsOf(group, signatures);
  // An angle has no reading: what the wrench said is in the last pass that has limits.
  const figures = [...passes].reverse().find((p) => p.limits) ?? passes[passes.length - 1];
  const finals = order.flatMap((bolt) => counted.filter((s) => s.bolt === bolt && s.pass === figures.name).slice(-1));
  const accepted = counted.filter((s) => s.outcome === "accepted");
  const again = signatures.filter((s) => s.groupId === group.id && (s.outcome === "redo" || s.outcome === "replaced"));
  const people = [...new Set(finals.map((s) => nameOf(s.personId)).filter(Boolean))];
  const seconds = [...new Set(counted.map((s) => nameOf(s.secondId)).filter(Boolean))];
  const tools = [...new Set(finals.map((s) => s.tool).filter(Boolean))];
  const turned = counted.filter((s) => s.turnedDeg !== null);
  const marked = counted.filter((s) => s.done.includes("paint")).length;
  const overruled = finals.find((s) => s.overruleReason);
  const at = finals.at(-1);
  return (
    <tr>
      <td>
        {group.name}, {group.count} × {group.thread || "thread not noted"}
        {group.reuse === "replace" && ", new bolts"}
        {group.threadLocker && `, thread locker ${group.threadLocker}`}
        {group.lubricant && `, ${group.lubricant}`}
      </td>
      <td className="txt">
        <OriginMark origin={read.ok ? group.specOrigin : "missing"} />{" "}
        {read.ok ? (
          <>
            <span className="n">{torqueWords(read.value, units.unit("torque"))}</span>{" "}
            <span className="lb">
              “{group.specTyped}”{group.specSource && `, ${group.specSource}`}
            </span>
          </>
        ) : (
          "no specification"
        )}
      </td>
      <td className="txt n">
        {finals
          .map((s) => {
            if (s.setTo && !s.reading) return `${s.bolt}: set to ${units.bare(s.setTo.base, "torque")}, clicked`;
            if (!s.reading) return "by hand";
            return `${s.bolt}: ${units.bare(s.reading.base, "torque")}${s.onTool ? ` (adapter, wrench read ${s.onTool.typed})` : ""}${wasOutside(group, s) ? " (outside)" : ""}${s.simulated ? " (simulated wrench)" : ""}`;
          })
          .join(", ") || "not signed"}
        {passes
          .filter((p) => p.angleDeg !== null)
          .map((p) => `; ${p.name}: ${counted.filter((s) => s.pass === p.name).length} of ${order.length}`)
          .join("")}
        {turned.length > 0 && `; turned ${turned.map((s) => `${s.bolt}: ${s.turnedDeg}°`).join(", ")}`}
        {marked > 0 && `; ${marked} paint-marked`}
        {next && done > 0 && ` (${done} of ${steps.length} signed)`}
      </td>
      <td className="txt">
        {[...people, ...seconds.map((name) => `second person ${name}`), ...tools].join(", ")}
        {at && ` ${dateText(at.at)}, ${loadText(at.load).toLowerCase()}`}
        {overruled && `; overruled: ${(overruled.overruleReason ?? "").replace(/\.$/, "")}`}
        {accepted
          .map((s) => `; bolt ${s.bolt} accepted outside its limits: ${(s.outcomeReason ?? "").replace(/\.$/, "")}`)
          .join("")}
        {again.map((s) => `; bolt ${s.bolt} ${s.outcome === "redo" ? "loosened and done again" : "replaced"}`).join("")}
      </td>
    </tr>
  );
}
