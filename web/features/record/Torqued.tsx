import type { JobView, Signature, TorqueGroup } from "../../../contract";
import { boltsText, isToFind, lacksSource, passesOf, readSpecText, signedRuns, type SignedRun } from "../../../domain";
import { usePeople } from "../../data/useJobView";
import { capital } from "../../format/grammar";
import { judgedText } from "../../format/limits";
import { useUnits } from "../../format/units";
import { dateText, loadText } from "../../format/words";
import { LedgerTable } from "../../ui/LedgerTable";
import { OriginMark } from "../../ui/marks";
import { torqueWords } from "../../ui/SpecField";

/** Every group with its specification, and what was signed at each bolt: figure, person, tool, day, what it stood on. */
export function Torqued({ view }: { view: JobView }) {
  if (!view.torqueGroup.length) return null;
  return (
    <section>
      <h2 className="hd2">What was torqued</h2>
      <LedgerTable
        heads={["where", ["specification", "txt"], ["at the bolts", "txt"], ["by, with, when, standing on", "txt"]]}
      >
        {view.torqueGroup.map((g) => (
          <TorqueRows key={g.id} group={g} signatures={view.signature} />
        ))}
      </LedgerTable>
    </section>
  );
}

function TorqueRows({ group, signatures }: { group: TorqueGroup; signatures: Signature[] }) {
  const units = useUnits();
  const { nameOf } = usePeople();
  const read = readSpecText(group.specTyped);
  // Tightened by hand once: a share of a torque nobody knows was never pulled.
  const toFind = isToFind(group, signatures);
  const all = signedRuns(group, signatures);
  const last = passesOf(group).at(-1)?.name;
  const runs = toFind ? all.runs.filter((r) => r.pass === last) : all.runs;
  const unsigned = toFind ? all.unsigned.filter((u) => u.pass === last) : all.unsigned;
  const rows: { key: string; at: React.ReactNode; by: string }[] = runs.map((run, i) => ({
    key: `${run.pass} ${i}`,
    at: <AtBolts run={run} alone={group.count === 1} called={toFind ? "tightened" : run.pass} />,
    by: whoText(run, nameOf),
  }));
  const none = !runs.length;
  if (none) rows.push({ key: "none", at: "not signed", by: "" });
  else
    for (const { pass, bolts } of unsigned) {
      const which = group.count === 1 ? "" : `${bolts.length === 1 ? "bolt" : "bolts"} ${boltsText(bolts)} `;
      rows.push({ key: `open ${pass}`, at: <b>{`${capital(pass)}: ${which}not signed`}</b>, by: "" });
    }
  return rows.map(({ key, at, by }, i) => (
    <tr key={key}>
      <td>
        {i === 0 && (
          <>
            {group.name}, {group.count} × {group.thread || "thread not noted"}
            {group.reuse === "replace" && ", new bolts"}
            {group.threadLocker && `, thread locker ${group.threadLocker}`}
            {group.lubricant && `, ${group.lubricant}`}
          </>
        )}
      </td>
      <td className="txt">
        {i === 0 && (
          <>
            <OriginMark origin={read.ok ? group.specOrigin : "missing"} />{" "}
            {read.ok ? (
              <>
                <span className="n">{torqueWords(read.value, units.unit("torque"))}</span>{" "}
                <span className="lb">
                  “{group.specTyped}”, {lacksSource(group) ? "source not named" : group.specSource || group.specOrigin}
                </span>
              </>
            ) : (
              noSpecText(group, toFind)
            )}
          </>
        )}
      </td>
      <td className="txt">{at}</td>
      <td className="txt">{by}</td>
    </tr>
  ));
}

const OUTCOME = {
  held: "",
  redo: "loosened and done again",
  replaced: "fastener replaced",
  accepted: "accepted outside the limits",
} as const;

/** "60 %: bolts 1 to 6 37.2 N m, clicked": a pass, its bolts, what was read or set, and what came of it. */
function AtBolts({ run, alone, called }: { run: SignedRun; alone: boolean; called: string }) {
  const units = useUnits();
  const { of, how, figures } = run;
  const figureText = ({ signature: s }: SignedRun["figures"][number]): string => {
    const wrench = s.reading ?? s.setTo;
    const figure = wrench
      ? units.show(wrench.base, "torque")
      : s.turnedDeg === null
        ? ""
        : units.show(s.turnedDeg, "angle", { digits: 0 });
    const onTool = s.onTool ? ` (adapter, wrench ${s.reading ? "read" : "set to"} ${s.onTool.typed})` : "";
    return `${figure}${onTool}`;
  };
  const told = figures
    .map((f) => [alone ? "" : `${f.bolts.length === 1 ? "bolt" : "bolts"} ${boltsText(f.bolts)}`, figureText(f)])
    .map(([bolts, figure]) => [bolts, figure].filter(Boolean).join(": "))
    .filter(Boolean)
    .join(", ");
  const outside = figures.find((f) => f.judged && f.judged.judgement !== "inside")?.judged;
  const reason = (of.outcomeReason ?? "").trim().replace(/\.$/, "");
  const more = [
    HOW[how],
    of.simulated && "simulated tool",
    outside && `outside ${judgedText(outside, units).band}`,
    OUTCOME[of.outcome] + (reason && `: ${reason}`),
    of.outcome === "held" && !run.counts && "before the fastener was replaced",
    of.done.includes("paint") && "paint-marked",
    of.done.includes("locker") && "thread locker applied",
    of.done.includes("lubricant") && "lubricated",
    of.overruleReason.trim() && `before ride height: ${of.overruleReason.trim().replace(/\.$/, "")}`,
  ].filter(Boolean);
  return (
    <>
      {capital(called)}: <span className="n">{told}</span>
      {told && more.length > 0 && ", "}
      {more.join(", ")}
    </>
  );
}

const HOW: Record<SignedRun["how"], string> = {
  read: "read",
  clicked: "set and clicked",
  turned: "angle counted",
  notCounted: "angle not counted",
  byHand: "by hand",
};

function whoText({ of }: SignedRun, nameOf: (id: string | null) => string): string {
  return [
    nameOf(of.personId) || "no person named",
    of.secondId && `second person ${nameOf(of.secondId)}`,
    of.tool || ((of.reading ?? of.setTo) && "tool not named"),
    dateText(of.at),
    loadText(of.load).toLowerCase(),
  ]
    .filter(Boolean)
    .join(", ");
}

/** What goes by feel needs no value; all else that has none says so. */
const noSpecText = (group: TorqueGroup, toFind: boolean): string =>
  group.use === "snug" ? "by feel" : toFind ? "tightened by hand, value still to be found" : "no specification";
