import { useDrag } from "@use-gesture/react";

/** Where the pointer is in the window. */
export interface PointerAt {
  clientX: number;
  clientY: number;
}

/**
 * A thing of a drawing taken by mouse, finger or pen: `bind(thing)` makes the handlers of each thing there is.
 * `onTake` says what is held from here on; nothing is held where it gives null. `onMove` gets it with every move,
 * `done` when it is let go after one; a mere touch moves nothing. `onCancel`: the system took the drag away, and
 * everything is to stand where it stood.
 */
export function useGrip<Thing, Held>({
  onTake,
  onMove,
  onCancel,
}: {
  onTake: (at: PointerAt, thing: Thing) => Held | null;
  onMove: (held: Held, at: PointerAt, how: { fine: boolean; done: boolean }) => void;
  onCancel: (held: Held) => void;
}): (thing: Thing) => React.DOMAttributes<Element> {
  interface Memory {
    held: Held | null;
    moved: boolean;
  }
  const bind = useDrag<React.PointerEvent>(
    ({ first, last, event, xy: [clientX, clientY], args, shiftKey, memo }): Memory => {
      const at = { clientX, clientY };
      if (first) {
        // What lies below, the sheet that pans, does not move along.
        event.stopPropagation();
        return { held: onTake(at, (args as [Thing])[0]), moved: false };
      }
      const kept = memo as Memory;
      if (kept.held === null) return kept;
      if (event.type === "pointercancel") onCancel(kept.held);
      else if (!last) {
        onMove(kept.held, at, { fine: shiftKey, done: false });
        kept.moved = true;
      } else if (kept.moved) onMove(kept.held, at, { fine: shiftKey, done: true });
      return kept;
    },
    // Arrow keys move a thing by their own steps.
    { pointer: { keys: false } },
  );
  return (thing) => bind(thing) as React.DOMAttributes<Element>;
}
