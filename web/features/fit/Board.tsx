import { capital } from "../../format/grammar";
import { Button, Input, Modal } from "antd";
import { useState } from "react";
import type { Signature, TorqueGroup } from "../../../contract";
import { countsOf, judgeReading, loadGate, progressOf, specOf, wasOutside } from "../../../domain";
import { loadText, whenText } from "../../format/words";
import { useUnits } from "../../format/units";
import type { StageProps } from "../../data/stage";
import { forgetDraft } from "../../ui/useDraft";
import { usePeople } from "../../data/useJobView";
import { SpecFigure } from "../../pieces/torque/SpecFigure";
import { BoltPattern, type BoltState } from "../../pieces/torque/BoltPattern";
import { OutsideDialog, type Outcome } from "./OutsideDialog";
import { ReadingPad, type Signed } from "./ReadingPad";
import css from "./fit.module.css";

export const OUTCOME_WORDS: Record<Signature["outcome"], string> = {
  held: "inside its limits",
  redo: "loosened, done again",
  replaced: "fastener replaced",
  accepted: "accepted outside its limits",
};

const GATE_TEXT = {
  notSaid: "Nobody has said what the vehicle is on.",
  notOnWheels: "It is torqued on the wheels, at ride height.",
} as const;

/** One group of fasteners: its bolts in order, what the next one wants, and who signed which. */
export function Board({ view, edit, group }: StageProps & { group: TorqueGroup }) {
  const units = useUnits();
  const { me, initialsOf } = usePeople();
  const load = view.vehicle.load.now;
  const [overrule, setOverrule] = useState<{ reason: string; open: boolean }>({ reason: "", open: false });
  const [asked, setAsked] = useState<Signature | null>(null);
  const [outside, setOutside] = useState<Signed | null>(null);
  const { order, passes, steps, next, done } = progressOf(group, view.signature);
  const spec = specOf(group);
  const counted = countsOf(group, view.signature);
  const tried = view.signature.filter(
    (s) => s.groupId === group.id && (s.outcome === "redo" || s.outcome === "replaced"),
  );
  const pass = next ?? steps[steps.length - 1];
  const lastPass = passes[passes.length - 1].name;
  const at = (bolt: number, name: string): Signature | undefined =>
    counted.find((s) => s.bolt === bolt && s.pass === name);
  const isOutside = (bolt: number): boolean => counted.some((s) => s.bolt === bolt && wasOutside(group, s));
  const bolts = order.map((bolt): BoltState => ({
    bolt,
    signed: Boolean(at(bolt, pass.name)),
    marked: Boolean(at(bolt, lastPass)),
    outside: isOutside(bolt),
    next: next?.bolt === bolt,
  }));
  const gate = next && loadGate(group, next, load);
  const lacksSpec = next !== null && spec.kind === "missing" && next.pct !== null;
  const askReuse = spec.kind === "torque" && spec.anglesDeg.length > 0 && group.reuse === "ask" && next !== null;
  const draftName = next ? `${group.id}/${next.name}/${next.bolt}` : group.id;

  const keep = (signed: Signed, outcome: Outcome): void => {
    if (!next) return;
    const told = outcome.outcome === "held" ? "" : `: ${OUTCOME_WORDS[outcome.outcome]}`;
    edit.create(
      "signature",
      {
        jobId: view.job.id,
        groupId: group.id,
        bolt: next.bolt,
        pass: next.name,
        ...signed,
        ...outcome,
        personId: me?.id ?? null,
        at: new Date().toISOString(),
        load,
        overruleReason: gate ? overrule.reason : "",
      },
      `${group.name}, bolt ${next.bolt}, ${next.name}${told}`,
    );
  };
  const sign = (signed: Signed): boolean => {
    const wrench = signed.reading ?? signed.setTo;
    const judged = next && wrench ? judgeReading(next.limits, wrench.base) : null;
    if (judged && judged !== "inside") {
      setOutside(signed);
      return false;
    }
    keep(signed, { outcome: "held", outcomeReason: "" });
    return true;
  };

  return (
    <section className={css.board} aria-label={`Torque board: ${group.name}`}>
      <div className={css.boardTop}>
        <div className={css.boltsBox}>
          <h2 className="hd">{group.name}</h2>
          <BoltPattern
            pattern={group.pattern}
            count={group.count}
            bolts={bolts}
            order={order}
            onPick={(bolt) => setAsked(at(bolt, pass.name) ?? at(bolt, passes[0].name) ?? null)}
          />
        </div>
        <div className={css.boardSpec}>
          <h3 className="rt">
            {group.count === 1 ? "One bolt" : `${group.count} bolts`} {group.thread}
          </h3>
          <p className={css.bigspec}>
            <SpecFigure group={group} />
            {spec.kind === "torque" && <span className="n q">{units.other(spec.targetNm, "torque")}</span>}
          </p>
          <p className="lb">
            {[
              group.specSource,
              group.specTyped && `typed “${group.specTyped}”`,
              group.loadNeeded === "rideHeight" ? "at ride height" : "any load state",
              spec.kind === "torque" &&
                `${units.bare(spec.limits.minNm, "torque")} to ${units.show(spec.limits.maxNm, "torque")}, ${spec.limits.by === "document" ? "by the document" : "the shop’s tolerance"}`,
            ]
              .filter(Boolean)
              .join(" · ")}
          </p>
          <ol className="passes">
            {passes.map((p) => {
              const signed = order.filter((bolt) => at(bolt, p.name)).length;
              const state = signed === order.length ? "done" : p.name === pass.name ? "now" : "later";
              const figure =
                p.angleDeg !== null
                  ? "each that much further"
                  : p.targetNm === null
                    ? "by hand"
                    : units.show(p.targetNm, "torque");
              return (
                <li key={p.name} className={state}>
                  <i aria-hidden="true" />
                  <span>
                    <b>{capital(p.name)}</b>
                    <span className="lb">
                      {figure}, {signed} of {order.length}
                    </span>
                  </span>
                </li>
              );
            })}
          </ol>
          <p className="lb">
            {group.reuse === "replace" ? "New bolts: these are single use. " : ""}
            {group.reuse === "ask" && !askReuse ? "Whether they may be used again is not known. " : ""}
            {group.threadLocker ? `Thread locker: ${group.threadLocker}. ` : ""}Paint-mark each bolt as you sign it.
          </p>
        </div>
      </div>
      {askReuse && (
        <div className="gate" role="alert">
          <p>
            <b>May these be used again?</b>
            <br />
            Torque plus angle stretches a bolt. Look in the document; where it does not say, fit new ones.
          </p>
          <Button
            onClick={() => edit.update("torqueGroup", group, { reuse: "replace" }, `${group.name}: new fasteners`)}
          >
            New ones
          </Button>
          <Button onClick={() => edit.update("torqueGroup", group, { reuse: "reuse" }, `${group.name}: used again`)}>
            May be used again
          </Button>
        </div>
      )}
      {gate && (
        <div className="gate" role="alert">
          <svg
            width="26"
            height="26"
            viewBox="0 0 24 24"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.6"
            aria-hidden="true"
          >
            <path d="M5 10.5h14v10H5zM8 10.5V7a4 4 0 0 1 8 0v3.5M12 14.5v2.5" />
          </svg>
          <p>
            <b>{group.name} waits for ride height.</b>
            <br />
            {GATE_TEXT[gate]} {load.length > 0 && `Now: ${loadText(load).toLowerCase()}.`}
            {overrule.reason && <> Overruled: {overrule.reason}</>}
          </p>
          <Button
            onClick={() =>
              edit.update(
                "vehicle",
                view.vehicle,
                { load: { now: ["onWheels"], at: new Date().toISOString(), by: me?.id ?? null } },
                "On wheels",
              )
            }
          >
            Now on wheels
          </Button>
          <Button onClick={() => setOverrule({ ...overrule, open: true })}>Overrule, say why</Button>
        </div>
      )}
      {next && !lacksSpec && (
        <ReadingPad
          key={`${next.name}/${next.bolt}/${tried.length}`}
          step={next}
          draftName={draftName}
          disabled={Boolean(gate && !overrule.reason) || askReuse}
          onSign={sign}
        />
      )}
      {next && outside && (
        <OutsideDialog
          step={next}
          signed={outside}
          draftName={draftName}
          onDone={(outcome) => {
            forgetDraft(draftName);
            keep(outside, outcome);
            setOutside(null);
          }}
          onClose={() => setOutside(null)}
        />
      )}
      {lacksSpec && (
        <p className="sect brk" role="alert">
          Enter the specification in Plan. Nothing is torqued to a guess.
        </p>
      )}
      <footer className="signed">
        <p className="lb">
          Signed {pass.name}, at the bolt, in the order of tightening
          <span className="push">
            {" "}
            {done} of {steps.length}
          </span>
        </p>
        <ol>
          {order.map((bolt) => {
            const s = at(bolt, pass.name);
            return (
              <li key={bolt} className={bolt === next?.bolt ? "now" : s ? "ok" : ""}>
                <span className="n">{bolt}</span>{" "}
                {s ? (
                  <>
                    <span className={wasOutside(group, s) ? "n brk" : "n"}>
                      {s.reading
                        ? units.bare(s.reading.base, "torque")
                        : s.setTo
                          ? `${units.bare(s.setTo.base, "torque")} clicked`
                          : "by hand"}
                    </span>
                    <span className="lb">
                      {initialsOf(s.personId)} {whenText(s.at)}
                      {s.overruleReason && " overruled"}
                      {wasOutside(group, s) && (s.outcome === "accepted" ? " accepted outside" : " outside")}
                    </span>
                  </>
                ) : (
                  <span className="lb">{bolt === next?.bolt ? "next" : ""}</span>
                )}
              </li>
            );
          })}
        </ol>
        {tried.length > 0 && (
          <ul className="lb tried">
            {tried.map((s) => (
              <li key={s.id}>
                Bolt {s.bolt}, {s.pass}: {units.show((s.reading ?? s.setTo)?.base ?? 0, "torque")},{" "}
                {OUTCOME_WORDS[s.outcome]}, {initialsOf(s.personId)} {whenText(s.at)}
              </li>
            ))}
          </ul>
        )}
      </footer>
      <Modal
        open={overrule.open}
        title={`Torque ${group.name} before ride height?`}
        okText="Overrule"
        okButtonProps={{ disabled: !overrule.reason.trim() }}
        onOk={() => setOverrule({ ...overrule, open: false })}
        onCancel={() => setOverrule({ reason: "", open: false })}
      >
        <p>
          Rubber bonded to its sleeve is torqued at ride height only, or it tears. The reason stays with every
          signature.
        </p>
        <Input.TextArea
          aria-label="Reason"
          placeholder="Arm held at ride height by a jack under the hub"
          maxLength={400}
          value={overrule.reason}
          onChange={(e) => setOverrule({ ...overrule, reason: e.target.value })}
        />
      </Modal>
      <Modal
        open={asked !== null}
        title={asked ? `Bolt ${asked.bolt}, ${asked.pass}` : ""}
        onCancel={() => setAsked(null)}
        footer={[
          <Button
            key="undo"
            onClick={() => {
              if (asked) edit.remove("signature", asked, `${group.name}, bolt ${asked.bolt}: signature taken back`);
              setAsked(null);
            }}
          >
            Take this signature back
          </Button>,
          <Button key="ok" type="primary" onClick={() => setAsked(null)}>
            Leave it
          </Button>,
        ]}
      >
        {asked && (
          <p>
            {asked.reading ? `${asked.reading.typed}, ` : "By hand, "}
            {initialsOf(asked.personId) || "no user selected"}, {whenText(asked.at)},{" "}
            {loadText(asked.load).toLowerCase()}.{asked.overruleReason && ` Overruled: ${asked.overruleReason}`}
          </p>
        )}
      </Modal>
    </section>
  );
}
