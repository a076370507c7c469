import { Button } from "antd";
import type { Pixel } from "../../../core";
import { useGrip } from "../../ui/useGrip";
import { formatNumber } from "../../../core";
import type { CanvasProps } from "./signs";
import css from "./photoBench.module.css";

const LARGER = 8;
const SIZE_PX = 124;

/** Eight times the picture about the chosen corner or point: dragged, or moved by arrow keys a tenth of a pixel. */
export function Magnifier({ bench, chosen, onChoose }: CanvasProps) {
  const { live, photo, seen, wholeAddress } = bench;
  const corner = chosen?.kind === "corner" ? chosen.corner : null;
  const at: Pixel | null =
    chosen?.kind === "point" ? bench.pixelOf(chosen.pick) : corner === null ? null : (live?.corners[corner] ?? null);
  const move = (to: Pixel, done: boolean): void => {
    if (chosen?.kind === "point") bench.place(chosen.pick, to, done);
    else if (corner !== null) bench.corner(corner, to, done);
  };
  const bind = useGrip<null, { from: Pixel; x: number; y: number }>({
    onTake: ({ clientX, clientY }) => at && { from: at, x: clientX, y: clientY },
    // The picture goes along with the hand: the place under the cross goes the other way.
    onMove: ({ from, x, y }, to, { done }) =>
      move({ xPx: from.xPx - (to.clientX - x) / LARGER, yPx: from.yPx - (to.clientY - y) / LARGER }, done),
    onCancel: bench.letGo,
  });
  const next = (): void => onChoose({ kind: "corner", corner: corner === null ? 0 : (corner + 1) % 4 });
  if (!live || !photo || !wholeAddress || !at) {
    return (
      <div className={css.magnifier}>
        <div>
          <h2 className="hd2">Magnifier</h2>
          <p className="lb">Choose a point or a corner to see it eight times larger.</p>
          <Button size="small" onClick={next} disabled={!live?.corners.length}>
            Corners of the sheet
          </Button>
        </div>
      </div>
    );
  }
  const found = corner !== null && seen?.ok ? seen.corners[corner] : null;
  const moved = found && Math.hypot(found.xPx - at.xPx, found.yPx - at.yPx);
  const half = SIZE_PX / LARGER / 2;
  return (
    <div className={css.magnifier}>
      <div>
        <h2 className="hd2">
          {corner === null ? (chosen?.kind === "point" ? chosen.pick.name : "") : `Corner ${corner + 1} of 4`}
        </h2>
        <p className="lb">8 times larger; drag it, or arrow keys for 0.1 px</p>
        <p>
          <span className="n">
            {formatNumber(at.xPx, 1)}, {formatNumber(at.yPx, 1)}
          </span>{" "}
          px{" "}
          {moved !== null && (
            <span className="lb">{moved > 0.05 ? `moved ${formatNumber(moved, 1)} px` : "as it was found"}</span>
          )}
        </p>
        <div className="row-flex">
          <Button size="small" onClick={next}>
            {corner === null ? "Corners" : "Next corner"}
          </Button>
          {found && moved !== null && moved > 0.05 && (
            <Button size="small" onClick={() => move(found, true)}>
              As it was found
            </Button>
          )}
        </div>
      </div>
      <div
        className={css.lens}
        role="slider"
        tabIndex={0}
        aria-label="Magnified place: arrow keys move it"
        aria-valuenow={Math.round(at.xPx)}
        aria-valuetext={`${formatNumber(at.xPx, 1)}, ${formatNumber(at.yPx, 1)} px`}
        onKeyDown={(e) => {
          const by = e.shiftKey ? 1 : 0.1;
          const moves: Record<string, [number, number]> = {
            ArrowLeft: [-by, 0],
            ArrowRight: [by, 0],
            ArrowUp: [0, -by],
            ArrowDown: [0, by],
          };
          const step = moves[e.key];
          if (!step) return;
          e.preventDefault();
          move({ xPx: at.xPx + step[0], yPx: at.yPx + step[1] }, true);
        }}
        {...bind(null)}
      >
        <svg
          viewBox={`${at.xPx - half} ${at.yPx - half} ${2 * half} ${2 * half}`}
          width={SIZE_PX}
          height={SIZE_PX}
          aria-hidden="true"
        >
          <image href={wholeAddress} width={photo.widthPx} height={photo.heightPx} />
        </svg>
        <svg viewBox="-62 -62 124 124" width={SIZE_PX} height={SIZE_PX} aria-hidden="true" className={css.cross}>
          <path d="M-62 0H-9M9 0H62M0 -62V-9M0 9V62" className={css.halo} strokeWidth="3" />
          <circle r="8" className={css.halo} strokeWidth="3.4" />
          <path d="M-62 0H-9M9 0H62M0 -62V-9M0 9V62" strokeWidth="1.3" />
          <circle r="8" strokeWidth="1.6" />
        </svg>
      </div>
    </div>
  );
}
