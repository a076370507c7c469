import { Sign, unitsPerPx, useLocal, Word, type CanvasProps } from "./signs";
import css from "./photoBench.module.css";

/** The picture as it was taken, to drag the sheet's corners on. */
export function TakenCanvas({ bench, chosen, onChoose }: CanvasProps) {
  const { live, photo, wholeAddress } = bench;
  const { svg, local } = useLocal();
  if (!live || !photo || !wholeAddress) return null;
  const k = unitsPerPx(photo.widthPx, photo.heightPx);
  const corners = live.corners;
  return (
    <svg
      ref={svg}
      className={css.canvas}
      viewBox={`0 0 ${photo.widthPx} ${photo.heightPx}`}
      role="group"
      aria-label="The picture as it was taken"
    >
      <image href={wholeAddress} width={photo.widthPx} height={photo.heightPx} />
      {corners.length === 4 && (
        <path
          d={`M${corners.map((c) => `${c.xPx} ${c.yPx}`).join("L")}Z`}
          className={css.outline}
          vectorEffect="non-scaling-stroke"
        />
      )}
      {corners.map((c, i) => (
        <g key={i}>
          <Word x={c.xPx} y={c.yPx - 18 * k} k={k} tone="new">
            {`corner ${i + 1}`}
          </Word>
          <Sign
            at={{ x: c.xPx, y: c.yPx }}
            k={k}
            tone="new"
            label={`corner ${i + 1} of the sheet`}
            on={chosen?.kind === "corner" && chosen.corner === i}
            step={0.1}
            local={local}
            onSelect={() => onChoose({ kind: "corner", corner: i })}
            onMove={(x, y, done) => bench.corner(i, { xPx: x, yPx: y }, done)}
            onCancel={bench.letGo}
          />
        </g>
      ))}
    </svg>
  );
}
