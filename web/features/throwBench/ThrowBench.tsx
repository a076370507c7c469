import { Latest } from "../../ui/latest";
import { refusalText } from "../../format/fieldLabels";
import { uncapital } from "../../format/grammar";
import { Button, Modal } from "antd";
import { useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";
import { flushSync } from "react-dom";
import { type CompareLimits, type Gearbox, type Point, byTravel, gearTravel, pairOf } from "../../../core";
import { useUnits } from "../../format/units";
import { gearShort } from "../../format/words";
import { Answer } from "../../ui/Answer";
import {
  DEFAULT_LIMITS,
  withPoint,
  type BenchSetup,
  type GearPair,
  type PointName,
  type LeversFile,
  clearanceOf,
  type Surroundings,
} from "../../../domain";
import { GearPad, seatsOf } from "./GearPad";
import { LateLedger, type Taped } from "./Ledger";
import { LeverFiles } from "./LeverFiles";
import { LeverList } from "./LeverList";
import { MeasureGuide } from "./MeasureGuide";
import { ObstacleList } from "./ObstacleList";
import { ObstacleStrip } from "./ObstacleStrip";
import { NotchStrip, USUAL_NOTCHES } from "./NotchStrip";
import { PointStrip, type SetupPatch } from "./PointStrip";
import { Pieces } from "./Pieces";
import { basisOf, conflictOf } from "./basis";
import { doubtsOf } from "./doubts";
import { FitKey, type Against } from "./FitKey";
import { benchSentence, notchWords } from "./sentence";
import { RearView } from "./RearView";
import { SideView } from "./SideView";
import { TapedDialog } from "./TapedDialog";
import { useBench } from "./useBench";
import { useBenchKeys } from "./useBenchKeys";
import { useGlide } from "./useGlide";
import { useObstacleDrag } from "./useObstacleDrag";
import { Working } from "./Working";
import css from "./throwBench.module.css";

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
  decide?: (candidate: BenchSetup, against: Against) => React.ReactNode;
  extra?: React.ReactNode;
  /** What stands near the lever; it belongs to the vehicle. */
  surroundings: Surroundings;
  onSurroundings: (next: Surroundings, label: string) => void;
  /** Takes levers read from a file onto the bench. */
  onImport: (file: LeversFile) => void;
  /** Takes a rail travel found from a tape; absent where the gearbox is not ours to change. */
  onTravel: (gears: GearPair, travel: { positive: number; negative: number }) => void;
  /** One notch decided on: the setup as it then is, and the words of the choice. */
  onFitNotch?: (setup: BenchSetup, patch: SetupPatch, words: string) => void;
  /** The way to the readings, where there are any. */
  onMeasure?: () => void;
  /** The way to the stage's other tools, at the left of the keys. */
  tabs?: React.ReactNode;
}

const NO_TAPE = (): null => null;

/** The heart: old and candidates on one gearbox, drawn, moved, compared. */
export function ThrowBench(props: ThrowBenchProps) {
  const { gearbox, chosenId, pair, limits = DEFAULT_LIMITS } = props;
  const { onPatch: patchSetup, setups: given } = props;
  // The first figure of a lever of which nothing was known makes it an estimate, until somebody says it is measured.
  const onPatch = useCallback(
    (id: string, patch: SetupPatch, label: string): void => {
      const unknown = given.find((s) => s.id === id)?.origin === "missing";
      patchSetup(id, unknown && patch.lever && !patch.origin ? { ...patch, origin: "estimated" } : patch, label);
    },
    [patchSetup, given],
  );
  const units = useUnits();
  const [point, setPoint] = useState<PointName | null>("pin");
  const [gear, setGear] = useState<string | null>(null);
  const [working, setWorking] = useState(false);
  const [obstacleChosen, setObstacleChosen] = useState<string | null>(null);
  const [obstacleGrip, setObstacleGrip] = useState<string | null>(null);
  const [sweep, setSweep] = useState(false);
  const [behind, setBehind] = useState(false);
  const [taping, setTaping] = useState(false);
  const [guide, setGuide] = useState(false);

  const computed = useBench({ gearbox, kept: props.setups, chosenId, limits, surroundings: props.surroundings });
  const { setups, kept, selected, result, lever, candidate, compared, notched, notch, atShown } = computed;
  const { draft, setDraft, picked, setPicked, setShownNotch } = computed;
  const [old] = setups;
  const oldLever = result.levers.get(old.id);
  const trouble = result.refused.get(selected.id);
  const {
    surroundings,
    moveObstacle,
    moveHand,
    cancel: cancelObstacle,
  } = useObstacleDrag(props.surroundings, props.onSurroundings);
  const clearance = useMemo(() => clearanceOf(gearbox, selected, surroundings), [gearbox, selected, surroundings]);
  const oldClearance = useMemo(() => clearanceOf(gearbox, old, surroundings), [gearbox, old, surroundings]);
  const minGapMm = selected.notches?.limits.minGapMm ?? USUAL_NOTCHES.limits.minGapMm;
  const doubts = useMemo(
    () =>
      candidate && lever && compared
        ? doubtsOf({
            lever,
            old: oldLever ?? null,
            compared,
            pair,
            least: clearance?.least ?? null,
            minGapMm,
            broken: notch?.breaks,
            show: (mm) => units.show(mm, "length"),
          })
        : [],
    [candidate, lever, oldLever, compared, pair, clearance, minGapMm, notch, units],
  );
  // The key asks for what stands against it when it is pressed: it need not be drawn anew at every step of a drag.
  const [atHand] = useState(() => new Latest(doubts));
  useEffect(() => atHand.set(doubts), [atHand, doubts]);
  const doubtful = doubts.length > 0;
  const against = useMemo((): Against => ({ doubtful, doubts: () => atHand.get() }), [doubtful, atHand]);
  const { onSurroundings, onImport, extra, currency } = props;
  const chooseObstacle = useCallback((name: string | null) => {
    setObstacleChosen(name);
    setObstacleGrip(null);
    if (name) setPoint(null);
  }, []);
  const choosePoint = useCallback((name: PointName | null) => {
    setPoint(name);
    setObstacleChosen(null);
    setObstacleGrip(null);
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
    [onFitNotch, kept, patchStored, setShownNotch],
  );
  // Keys depend on what is kept, not on the step of a drag.
  const acts = useMemo(
    () => (
      <>
        {tabs}
        <Button aria-expanded={working} onClick={() => setWorking(true)}>
          Calculation
        </Button>
        {notch && atShown ? (
          <FitKey
            name={`${stored.id} ${notch.notch}`}
            label={`Fit notch ${notch.notch}`}
            {...against}
            onFit={(reason) => fitNotch(atShown, notchWords(notch.notch, reason))}
          />
        ) : (
          isCandidate && decide?.(stored, against)
        )}
      </>
    ),
    [tabs, working, isCandidate, stored, decide, notch, atShown, fitNotch, against],
  );
  const addKey = useMemo(
    () => (
      <Button block size="small" className="both" onClick={() => setPicked(onAdd())}>
        Add a lever to compare
      </Button>
    ),
    [onAdd, setPicked],
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
    [selected, onPatch, setDraft],
  );

  const cancelDrag = useCallback(() => {
    setDraft(null);
    cancelObstacle();
  }, [setDraft, cancelObstacle]);

  // A draft of another lever has nothing left to say once the choice moves on.
  useEffect(() => setDraft(null), [picked, setDraft]);

  useBenchKeys({
    gearbox,
    surroundings,
    obstacleChosen,
    obstacleGrip,
    point,
    lever: selected.lever,
    move,
    moveHand,
    moveObstacle,
    putInGear,
  });

  const tapedMain = props.taped?.(shownPair.from, shownPair.to) ?? null;
  const oldThrow = oldLever?.throws.find((t) => t.from === shownPair.from && t.to === shownPair.to)?.throwMm ?? null;
  const conflict = conflictOf(old, oldThrow, tapedMain);
  // A lever that is dragged for the first time has figures from that moment on.
  const inHand =
    candidate?.origin === "missing" && draft?.id === candidate.id
      ? { ...candidate, origin: "estimated" as const }
      : candidate;
  const pieces = benchSentence({
    name: notch && atShown ? `notch ${notch.notch} of the ${uncapital(selected.name)}` : selected.name,
    old: { throws: oldLever?.throws ?? [], name: old.name },
    candidate: candidate && lever && compared ? { lever, compared } : null,
    pair: shownPair,
    chosen: selected.id === chosenId,
    length: (mm) => units.bare(mm, "length"),
    unit: units.label("length"),
    least: clearance?.least ?? null,
    doubts,
    basis: basisOf(gearbox, old, inHand, tapedMain),
    conflict,
  });
  const chosenObstacle = surroundings.obstacles.find((o) => o.name === obstacleChosen);
  const pickLever = useCallback(
    (id: string) => {
      setPicked(id);
      setShownNotch(null);
    },
    [setPicked, setShownNotch],
  );
  // What a drag does not change is not built again for it; figures beside the drawing follow a breath later.
  const list = useMemo(
    () => (
      <LeverList
        setups={setups}
        levers={result.levers}
        pair={{ from: shownPair.from, to: shownPair.to }}
        shownId={selected.id}
        chosenId={chosenId}
        currency={currency}
        onPick={pickLever}
        onPatch={onPatch}
      />
    ),
    [setups, result, shownPair.from, shownPair.to, chosenId, selected.id, onPatch, currency, pickLever],
  );
  const addBlock = useMemo(
    () => (
      <div className="add">
        {addKey}
        <Button size="small" onClick={() => setGuide(true)} aria-label="How to measure">
          Guide
        </Button>
        <Button size="small" onClick={() => setTaping(true)} aria-label="Rail travel from a tape">
          Rail travel
        </Button>
        <LeverFiles gearbox={gearbox} setups={setups} onImport={onImport} />
        {extra}
      </div>
    ),
    [addKey, gearbox, setups, onImport, extra],
  );
  const lateSurroundings = useDeferredValue(surroundings);
  const lateClearance = useDeferredValue(clearance);
  const obstacleList = useMemo(
    () => (
      <ObstacleList
        surroundings={lateSurroundings}
        clearance={lateClearance}
        chosen={obstacleChosen}
        sweep={sweep}
        onChoose={chooseObstacle}
        onSweep={setSweep}
        onChange={onSurroundings}
      />
    ),
    [lateSurroundings, lateClearance, obstacleChosen, sweep, chooseObstacle, onSurroundings],
  );
  const lateObstacle = lateSurroundings.obstacles.find((o) => o.name === obstacleChosen);
  const obstacleStrip = useMemo(
    () =>
      lateObstacle && (
        <ObstacleStrip
          key={lateObstacle.name}
          surroundings={lateSurroundings}
          obstacle={lateObstacle}
          clearance={lateClearance}
          onChange={(next, label, name) => {
            onSurroundings(next, label);
            if (name) setObstacleChosen(name);
          }}
          onRemove={() => {
            onSurroundings(
              {
                ...lateSurroundings,
                obstacles: lateSurroundings.obstacles.filter((o) => o.name !== lateObstacle.name),
              },
              `${lateObstacle.name} taken away`,
            );
            chooseObstacle(null);
          }}
        />
      ),
    [lateSurroundings, lateObstacle, lateClearance, onSurroundings, chooseObstacle],
  );
  return (
    <>
      <Answer acts={<>{acts}</>}>
        {trouble ? (
          <>
            <b>{selected.name} cannot be computed: </b>
            {refusalText(trouble.field, trouble.accepts)}
          </>
        ) : (
          <>
            <Pieces pieces={pieces} />
            {conflict && (
              <span className="inline-acts">
                {props.onMeasure && (
                  <Button size="small" onClick={props.onMeasure}>
                    Measure again
                  </Button>
                )}
                <Button size="small" onClick={() => setTaping(true)}>
                  Fit the rail travel
                </Button>
              </span>
            )}
          </>
        )}
      </Answer>
      <section className={isCandidate && selected.notches ? `bench ${css.tall}` : "bench"} aria-label="Throw bench">
        <div className={css.benchLeft}>
          <h2 className="hd2">
            In gear <span className="lb">keys 1 to 6, r, 0</span>
          </h2>
          <div className={css.padbox}>
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
          {obstacleList}
        </div>
        <div className={css.sheetbox}>
          <nav className={css.sheettabs} aria-label="View of the lever">
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
              surroundings={surroundings}
              clearance={clearance}
              obstacleChosen={obstacleChosen}
              obstacleGrip={obstacleGrip}
              sweep={sweep}
              onObstacleChoose={chooseObstacle}
              onObstacleGrip={setObstacleGrip}
              onObstacleMove={moveObstacle}
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
              onDragCancel={cancelDrag}
              held={draft?.held ?? null}
            />
          )}
        </div>
        <div className={css.benchRight} role="region" aria-label="Ledger" tabIndex={0}>
          <LateLedger
            old={old}
            oldLever={oldLever}
            candidate={candidate}
            lever={candidate ? lever : undefined}
            compared={compared}
            pair={shownPair}
            taped={props.taped ?? NO_TAPE}
            tapedAfter={props.tapedAfter ?? NO_TAPE}
            surroundings={{ hand: surroundings.hand, old: oldClearance, candidate: candidate ? clearance : null }}
            gearbox={gearbox}
          />
        </div>
      </section>
      {notched && (
        <NotchStrip
          key={`notches-${selected.id}`}
          setup={kept}
          surroundings={props.surroundings}
          answer={notched}
          shown={notch}
          onShow={setShownNotch}
          onPatch={patchStored}
          against={against}
          onFit={fitNotch}
        />
      )}
      {chosenObstacle ? (
        obstacleStrip
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
          gears={byTravel(gearbox, pair)}
          tapedMm={props.taped?.(pair.from, pair.to)?.meanMm ?? null}
          tapeUmm={props.taped?.(pair.from, pair.to)?.expandedMm ?? null}
          onUse={(travel) => {
            setTaping(false);
            props.onTravel(byTravel(gearbox, pair), travel);
          }}
          onClose={() => setTaping(false)}
        />
      )}
      {working && lever && (
        <Modal
          open
          onCancel={() => setWorking(false)}
          footer={null}
          width={760}
          title={`Calculation: ${selected.name}`}
        >
          <Working setup={selected} lever={lever} />
        </Modal>
      )}
    </>
  );
}
