import { useDeferredValue, useMemo } from "react";
import { NotchStrip } from "./NotchStrip";
import { ObstacleStrip } from "./ObstacleStrip";
import { PointStrip } from "./PointStrip";
import type { BenchModel } from "./useBenchModel";

/** Below the drawing: the notches of an adjustable lever, and the fields of what is pointed at. */
export function BenchStrips({ model }: { model: BenchModel }) {
  const { props, bench, choice, stored, isCandidate, patchStored, removeStored, fitNotch, against } = model;
  const { kept, selected, notched, notch, setShownNotch } = bench;
  const there = model.obstacles.surroundings.obstacles.some((o) => o.name === choice.obstacle);
  return (
    <>
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
      {there ? (
        <ChosenObstacle model={model} />
      ) : (
        <PointStrip
          key={selected.id}
          setup={stored}
          point={choice.point}
          currency={props.currency}
          onPoint={choice.choosePoint}
          onPatch={patchStored}
          onRemove={isCandidate ? removeStored : undefined}
        />
      )}
    </>
  );
}

function ChosenObstacle({ model }: { model: BenchModel }) {
  const { onSurroundings } = model.props;
  const { obstacle: name, chooseObstacle, renameObstacle } = model.choice;
  const surroundings = useDeferredValue(model.obstacles.surroundings);
  const clearance = useDeferredValue(model.clearance);
  const obstacle = surroundings.obstacles.find((o) => o.name === name);
  return useMemo(
    () =>
      obstacle && (
        <ObstacleStrip
          key={obstacle.name}
          surroundings={surroundings}
          obstacle={obstacle}
          clearance={clearance}
          onChange={(next, label, renamed) => {
            onSurroundings(next, label);
            if (renamed) renameObstacle(renamed);
          }}
          onRemove={() => {
            const obstacles = surroundings.obstacles.filter((o) => o.name !== obstacle.name);
            onSurroundings({ ...surroundings, obstacles }, `${obstacle.name} taken away`);
            chooseObstacle(null);
          }}
        />
      ),
    [surroundings, obstacle, clearance, onSurroundings, chooseObstacle, renameObstacle],
  );
}
