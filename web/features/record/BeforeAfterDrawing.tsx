import { quantityKinds, type JobView } from "../../../contract";
import { lever, type LeverGeometry } from "../../../core";
import { comparisonOf, findReading, mainPair, measurandsOf, resultOf } from "../../../domain";
import { useUnits } from "../../format/units";
import { gearWord } from "../../format/words";
import { INK, QUIET, TEAL } from "../../pieces/paper/ink";
import { measurandName } from "../../pieces/readings/ReadingCard";
import { PaperDrawing } from "./PaperDrawing";

const BOX = { width: 240, height: 150 };
const BARS = 3;

interface Drawn {
  title: string;
  geometry: LeverGeometry;
}

/** Before and after at one scale: the levers where there are two, else what was measured. */
export function BeforeAfterDrawing({ view }: { view: JobView }) {
  const old = view.setup.find((s) => s.role === "old");
  const chosen = view.setup.find((s) => s.id === view.job.chosenSetupId);
  if (old && chosen && old !== chosen && view.vehicle.gearbox) {
    const both: Drawn[] = [
      { title: `Before: ${old.name}`, geometry: old.lever },
      { title: `After: ${chosen.name}`, geometry: chosen.lever },
    ];
    return (
      <>
        {both.map((d) => (
          <LeverToScale key={d.title} drawn={d} all={both} view={view} />
        ))}
      </>
    );
  }
  return <MeasuredToScale view={view} />;
}

function LeverToScale({ drawn, all, view }: { drawn: Drawn; all: Drawn[]; view: JobView }) {
  const units = useUnits();
  const { gearbox } = view.vehicle;
  if (!gearbox) return null;
  const pair = mainPair(gearbox);
  const answers = all.map((d) => lever({ gearbox, lever: d.geometry }));
  const own = answers[all.indexOf(drawn)];
  const points = all.flatMap((d, i) => [
    d.geometry.knob,
    d.geometry.pin,
    ...answers[i].gears.flatMap((g) => (g.knob ? [g.knob] : [])),
    { xMm: 0, zMm: 0 },
  ]);
  const [xs, zs] = [points.map((p) => p.xMm), points.map((p) => p.zMm)];
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...zs), Math.max(...zs)];
  const scale = Math.min((BOX.width - 40) / Math.max(1, right - left), (BOX.height - 34) / Math.max(1, high - low));
  // The front of the vehicle is at the left, as in every side view.
  const at = (p: { xMm: number; zMm: number }): [number, number] => [
    BOX.width / 2 - (p.xMm - (left + right) / 2) * scale,
    20 + (high - p.zMm) * scale,
  ];
  const [kx, ky] = at(drawn.geometry.knob);
  const [px, py] = at(drawn.geometry.pin);
  const [ox, oy] = at({ xMm: 0, zMm: 0 });
  const ends = own.gears
    .filter((g) => g.gear === pair.from || g.gear === pair.to)
    .flatMap((g) => (g.knob ? [at(g.knob)] : []));
  const throwMm = own.throws.find((t) => t.from === pair.from && t.to === pair.to)?.throwMm ?? null;
  const says = `${drawn.title}${throwMm === null ? "" : `, calculated throw ${units.show(throwMm, "length")} from ${gearWord(pair.from)} to ${gearWord(pair.to)}`}`;
  return (
    <figure>
      <PaperDrawing {...BOX} says={says}>
        {ends.map(([x, y], i) => (
          <g key={i}>
            <path d={`M${ox} ${oy}L${x} ${y}`} stroke={QUIET} strokeWidth="0.8" strokeDasharray="3 2" fill="none" />
            <circle cx={x} cy={y} r="5" stroke={QUIET} strokeWidth="0.8" fill="none" />
          </g>
        ))}
        {ends.length === 2 && (
          <path
            d={`M${ends[0][0]} ${ends[0][1] - 9}L${ends[1][0]} ${ends[1][1] - 9}`}
            stroke={TEAL}
            strokeWidth="1.4"
            fill="none"
          />
        )}
        <path d={`M${px} ${py}L${ox} ${oy}L${kx} ${ky}`} stroke={INK} strokeWidth="2.4" fill="none" />
        <circle cx={kx} cy={ky} r="6" fill={INK} />
        <circle cx={ox} cy={oy} r="4" stroke={INK} strokeWidth="1.4" fill="#ffffff" />
        <circle cx={px} cy={py} r="2.4" fill={INK} />
      </PaperDrawing>
      <figcaption>{says}</figcaption>
    </figure>
  );
}

/** The readings that changed most surely, as bars of one scale each. */
function MeasuredToScale({ view }: { view: JobView }) {
  const units = useUnits();
  const rows = measurandsOf(view)
    .flatMap((m) => {
      const [before, after] = [findReading(view.reading, m, "before"), findReading(view.reading, m, "after")];
      if (!before || !after) return [];
      const change = comparisonOf(before, after).change;
      const kind = quantityKinds[m.quantity];
      const values = [resultOf(before).mean, resultOf(after).mean];
      return change ? [{ m, kind, values, sure: Math.abs(change.difference) / (change.expanded || 1) }] : [];
    })
    .filter((r) => r.values.every((v) => v > 0))
    .sort((a, b) => b.sure - a.sure)
    .slice(0, BARS);
  return (
    <>
      {rows.map(({ m, kind, values }) => {
        const name = m.quantity === "throw" ? `Throw, ${measurandName(m)}` : measurandName(m);
        const [before, after] = values.map((v) => units.show(v, kind));
        const long = (v: number): number => (v / Math.max(...values)) * (BOX.width - 70);
        return (
          <figure key={name}>
            <svg
              viewBox={`0 0 ${BOX.width} 62`}
              width={BOX.width}
              height="62"
              role="img"
              aria-label={`${name}: before ${before}, after ${after}`}
            >
              {values.map((v, i) => (
                <g key={i}>
                  <rect x="0" y={8 + i * 26} width={long(v)} height="14" fill={i ? TEAL : QUIET} />
                  <text x={long(v) + 6} y={19 + i * 26} fontSize="11" fontFamily="Helvetica" fill={INK}>
                    {i ? after : before}
                  </text>
                </g>
              ))}
            </svg>
            <figcaption>
              {name}: before {before}, after {after}
            </figcaption>
          </figure>
        );
      })}
    </>
  );
}
