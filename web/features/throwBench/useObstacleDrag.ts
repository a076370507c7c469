import { useCallback, useState } from "react";
import { flushSync } from "react-dom";
import type { Obstacle, Point } from "../../../core";
import type { Surroundings } from "../../../domain";

/**
 * What stands near the lever while it is dragged: drawn in the frame the pointer moved in, kept when it is let go.
 * `done` ends a drag.
 */
export function useObstacleDrag(kept: Surroundings, onSurroundings: (next: Surroundings, label: string) => void) {
  const [draft, setDraft] = useState<Surroundings | null>(null);
  const surroundings = draft ?? kept;
  const moveObstacle = useCallback(
    (obstacle: Obstacle, done: boolean) => {
      const next = {
        ...surroundings,
        obstacles: surroundings.obstacles.map((o) => (o.name === obstacle.name ? obstacle : o)),
      };
      if (!done) flushSync(() => setDraft(next));
      else {
        setDraft(null);
        onSurroundings(next, `${obstacle.name} moved`);
      }
    },
    [surroundings, onSurroundings],
  );
  const moveHand = useCallback(
    (hand: Point, done: boolean) => {
      if (!done) flushSync(() => setDraft({ ...surroundings, hand }));
      else {
        setDraft(null);
        onSurroundings({ ...surroundings, hand }, "The driver’s hand moved");
      }
    },
    [surroundings, onSurroundings],
  );
  const cancel = useCallback(() => setDraft(null), []);
  return { surroundings, moveObstacle, moveHand, cancel };
}
