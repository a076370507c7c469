import type { JobView, Signature, TorqueGroup } from "../../../contract";
import { readTorque } from "../../../core";
import { dateText, LOAD_NAMES } from "../../format/words";
import { useUnits } from "../../format/units";
import { OriginMark } from "../../ui/marks";
import { torqueWords } from "../../ui/SpecField";
import { limitsOf, progressOf, specOf } from "../fit/progress";
import { usePeople } from "../job/useJobView";

/** Every group with its specification, what was read at its bolts, by whom and on what the vehicle stood. */
export function Torqued({ view }: { view: JobView }) {
  const units = useUnits();
  if (!view.torqueGroup.length) return null;
  return (
    <section>
      <h2 className="hd2">What was torqued</h2>
      <table className="ledger">
        <thead>
          <tr>
            <th>where</th>
            <th className="txt">specification</th>
            <th className="txt">read at the bolts, {units.label("torque")}</th>
            <th className="txt">by, when</th>
          </tr>
        </thead>
        <tbody>
          {view.torqueGroup.map((g) => (
            <TorqueRow key={g.id} group={g} signatures={view.signature} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function TorqueRow({ group, signatures }: { group: TorqueGroup; signatures: Signature[] }) {
  const units = useUnits();
  const { nameOf } = usePeople();
  const read = readTorque(group.specTyped);
  const { steps, next, order, done } = progressOf(group, signatures);
  const last = steps[steps.length - 1];
  const limits = limitsOf(specOf(group), last);
  const finals = order.flatMap((bolt) =>
    signatures.filter((s) => s.groupId === group.id && s.bolt === bolt && s.pass === last.pass).slice(-1),
  );
  const people = [...new Set(finals.map((s) => nameOf(s.personId)).filter(Boolean))];
  const overruled = finals.find((s) => s.overruleReason);
  const at = finals.at(-1);
  return (
    <tr>
      <td>
        {group.name}, {group.count} × {group.thread || "thread not noted"}
        {group.reuse === "replace" && ", new bolts"}
        {group.threadLocker && `, thread locker ${group.threadLocker}`}
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
            if (!s.reading) return "by hand";
            const out = limits && (s.reading.base < limits.minNm || s.reading.base > limits.maxNm);
            return `${s.bolt}: ${units.bare(s.reading.base, "torque")}${out ? " (outside)" : ""}`;
          })
          .join(", ") || "not signed"}
        {next && done > 0 && ` (${done} of ${steps.length} signed)`}
      </td>
      <td className="txt">
        {people.join(", ")}
        {at && ` ${dateText(at.at)}, ${LOAD_NAMES[at.loadState].toLowerCase()}`}
        {overruled && `; overruled: ${overruled.overruleReason}`}
      </td>
    </tr>
  );
}
