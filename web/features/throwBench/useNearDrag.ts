import { useCallback, useState } from "react";
import { flushSync } from "react-dom";
import type { Obstacle, Point } from "../../../core";
import type { Surroundings } from "./near";

/**
 * What stands near the lever while it is dragged: drawn in the frame the pointer moved in, kept when it is let go.
 * `done` ends a drag.
 */
export function useNearDrag(kept: Surroundings, onNear: (next: Surroundings, label: string) => void) {
  const [draft, setDraft] = useState<Surroundings | null>(null);
  const near = draft ?? kept;
  const moveNear = useCallback(
    (obstacle: Obstacle, done: boolean) => {
      const next = { ...near, obstacles: near.obstacles.map((o) => (o.name === obstacle.name ? obstacle : o)) };
      if (!done) flushSync(() => setDraft(next));
      else {
        setDraft(null);
        onNear(next, `${obstacle.name} moved`);
      }
    },
    [near, onNear],
  );
  const moveHand = useCallback(
    (hand: Point, done: boolean) => {
      if (!done) flushSync(() => setDraft({ ...near, hand }));
      else {
        setDraft(null);
        onNear({ ...near, hand }, "The driver’s hand moved");
      }
    },
    [near, onNear],
  );
  const cancel = useCallback(() => setDraft(null), []);
  return { near, moveNear, moveHand, cancel };
}
