import { useCallback, useState } from "react";
import { flushSync } from "react-dom";
import type { Obstacle, Point } from "../../../core";
import type { Surroundings } from "./surroundings";

/**
 * What stands near the lever while it is dragged: drawn in the frame the pointer moved in, kept when it is let go.
 * `done` ends a drag.
 */
export function useObstacleDrag(kept: Surroundings, onSurroundings: (next: Surroundings, label: string) => void) {
  const [draft, setDraft] = useState<Surroundings | null>(null);
  const near = draft ?? kept;
  const moveObstacle = useCallback(
    (obstacle: Obstacle, done: boolean) => {
      const next = { ...near, obstacles: near.obstacles.map((o) => (o.name === obstacle.name ? obstacle : o)) };
      if (!done) flushSync(() => setDraft(next));
      else {
        setDraft(null);
        onSurroundings(next, `${obstacle.name} moved`);
      }
    },
    [near, onSurroundings],
  );
  const moveHand = useCallback(
    (hand: Point, done: boolean) => {
      if (!done) flushSync(() => setDraft({ ...near, hand }));
      else {
        setDraft(null);
        onSurroundings({ ...near, hand }, "The driver’s hand moved");
      }
    },
    [near, onSurroundings],
  );
  const cancel = useCallback(() => setDraft(null), []);
  return { near, moveObstacle, moveHand, cancel };
}
