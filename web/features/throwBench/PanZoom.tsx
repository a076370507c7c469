import type { Latest } from "../../ui/latest";
import { useGesture } from "@use-gesture/react";
import { memo, useRef } from "react";
import type { View } from "./viewport";

/** What the gestures act on, as it stands now. */
export interface PanZoomState {
  view: View;
  setView: (view: View) => void;
  /** Zooms about a place of the sheet, px. */
  zoom: (factor: number, px: number, py: number) => void;
  toLocal: (at: { clientX: number; clientY: number }) => [number, number];
}

/**
 * Panning and zooming of the sheet. A piece of its own that is never drawn again, so that its listeners are not hung
 * on anew at every step of a drag; it reads what stands now from `latest`.
 */
export const PanZoom = memo(function PanZoom({
  target,
  latest,
}: {
  target: React.RefObject<HTMLDivElement | null>;
  latest: Latest<PanZoomState | null>;
}) {
  const start = useRef<View | null>(null);
  useGesture(
    {
      onDrag: ({ movement: [mx, my], first, event, pinching, cancel }) => {
        const at = latest.get();
        if (pinching || !at) return cancel();
        if ((event.target as Element).closest("[data-point]")) return;
        if (first) start.current = at.view;
        const from = start.current;
        if (from) at.setView({ ...from, xMm: from.xMm - mx / from.scale, zMm: from.zMm + my / from.scale });
      },
      onWheel: ({ event, delta: [, dy] }) => {
        event.preventDefault();
        const at = latest.get();
        at?.zoom(Math.exp(-dy / 500), ...at.toLocal(event));
      },
      onPinch: ({ origin: [ox, oy], delta: [d] }) => {
        const at = latest.get();
        at?.zoom(1 + d, ...at.toLocal({ clientX: ox, clientY: oy }));
      },
    },
    { target, drag: { filterTaps: true, pointer: { keys: false } }, wheel: { eventOptions: { passive: false } } },
  );
  return null;
});
