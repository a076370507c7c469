import { Button, Modal } from "antd";
import { useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";
import { flushSync } from "react-dom";
import { isRefusal } from "../../../contract";
import type { CompareLimits, Gearbox, Obstacle, Point } from "../../../core";
import { useKeys } from "../../app/keys";
import { useUnits } from "../../format/units";
import { gearShort } from "../../format/words";
import { Answer } from "../../ui/Answer";
import { SlotSwitch } from "../../ui/slots";
import { DEFAULT_LIMITS, pointsOf, solveBench, withPoint, type BenchSetup, type PointName } from "./bench";
import { GearPad, seatsOf } from "./GearPad";
import type { LeversFile } from "./files";
import { LateLedger, type Taped } from "./Ledger";
import { LeverFiles } from "./LeverFiles";
import { MeasureGuide } from "./MeasureGuide";
import { gripsOf, movedObstacle, nearOf, withGrip, type Surroundings } from "./near";
import { NearList } from "./NearList";
import { NearStrip } from "./NearStrip";
import { atNotch, notchAnswer, NotchStrip } from "./NotchStrip";
import { gearTravel } from "./pose";
import { PointStrip, type SetupPatch } from "./PointStrip";
import { Pieces } from "./Pieces";
import { benchSentence } from "./sentence";
import { RearView } from "./RearView";
import { SideView } from "./SideView";
import { TapedDialog } from "./TapedDialog";
import { useGlide } from "./useGlide";
import { Working } from "./Working";
import "./bench.css";

export interface ThrowBenchProps {
  gearbox: Gearbox;
  /** The first is the reference, the old lever. */
  setups: BenchSetup[];
  chosenId: string | null;
  pair: { from: string; to: string };
  currency: string;
  limits?: CompareLimits;
  taped?: (from: string, to: string) => Taped | null;
  tapedAfter?: (from: string, to: string) => Taped | null;
  onPatch: (id: string, patch: SetupPatch, label: string) => void;
  onAdd: () => string;
  onRemove: (id: string) => void;
  /** The key that makes the decision, at the right of the answer. */
  decide?: (candidate: BenchSetup) => React.ReactNode;
  extra?: React.ReactNode;
  /** What stands near the lever; it belongs to the vehicle. */
  near: Surroundings;
  onNear: (next: Surroundings, label: string) => void;
  /** Takes levers read from a file onto the bench. */
  onImport: (file: LeversFile) => void;
  /** Takes a rail travel found from a tape; absent where the gearbox is not ours to change. */
  onTravel: (travel: { positive: number; negative: number }) => void;
  /** One notch decided on: the setup as it then is, and the words of the choice. */
  onFitNotch?: (setup: BenchSetup, patch: SetupPatch, words: string) => void;
  /** The way to the stage's other tools, at the left of the keys. */
  tabs?: React.ReactNode;
}

const NO_TAPE = (): null => null;

/** The heart: old and candidates on one gearbox, drawn, moved, compared. */
export function ThrowBench(props: ThrowBenchProps) {
  const { gearbox, chosenId, pair, limits = DEFAULT_LIMITS, onPatch } = props;
  const units = useUnits();
  const [picked, setPicked] = useState<string | null>(null);
  const [point, setPoint] = useState<PointName | null>("pin");
  const [gear, setGear] = useState<string | null>(null);
  const [working, setWorking] = useState(false);
  const [nearChosen, setNearChosen] = useState<string | null>(null);
  const [nearGrip, setNearGrip] = useState<string | null>(null);
  const [nearDraft, setNearDraft] = useState<Surroundings | null>(null);
  const [sweep, setSweep] = useState(false);
  const [behind, setBehind] = useState(false);
  const [taping, setTaping] = useState(false);
  const [guide, setGuide] = useState(false);
  const [draft, setDraft] = useState<{ id: string; lever: BenchSetup["lever"]; held: string | null } | null>(null);

  const [shownNotch, setShownNotch] = useState<number | null>(null);
  const kept =
    props.setups.find((s) => s.id === picked) ??
    props.setups.find((s) => s.id === chosenId) ??
    props.setups[1] ??
    props.setups[0];
  const keptOld = props.setups[0];
  const notched = useMemo(
    () => (kept.id !== keptOld.id && kept.notches ? notchAnswer(gearbox, kept, keptOld, props.near) : null),
    [gearbox, kept, keptOld, props.near],
  );
  const notches = notched && !isRefusal(notched) ? notched : null;
  const notch = notches?.notches.find((n) => n.notch === (shownNotch ?? notches.best)) ?? null;
  // An adjustable lever is drawn and reckoned at the notch that is looked at.
  const atShown = useMemo(() => (notch && notch.notchMm !== 0 ? atNotch(kept, notch.notchMm) : null), [kept, notch]);
  const setups = useMemo(
    () =>
      props.setups.map((s) => {
        const own = s.id === kept.id && atShown ? { ...s, ...atShown } : s;
        return draft?.id === s.id ? { ...own, lever: draft.lever } : own;
      }),
    [props.setups, kept.id, atShown, draft],
  );
  const old = setups[0];
  const selected = setups.find((s) => s.id === kept.id) ?? setups[0];
  const result = useMemo(
    () => solveBench(gearbox, setups, limits, selected.id),
    [gearbox, setups, limits, selected.id],
  );
  const lever = result.levers.get(selected.id);
  const oldLever = result.levers.get(old.id);
  const candidate = selected.id === old.id ? null : selected;
  const compared = candidate ? result.compared?.find((c) => c.name === candidate.id) : undefined;
  const trouble = result.refused.get(selected.id);
  const near = nearDraft ?? props.near;
  const clearance = useMemo(() => nearOf(gearbox, selected, near), [gearbox, selected, near]);
  const oldClearance = useMemo(() => nearOf(gearbox, old, near), [gearbox, old, near]);
  const { onNear, onImport, extra, currency } = props;
  const moveNear = useCallback(
    (obstacle: Obstacle, done: boolean) => {
      const next = { ...near, obstacles: near.obstacles.map((o) => (o.name === obstacle.name ? obstacle : o)) };
      if (!done) flushSync(() => setNearDraft(next));
      else {
        setNearDraft(null);
        onNear(next, `${obstacle.name} moved`);
      }
    },
    [near, onNear],
  );
  const moveHand = useCallback(
    (hand: Point, done: boolean) => {
      if (!done) flushSync(() => setNearDraft({ ...near, hand }));
      else {
        setNearDraft(null);
        onNear({ ...near, hand }, "The driver’s hand moved");
      }
    },
    [near, onNear],
  );
  const chooseNear = useCallback((name: string | null) => {
    setNearChosen(name);
    setNearGrip(null);
    if (name) setPoint(null);
  }, []);
  const choosePoint = useCallback((name: PointName | null) => {
    setPoint(name);
    setNearChosen(null);
    setNearGrip(null);
  }, []);

  // The strip shows what is kept; while a point is dragged its figures stand beside the point itself, and the
  // strip's many fields need not be drawn again at every step.
  const stored = useMemo(() => (atShown ? { ...kept, ...atShown } : kept), [kept, atShown]);
  const { onRemove, onAdd, decide, tabs, onFitNotch } = props;
  const patchStored = useCallback(
    (patch: SetupPatch, label: string) =>
      // Geometry changed at a notch is kept at that notch, and the list is counted from there.
      onPatch(stored.id, patch.lever && !patch.notches ? { ...patch, notches: stored.notches } : patch, label),
    [onPatch, stored.id, stored.notches],
  );
  const removeStored = useCallback(() => onRemove(stored.id), [onRemove, stored.id]);

  const isCandidate = stored.id !== old.id;
  const fitNotch = useCallback(
    (patch: SetupPatch, words: string) => {
      setShownNotch(null);
      if (onFitNotch) onFitNotch(kept, patch, words);
      else patchStored(patch, `${kept.name}: ${words}`);
    },
    [onFitNotch, kept, patchStored],
  );
  // Keys depend on what is kept, not on the step of a drag.
  const acts = useMemo(
    () => (
      <>
        {tabs}
        <Button aria-expanded={working} onClick={() => setWorking(true)}>
          Working
        </Button>
        {notch && atShown ? (
          <Button type="primary" onClick={() => fitNotch(atShown, `Notch ${notch.notch}`)}>
            Fit notch {notch.notch}
          </Button>
        ) : (
          isCandidate && decide?.(stored)
        )}
      </>
    ),
    [tabs, working, isCandidate, stored, decide, notch, atShown, fitNotch],
  );
  const addKey = useMemo(
    () => (
      <Button block onClick={() => setPicked(onAdd())}>
        Add a lever to compare
      </Button>
    ),
    [onAdd],
  );

  const present = gearbox.gears.find((g) => g.gear === gear) ?? null;
  const shownPair = present ? pairOf(gearbox, present.gear, pair) : pair;
  const goal = gearTravel(selected.lever, present);
  const [lastColumn, setLastColumn] = useState<string | null>(null);
  const throughNeutral = present !== null && lastColumn !== null && lastColumn !== present.column;
  const travel = useGlide(throughNeutral ? [0, goal] : [goal]);

  const putInGear = useCallback(
    (to: string | null) => {
      setLastColumn(present?.column ?? null);
      setGear(to);
    },
    [present],
  );

  const move = useCallback(
    (name: PointName, at: Point, done: boolean) => {
      const { lever: next, held } = withPoint(selected.lever, name, at);
      if (!done) {
        // Drawn in the frame the pointer moved in, not in one after it.
        flushSync(() => setDraft({ id: selected.id, lever: next, held }));
        return;
      }
      setDraft(null);
      onPatch(selected.id, { lever: next, notches: selected.notches }, `${selected.name}: ${name} moved`);
    },
    [selected, onPatch],
  );

  // A draft of another lever has nothing left to say once the choice moves on.
  useEffect(() => setDraft(null), [picked]);

  const keys = useMemo(() => {
    const named = Object.fromEntries(
      gearbox.gears.slice(0, 12).map((g) => [g.gear.toLowerCase().slice(0, 1), () => putInGear(g.gear)]),
    );
    const nudge = (dx: number, dz: number, step: number) => (): void => {
      const shifted = (at: Point): Point => ({ xMm: round(at.xMm + dx * step), zMm: round(at.zMm + dz * step) });
      if (nearGrip === "hand" && near.hand) return moveHand(shifted(near.hand), true);
      const obstacle = near.obstacles.find((o) => o.name === nearChosen);
      if (obstacle) {
        const grip = gripsOf(obstacle).find((g) => g.key === nearGrip);
        const by = { xMm: dx * step, zMm: dz * step };
        return moveNear(grip ? withGrip(obstacle, grip.key, shifted(grip.at)) : movedObstacle(obstacle, by), true);
      }
      const own = pointsOf(selected.lever).find((p) => p.name === point);
      if (own) move(own.name, { xMm: round(own.at.xMm + dx * step), zMm: round(own.at.zMm + dz * step) }, true);
    };
    return {
      ...named,
      "0": () => putInGear(null),
      ArrowUp: nudge(0, 1, 1),
      ArrowDown: nudge(0, -1, 1),
      ArrowLeft: nudge(-1, 0, 1),
      ArrowRight: nudge(1, 0, 1),
      "Shift+ArrowUp": nudge(0, 1, 0.1),
      "Shift+ArrowDown": nudge(0, -1, 0.1),
      "Shift+ArrowLeft": nudge(-1, 0, 0.1),
      "Shift+ArrowRight": nudge(1, 0, 0.1),
    };
  }, [gearbox, move, moveHand, moveNear, near, nearChosen, nearGrip, point, putInGear, selected]);
  useKeys(keys);

  const pieces = benchSentence({
    name: notch && atShown ? `notch ${notch.notch} of the ${lowerFirst(selected.name)}` : selected.name,
    old: { throws: oldLever?.throws ?? [], name: old.name },
    candidate: candidate && lever && compared ? { lever, compared } : null,
    pair: shownPair,
    chosen: selected.id === chosenId,
    length: (mm) => units.bare(mm, "length"),
    unit: units.label("length"),
    least: clearance?.least ?? null,
  });
  const chosenObstacle = near.obstacles.find((o) => o.name === nearChosen);
  // What a drag does not change is not built again for it; figures beside the drawing follow a breath later.
  const list = useMemo(
    () => (
      <ul className="setups">
        {setups.map((s) => {
          const t = result.levers.get(s.id)?.throws.find((x) => x.from === shownPair.from && x.to === shownPair.to);
          const note = s === old ? "reference" : s.id === chosenId ? "chosen" : priceText(s, currency);
          return (
            <li key={s.id} className={s.id === selected.id ? "cur" : undefined}>
              <button
                type="button"
                className="pick"
                aria-pressed={s.id === selected.id}
                onClick={() => {
                  setPicked(s.id);
                  setShownNotch(null);
                }}
              >
                <LineSample kind={s === old ? "old" : s.id === selected.id ? "cand" : "other"} />
                <b>{s.name}</b>
                <small>
                  {note}
                  <span className="n">{t?.throwMm == null ? "none" : units.bare(t.throwMm, "length")}</span>
                </small>
              </button>
              <SlotSwitch
                on={s.shown}
                label={`Show ${s.name}`}
                onChange={(shown) => onPatch(s.id, { shown }, `${shown ? "Show" : "Hide"} ${s.name}`)}
              />
            </li>
          );
        })}
      </ul>
    ),
    [setups, result, shownPair.from, shownPair.to, old, chosenId, selected.id, units, onPatch, currency],
  );
  const addBlock = useMemo(
    () => (
      <div className="add">
        {addKey}
        <Button block onClick={() => setGuide(true)}>
          How to measure
        </Button>
        <Button block onClick={() => setTaping(true)}>
          Rail travel from a tape
        </Button>
        <LeverFiles gearbox={gearbox} setups={setups} onImport={onImport} />
        {extra}
      </div>
    ),
    [addKey, gearbox, setups, onImport, extra],
  );
  const lateNear = useDeferredValue(near);
  const lateClearance = useDeferredValue(clearance);
  const nearList = useMemo(
    () => (
      <NearList
        near={lateNear}
        clearance={lateClearance}
        chosen={nearChosen}
        sweep={sweep}
        onChoose={chooseNear}
        onSweep={setSweep}
        onChange={onNear}
      />
    ),
    [lateNear, lateClearance, nearChosen, sweep, chooseNear, onNear],
  );
  const lateObstacle = lateNear.obstacles.find((o) => o.name === nearChosen);
  const nearStrip = useMemo(
    () =>
      lateObstacle && (
        <NearStrip
          key={lateObstacle.name}
          near={lateNear}
          obstacle={lateObstacle}
          clearance={lateClearance}
          onChange={(next, label, name) => {
            onNear(next, label);
            if (name) setNearChosen(name);
          }}
          onRemove={() => {
            onNear(
              { ...lateNear, obstacles: lateNear.obstacles.filter((o) => o.name !== lateObstacle.name) },
              `${lateObstacle.name} taken away`,
            );
            chooseNear(null);
          }}
        />
      ),
    [lateNear, lateObstacle, lateClearance, onNear, chooseNear],
  );
  const sign = (name: string): number => {
    const g = gearbox.gears.find((x) => x.gear === name);
    return g?.travelMm ?? g?.travelDeg ?? 0;
  };

  return (
    <>
      <Answer acts={<>{acts}</>}>
        {trouble ? (
          <>
            <b>{selected.name} cannot be computed: </b>
            {trouble.field} accepts {trouble.accepts}.
          </>
        ) : (
          <Pieces pieces={pieces} />
        )}
      </Answer>
      <section className={isCandidate && selected.notches ? "bench tall" : "bench"} aria-label="Throw bench">
        <div className="bench-left">
          <h2 className="hd2">
            In gear <span className="lb">keys 1 to 6, r, 0</span>
          </h2>
          <div className="padbox">
            <GearPad {...seatsOf(gearbox, lever)} gear={gear} onGear={putInGear} />
          </div>
          <h2 className="hd2">
            Levers{" "}
            <span className="lb">
              {gearShort(shownPair.from)} to {gearShort(shownPair.to)}, {units.label("length")}
            </span>
          </h2>
          {list}
          {addBlock}
          {nearList}
        </div>
        <div className="sheetbox">
          <nav className="sheettabs" aria-label="View of the lever">
            <button type="button" aria-pressed={!behind} onClick={() => setBehind(false)}>
              From the side
            </button>
            <button type="button" aria-pressed={behind} onClick={() => setBehind(true)}>
              From behind
            </button>
          </nav>
          {behind ? (
            <RearView gearbox={gearbox} setup={selected} lever={lever} gear={gear} />
          ) : (
            <SideView
              near={near}
              clearance={clearance}
              nearChosen={nearChosen}
              nearGrip={nearGrip}
              sweep={sweep}
              onNearChoose={chooseNear}
              onNearGrip={setNearGrip}
              onNearMove={moveNear}
              onHand={moveHand}
              gearbox={gearbox}
              setups={setups}
              levers={result.levers}
              selected={selected}
              point={point}
              gear={gear}
              pair={shownPair}
              travel={travel}
              onPoint={choosePoint}
              onMove={move}
              held={draft?.held ?? null}
            />
          )}
        </div>
        <div className="bench-right" role="region" aria-label="Ledger" tabIndex={0}>
          <LateLedger
            old={old}
            oldLever={oldLever}
            candidate={candidate}
            lever={candidate ? lever : undefined}
            compared={compared}
            pair={shownPair}
            taped={props.taped ?? NO_TAPE}
            tapedAfter={props.tapedAfter ?? NO_TAPE}
            near={{ hand: near.hand, old: oldClearance, candidate: candidate ? clearance : null }}
            gearbox={gearbox}
          />
        </div>
      </section>
      {notched && (
        <NotchStrip
          key={`notches-${selected.id}`}
          setup={kept}
          near={props.near}
          answer={notched}
          shown={notch}
          onShow={setShownNotch}
          onPatch={patchStored}
          onFit={fitNotch}
        />
      )}
      {chosenObstacle ? (
        nearStrip
      ) : (
        <PointStrip
          key={selected.id}
          setup={stored}
          point={point}
          currency={props.currency}
          onPoint={choosePoint}
          onPatch={patchStored}
          onRemove={stored.id === old.id ? undefined : removeStored}
        />
      )}
      {guide && <MeasureGuide onClose={() => setGuide(false)} />}
      {taping && (
        <TapedDialog
          lever={old.lever}
          pair={pair}
          gears={
            sign(pair.from) >= sign(pair.to)
              ? { positive: pair.from, negative: pair.to }
              : { positive: pair.to, negative: pair.from }
          }
          tapedMm={props.taped?.(pair.from, pair.to)?.meanMm ?? null}
          tapeUmm={props.taped?.(pair.from, pair.to)?.expandedMm ?? null}
          onUse={(travel) => {
            setTaping(false);
            props.onTravel(travel);
          }}
          onClose={() => setTaping(false)}
        />
      )}
      {working && lever && (
        <Modal open onCancel={() => setWorking(false)} footer={null} width={760} title={`Working: ${selected.name}`}>
          <Working setup={selected} lever={lever} />
        </Modal>
      )}
    </>
  );
}

const lowerFirst = (name: string): string => name.charAt(0).toLowerCase() + name.slice(1);

const round = (v: number): number => Math.round(v * 1000) / 1000;

const priceText = (s: BenchSetup, currency: string): string =>
  s.price === null ? s.source || "candidate" : `${s.price} ${currency}`;

/** The pair across the gate a gear stands in; the usual pair where it has no opposite. */
function pairOf(gearbox: Gearbox, gear: string, usual: { from: string; to: string }): { from: string; to: string } {
  const travel = (g: Gearbox["gears"][number]): number => g.travelMm ?? g.travelDeg ?? 0;
  const own = gearbox.gears.find((g) => g.gear === gear);
  const other = own && gearbox.gears.find((g) => g.column === own.column && travel(g) * travel(own) < 0);
  if (!own || !other) return usual;
  const order = gearbox.gears.indexOf(own) < gearbox.gears.indexOf(other) ? [own, other] : [other, own];
  return { from: order[0].gear, to: order[1].gear };
}

function LineSample({ kind }: { kind: "old" | "cand" | "other" }) {
  const stroke = { old: "var(--ochre)", cand: "var(--teal)", other: "var(--edge)" }[kind];
  return (
    <svg width="26" height="16" viewBox="0 0 26 16" aria-hidden="true">
      <path
        d="M0 8h26"
        stroke={stroke}
        strokeWidth={kind === "other" ? 1.2 : 2.4}
        strokeDasharray={kind === "old" ? "7 2.5" : undefined}
      />
    </svg>
  );
}
