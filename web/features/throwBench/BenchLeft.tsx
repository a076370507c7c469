import { Button } from "antd";
import { useDeferredValue, useMemo } from "react";
import { gearShort } from "../../format/words";
import { useUnits } from "../../format/units";
import { GearPad, seatsOf } from "./GearPad";
import { LeverFiles } from "./LeverFiles";
import { LeverList } from "./LeverList";
import { ObstacleList } from "./ObstacleList";
import type { BenchModel } from "./useBenchModel";
import css from "./throwBench.module.css";

/** Gears, levers and obstacles, beside the drawing. What a drag does not change is not built again for it. */
export function BenchLeft({ model }: { model: BenchModel }) {
  const { props, bench, shown, choice, obstacles, clearance, onPatch, pickLever } = model;
  const { gearbox, chosenId, currency, onImport, extra, onAdd, onSurroundings } = props;
  const { setups, result, selected, lever, setPicked } = bench;
  const { setDialog, obstacle, sweep, setSweep, chooseObstacle } = choice;
  const { from, to } = shown.pair;
  const units = useUnits();
  const list = useMemo(
    () => (
      <LeverList
        setups={setups}
        levers={result.levers}
        pair={{ from, to }}
        shownId={selected.id}
        chosenId={chosenId}
        currency={currency}
        onPick={pickLever}
        onPatch={onPatch}
      />
    ),
    [setups, result, from, to, chosenId, selected.id, onPatch, currency, pickLever],
  );
  const addBlock = useMemo(
    () => (
      <div className="add">
        <Button block size="small" className="both" onClick={() => setPicked(onAdd())}>
          Add a lever to compare
        </Button>
        <Button size="small" onClick={() => setDialog("guide")} aria-label="How to measure">
          Guide
        </Button>
        <Button size="small" onClick={() => setDialog("taping")} aria-label="Rail travel from a tape">
          Rail travel
        </Button>
        <LeverFiles gearbox={gearbox} setups={setups} onImport={onImport} />
        {extra}
      </div>
    ),
    [setPicked, onAdd, setDialog, gearbox, setups, onImport, extra],
  );
  // Figures beside the drawing follow a breath later.
  const surroundings = useDeferredValue(obstacles.surroundings);
  const lateClearance = useDeferredValue(clearance);
  const obstacleList = useMemo(
    () => (
      <ObstacleList
        surroundings={surroundings}
        clearance={lateClearance}
        chosen={obstacle}
        sweep={sweep}
        onChoose={chooseObstacle}
        onSweep={setSweep}
        onChange={onSurroundings}
      />
    ),
    [surroundings, lateClearance, obstacle, sweep, chooseObstacle, setSweep, onSurroundings],
  );
  return (
    <div className={css.benchLeft}>
      <h2 className="hd2">
        In gear <span className="lb">keys 1 to 6, r, 0</span>
      </h2>
      <div className={css.padbox}>
        <GearPad {...seatsOf(gearbox, lever)} gear={shown.gear} onGear={shown.putInGear} />
      </div>
      <h2 className="hd2">
        Levers{" "}
        <span className="lb">
          {gearShort(from)} to {gearShort(to)}, {units.label("length")}
        </span>
      </h2>
      {list}
      {addBlock}
      {obstacleList}
    </div>
  );
}
