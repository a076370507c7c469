import { Button, Input, Modal } from "antd";
import { useState } from "react";
import type { Signature, TorqueGroup } from "../../../contract";
import { LOAD_NAMES, whenText } from "../../format/words";
import { useUnits } from "../../format/units";
import type { StageProps } from "../job/JobPage";
import { usePeople } from "../job/useJobView";
import { SpecFigure } from "../plan/TorqueGroups";
import { BoltPattern, type BoltState } from "./BoltPattern";
import { limitsOf, progressOf, specOf, waitsForRideHeight } from "./progress";
import { ReadingPad } from "./ReadingPad";

/** One group of fasteners: its bolts in order, what the next one wants, and who signed which. */
export function Board({ view, edit, group }: StageProps & { group: TorqueGroup }) {
  const units = useUnits();
  const { me, initialsOf } = usePeople();
  const [overrule, setOverrule] = useState<{ reason: string; open: boolean }>({ reason: "", open: false });
  const [asked, setAsked] = useState<Signature | null>(null);
  const { order, steps, next, done } = progressOf(group, view.signature);
  const spec = specOf(group);
  const mine = view.signature.filter((s) => s.groupId === group.id);
  const pass = next?.pass ?? steps[steps.length - 1].pass;
  const lastPass = steps[steps.length - 1].pass;
  const at = (bolt: number, name: string): Signature | undefined =>
    mine.find((s) => s.bolt === bolt && s.pass === name);
  const bolts = order.map((bolt): BoltState => ({
    bolt,
    signed: Boolean(at(bolt, pass)),
    marked: Boolean(at(bolt, lastPass)),
    next: next?.bolt === bolt,
  }));
  const blocked = next !== null && waitsForRideHeight(group, next.pass, view.job.loadState);
  const lacksSpec = next !== null && spec.kind === "missing" && next.pct !== null;
  const passes = [...new Set(steps.map((s) => s.pass))];
  const limits = next ? limitsOf(spec, next) : null;

  const sign = (reading: { typed: string; base: number } | null): void => {
    if (!next) return;
    edit.create(
      "signature",
      {
        jobId: view.job.id,
        groupId: group.id,
        bolt: next.bolt,
        pass: next.pass,
        reading,
        personId: me?.id ?? null,
        at: new Date().toISOString(),
        loadState: view.job.loadState,
        overruleReason: blocked ? overrule.reason : "",
      },
      `${group.name}, bolt ${next.bolt}, ${next.pass}`,
    );
  };

  return (
    <section className="board" aria-label={`Torque board: ${group.name}`}>
      <div className="board-top">
        <div className="bolts-box">
          <h2 className="hd">{group.name}</h2>
          <BoltPattern
            pattern={group.pattern}
            count={group.count}
            bolts={bolts}
            order={order}
            onPick={(bolt) => setAsked(at(bolt, pass) ?? at(bolt, passes[0]) ?? null)}
          />
        </div>
        <div className="board-spec">
          <h3 className="rt">
            {group.count === 1 ? "One bolt" : `${group.count} bolts`} {group.thread}
          </h3>
          <p className="bigspec">
            <SpecFigure group={group} />
            {spec.kind === "torque" && <span className="n q">{units.other(spec.targetNm, "torque")}</span>}
          </p>
          <p className="lb">
            {[
              group.specSource,
              group.specTyped && `typed “${group.specTyped}”`,
              group.loadNeeded === "rideHeight" ? "at ride height" : "any load state",
            ]
              .filter(Boolean)
              .join(" · ")}
          </p>
          <ol className="passes">
            {passes.map((name) => {
              const own = steps.filter((s) => s.pass === name);
              const signed = own.filter((s) => at(s.bolt, name)).length;
              const state = signed === own.length ? "done" : name === pass ? "now" : "later";
              const nm = own[0].torqueNm;
              return (
                <li key={name} className={state}>
                  <i aria-hidden="true" />
                  <span>
                    <b>{capital(name)}</b>
                    <span className="lb">
                      {nm === null ? "by hand" : units.show(nm, "torque")}, {signed} of {own.length}
                      {own[0].angleDeg ? `, then ${own[0].angleDeg}°` : ""}
                    </span>
                  </span>
                </li>
              );
            })}
          </ol>
          <p className="lb">
            {group.reuse === "replace" ? "New bolts: these are single use. " : ""}
            {group.threadLocker ? `Thread locker: ${group.threadLocker}. ` : ""}Paint-mark each bolt as you sign it.
          </p>
        </div>
      </div>
      {blocked && (
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
            The vehicle is recorded as {LOAD_NAMES[view.job.loadState].toLowerCase()}.
            {overrule.reason && <> Overruled: {overrule.reason}</>}
          </p>
          <Button
            onClick={() =>
              edit.update(
                "job",
                view.job,
                { loadState: "onWheels", loadStateAt: new Date().toISOString(), loadStateBy: me?.id ?? null },
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
          key={`${next.pass}/${next.bolt}`}
          step={next}
          limits={limits}
          draftName={`${group.id}/${next.pass}/${next.bolt}`}
          disabled={blocked && !overrule.reason}
          onSign={sign}
        />
      )}
      {lacksSpec && (
        <p className="sect brk" role="alert">
          Enter the specification in Plan. Nothing is torqued to a guess.
        </p>
      )}
      <footer className="signed">
        <p className="lb">
          Signed {pass}, at the bolt, in the order of tightening
          <span className="push">
            {" "}
            {done} of {steps.length}
          </span>
        </p>
        <ol>
          {order.map((bolt) => {
            const s = at(bolt, pass);
            const out = s?.reading && limits && (s.reading.base < limits.minNm || s.reading.base > limits.maxNm);
            return (
              <li key={bolt} className={bolt === next?.bolt ? "now" : s ? "ok" : ""}>
                <span className="n">{bolt}</span>{" "}
                {s ? (
                  <>
                    <span className={out ? "n brk" : "n"}>
                      {s.reading ? units.bare(s.reading.base, "torque") : "by hand"}
                    </span>
                    <span className="lb">
                      {initialsOf(s.personId)} {whenText(s.at)}
                      {s.overruleReason && " overruled"}
                    </span>
                  </>
                ) : (
                  <span className="lb">{bolt === next?.bolt ? "next" : ""}</span>
                )}
              </li>
            );
          })}
        </ol>
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
            {initialsOf(asked.personId) || "nobody named"}, {whenText(asked.at)},{" "}
            {LOAD_NAMES[asked.loadState].toLowerCase()}.{asked.overruleReason && ` Overruled: ${asked.overruleReason}`}
          </p>
        )}
      </Modal>
    </section>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
