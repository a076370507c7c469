import { capital } from "../../format/grammar";
import { Button, Checkbox, Input, Modal, Select } from "antd";
import type { Signature, TorqueGroup } from "../../../contract";
import { isToFind, recheckOf, specOf, wasOutside } from "../../../domain";
import { loadText, whenText } from "../../format/words";
import { LIMITS_BY } from "../../format/limits";
import { useUnits } from "../../format/units";
import type { StageProps } from "../../data/stage";
import { forgetDraft } from "../../ui/useDraft";
import { usePeople } from "../../data/useJobView";
import { SpecFigure } from "../../pieces/torque/SpecFigure";
import { AskDown, useLoadByHand } from "../../pieces/job/LoadByHand";
import { BoltPattern } from "../../pieces/torque/BoltPattern";
import { OutsideDialog } from "./OutsideDialog";
import { ReadingPad } from "./ReadingPad";
import { OUTCOME_WORDS } from "./outcomes";
import { useBoard, type BoardModel } from "./useBoard";
import { WrenchStrip } from "./WrenchStrip";
import css from "./fit.module.css";

const GATE_TEXT = {
  notSaid: "Nobody has said what the vehicle is on.",
  notOnWheels: "It is torqued on the wheels, at ride height.",
} as const;

/** One group of fasteners: its bolts in order, what the next one wants, and who signed which. */
export function Board({ view, edit, group }: StageProps & { group: TorqueGroup }) {
  const model = useBoard({ view, edit, group });
  const { next, outside } = model;
  return (
    <section className={css.board} aria-label={`Torque board: ${group.name}`}>
      <BoardTop model={model} group={group} />
      {model.askReuse && <AskReuse group={group} edit={edit} />}
      {model.gate && <RideHeightGate model={model} view={view} edit={edit} group={group} />}
      <WrenchStrip model={model} group={group} edit={edit} />
      {next && model.last && <DeedsRow model={model} group={group} />}
      {next && !model.lacksSpec && (
        <ReadingPad
          key={`${next.name}/${next.bolt}/${model.tried.length}`}
          step={next}
          draftName={model.draftName}
          disabled={
            Boolean(model.gate && !model.overrule.reason) ||
            model.askReuse ||
            model.lacksSecond ||
            model.setting?.refused === true
          }
          setting={model.setting}
          adapter={group.adapter}
          onSign={model.sign}
          onSignAll={model.signAll}
        />
      )}
      {next && outside && (
        <OutsideDialog
          step={next}
          signed={outside}
          draftName={model.draftName}
          onDone={(outcome) => {
            forgetDraft(model.draftName);
            model.keep(outside, outcome);
            model.setOutside(null);
          }}
          onClose={() => model.setOutside(null)}
        />
      )}
      {model.lacksSpec && (
        <div className="sect">
          <p className="brk" role="alert">
            {group.critical === "none"
              ? "Enter the specification in Plan. Nothing is torqued to a guess."
              : "This group holds the vehicle. Find its value and enter it in Plan; by hand is not enough here."}
          </p>
          {model.signToFind && <Button onClick={model.signToFind}>Tightened by hand, value to be found</Button>}
        </div>
      )}
      {isToFind(group, view.signature) && !next && (
        <p className="sect och" role="status">
          Tightened by hand: its value is still to be found, and it stays open until then.
        </p>
      )}
      {!next && <RecheckNote group={group} />}
      <SignedList model={model} group={group} />
      <BoardDialogs model={model} group={group} edit={edit} />
    </section>
  );
}

/** The bolts in their order, what the document wants, and how far the passes have come. */
function BoardTop({ model, group }: { model: BoardModel; group: TorqueGroup }) {
  const units = useUnits();
  const { bolts, order, at, pass, passes, spec, askReuse, setAsked } = model;
  return (
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
          {spec.kind === "torque" && (
            <span className="n q">{units.other(spec.targetNm - (group.prevailing?.base ?? 0), "torque")}</span>
          )}
        </p>
        <p className="lb">
          {[
            group.specSource,
            group.specTyped && `typed “${group.specTyped}”`,
            group.prevailing &&
              `with ${units.show(group.prevailing.base, "torque")} for the self-locking nut, ${group.prevailingSource || "source not named"}`,
            group.critical !== "none" && "critical: the vehicle waits for it",
            group.loadNeeded === "rideHeight" ? "at ride height" : "any load state",
            spec.kind === "torque" &&
              `${units.bare(spec.limits.minNm, "torque")} to ${units.show(spec.limits.maxNm, "torque")}, ${LIMITS_BY[spec.limits.by]}`,
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
  );
}

/** Torque plus angle stretches: whether these may be used again is asked before the first pull. */
function AskReuse({ group, edit }: { group: TorqueGroup; edit: StageProps["edit"] }) {
  return (
    <div className="gate" role="alert">
      <p>
        <b>May these be used again?</b>
        <br />
        Torque plus angle stretches a bolt. Look in the document; where it does not say, fit new ones.
      </p>
      <Button onClick={() => edit.update("torqueGroup", group, { reuse: "replace" }, `${group.name}: new fasteners`)}>
        New ones
      </Button>
      <Button onClick={() => edit.update("torqueGroup", group, { reuse: "reuse" }, `${group.name}: used again`)}>
        May be used again
      </Button>
    </div>
  );
}

function RideHeightGate({ model, view, edit, group }: StageProps & { model: BoardModel; group: TorqueGroup }) {
  const { gate, load, overrule, setOverrule } = model;
  const hand = useLoadByHand(view, edit);
  if (!gate) return null;
  if (hand.asked) return <AskDown view={view} hand={hand} />;
  return (
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
      <Button onClick={() => hand.say(["onWheels"])}>Now on wheels</Button>
      <Button onClick={() => setOverrule({ ...overrule, open: true })}>Overrule, say why</Button>
    </div>
  );
}

/** What is done at each bolt beside tightening it, and the second person where two sign. */
function DeedsRow({ model, group }: { model: BoardModel; group: TorqueGroup }) {
  const { deeds, setDeeds, people, me } = model;
  const offered = [
    { key: "paint" as const, words: "paint-marked" },
    ...(group.threadLocker ? [{ key: "locker" as const, words: `thread locker: ${group.threadLocker}` }] : []),
    ...(group.lubricant ? [{ key: "lubricant" as const, words: `lubricated: ${group.lubricant}` }] : []),
  ];
  return (
    <div className={css.deeds} role="group" aria-label="At each bolt">
      {offered.map(({ key, words }) => (
        <Checkbox
          key={key}
          checked={deeds.done.includes(key)}
          onChange={(e) =>
            setDeeds({
              ...deeds,
              done: e.target.checked ? [...deeds.done, key] : deeds.done.filter((d) => d !== key),
            })
          }
        >
          {words}
        </Checkbox>
      ))}
      {group.twoPeople && (
        <Select<string>
          aria-label="Second person"
          placeholder="second person signs too"
          style={{ minWidth: 220 }}
          allowClear
          value={deeds.secondId ?? undefined}
          options={people.filter((p) => p.id !== me?.id).map((p) => ({ value: p.id, label: p.name }))}
          onChange={(id: string | undefined) => setDeeds({ ...deeds, secondId: id ?? null })}
        />
      )}
    </div>
  );
}

/** How far it goes until a joint has settled, km. Common practice, no source. */
const RECHECK_KM = 500;

const RECHECK = {
  angle: "Tightened by angle: after the first drive look at the paint mark only. Do not turn it again.",
  singleUse: "Single-use bolts: after the first drive look at the paint mark only. Do not turn them again.",
  locker: "Set in thread locker: after the first drive look at the paint mark only. Turning it would break the bond.",
} as const;

/** How the finished group is looked at again. */
function RecheckNote({ group }: { group: TorqueGroup }) {
  const units = useUnits();
  const spec = specOf(group);
  const { why } = recheckOf(group, spec.kind === "torque" ? spec.anglesDeg : []);
  return (
    <p className="sect lb">
      {why === "plain"
        ? `After the first drive and after ${units.show(RECHECK_KM, "distance")}: check with the wrench, tightening, at the lower limit.`
        : RECHECK[why]}{" "}
      Common practice; the document wins.
    </p>
  );
}

/** Who signed which bolt of this pass, and what was loosened again. */
function SignedList({ model, group }: { model: BoardModel; group: TorqueGroup }) {
  const units = useUnits();
  const { initialsOf } = usePeople();
  const { pass, done, steps, order, at, next, tried } = model;
  return (
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
                        : s.turnedDeg !== null
                          ? units.show(s.turnedDeg, "angle", { digits: 0 })
                          : pass.angleDeg !== null
                            ? "not counted"
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
              Bolt {s.bolt}, {s.pass}: {signedFigure(s, units)}, {OUTCOME_WORDS[s.outcome]}, {initialsOf(s.personId)}{" "}
              {whenText(s.at)}
            </li>
          ))}
        </ul>
      )}
    </footer>
  );
}

/** What one signature tells of its bolt: what was read, set or turned. */
function signedFigure(s: Signature, units: ReturnType<typeof useUnits>): string {
  if (s.reading) return units.show(s.reading.base, "torque");
  if (s.setTo) return `set to ${units.show(s.setTo.base, "torque")}, clicked`;
  return s.turnedDeg === null ? "by hand" : `turned ${units.show(s.turnedDeg, "angle", { digits: 0 })}`;
}

function BoardDialogs({ model, group, edit }: { model: BoardModel; group: TorqueGroup; edit: StageProps["edit"] }) {
  const units = useUnits();
  const { initialsOf } = usePeople();
  const { overrule, setOverrule, asked, setAsked } = model;
  return (
    <>
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
            {capital(signedFigure(asked, units))}, {initialsOf(asked.personId) || "no user selected"},{" "}
            {whenText(asked.at)}, {loadText(asked.load).toLowerCase()}.
            {asked.overruleReason && ` Overruled: ${asked.overruleReason}`}
          </p>
        )}
      </Modal>
    </>
  );
}
