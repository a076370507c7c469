import { useState } from "react";
import { Press } from "../../ui/Press";
import { RearView } from "./RearView";
import { SideView } from "./SideView";
import type { NearLever } from "./sideViewProps";
import type { BenchModel } from "./useBenchModel";
import css from "./throwBench.module.css";

/** The drawing, from the side or from behind. */
export function BenchSheet({ model }: { model: BenchModel }) {
  const { props, bench, shown, choice, obstacles, clearance, move, cancelDrag } = model;
  const { setups, selected, lever, result, draft } = bench;
  const [seen, setSeen] = useState(true);
  const near: NearLever = {
    surroundings: obstacles.surroundings,
    clearance,
    chosen: choice.obstacle,
    grip: choice.grip,
    sweep: choice.sweep,
    onChoose: choice.chooseObstacle,
    onGrip: choice.setGrip,
    onMove: obstacles.moveObstacle,
    onHand: obstacles.moveHand,
  };
  const picture = props.pictures?.get(selected.id) ?? null;
  return (
    <div className={css.sheetbox}>
      <nav className={css.sheettabs} aria-label="View of the lever">
        <Press aria-pressed={!choice.behind} onClick={() => choice.setBehind(false)}>
          From the side
        </Press>
        <Press aria-pressed={choice.behind} onClick={() => choice.setBehind(true)}>
          From behind
        </Press>
        {picture && !choice.behind && (
          <Press aria-pressed={seen} onClick={() => setSeen(!seen)}>
            Photo
          </Press>
        )}
      </nav>
      {choice.behind ? (
        <RearView gearbox={props.gearbox} setup={selected} lever={lever} gear={shown.gear} />
      ) : (
        <SideView
          near={near}
          picture={seen ? picture : null}
          gearbox={props.gearbox}
          setups={setups}
          levers={result.levers}
          selected={selected}
          point={choice.point}
          gear={shown.gear}
          pair={shown.pair}
          travel={shown.travel}
          onPoint={choice.choosePoint}
          onMove={move}
          onDragCancel={cancelDrag}
          held={draft?.held ?? null}
        />
      )}
    </div>
  );
}
