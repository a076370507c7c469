import { Button } from "antd";
import { useState } from "react";
import { QUANTITY_NAMES } from "../../format/words";
import { boundsOf, quantityKinds, resources, type FigureKind, type ReadingQuantity } from "../../../contract";
import { formatNumber } from "../../../core";
import { figurePoint, pointKey, POINTS_OF } from "../../../domain";
import type { StageProps } from "../../data/stage";
import { usePeople } from "../../data/useJobView";
import { useUnits } from "../../format/units";
import { Figure } from "../../ui/marks";
import { QuantityField } from "../../ui/QuantityField";
import { Choice, TextField } from "../../ui/TextField";
import type { Bench, Pick } from "./usePhotoBench";
import css from "./photoBench.module.css";

const KINDS: Record<FigureKind, string> = { length: "length", angle: "angle", circle: "hole circle" };
const HINTS: Record<FigureKind, string> = {
  length: "Click both ends.",
  angle: "Click two points along the one, then two along the other.",
  circle: "Click the middle of each hole.",
};

/** Readings that a length or an angle of a picture may be. */
const READINGS = {
  length: ["mountHeight", "stopGap", "lockoutGap", "knobHeight", "cableThread", "rodLength"],
  angle: ["jointAngle", "inclination"],
} as const satisfies Record<"length" | "angle", readonly ReadingQuantity[]>;

/** Further lengths, angles and hole circles of a picture: clicked, read, and kept as readings of the job. */
export function Others({
  view,
  edit,
  bench,
  next,
  onPick,
}: StageProps & { bench: Bench; next: Pick | null; onPick: (pick: Pick | null) => void }) {
  const units = useUnits();
  const { live, figures } = bench;
  const [keeping, setKeeping] = useState<string | null>(null);
  if (!live || !figures) return null;
  const add = (kind: FigureKind): void => {
    const called = KINDS[kind];
    let n = 1;
    while (live.figures.some((f) => f.name === `${called} ${n}`)) n++;
    const name = `${called} ${n}`;
    bench.update({ figures: [...live.figures, { kind, name, count: POINTS_OF[kind] }] }, `${name} in the picture`);
    onPick({ part: "other", name: figurePoint(name, 0) });
  };
  return (
    <section className={css.block} aria-label="Measure also">
      <h2 className="hd2">Measure also</h2>
      <p className="lb">
        A mount’s height beside the sheet, a shaft against a level: whatever lies in the plane of the sheet.
      </p>
      <ul className="lined">
        {live.figures.map(({ kind, name, count }, i) => {
          const missing = Array.from({ length: count }, (_, k) => figurePoint(name, k)).find(
            (n) => !live.points.some((p) => p.part === "other" && p.name === n),
          );
          const figure = figures[i];
          const ends: [string, string] = [0, 1].map((k) => pointKey("other", figurePoint(name, k))) as [string, string];
          const known = live.known?.from === ends[0] && live.known.to === ends[1] ? live.known : null;
          const show = (v: number): string => (kind === "angle" ? `${formatNumber(v, 2)}°` : units.show(v, "length"));
          return (
            <li key={name} className={css.other}>
              <div className="row-flex">
                <span className="rt">{name}</span>
                {figure ? (
                  <span className="push">
                    <Figure origin="measured">{show(figure.value)}</Figure>{" "}
                    <span className="n q">
                      ± {kind === "angle" ? formatNumber(figure.expanded, 2) : units.bare(figure.expanded, "length")}
                    </span>
                  </span>
                ) : missing ? (
                  <Button
                    size="small"
                    className="push"
                    type={next?.name === missing ? "primary" : "default"}
                    onClick={() => onPick({ part: "other", name: missing })}
                  >
                    Click {missing}
                  </Button>
                ) : (
                  <span className="lb push">cannot be calculated</span>
                )}
              </div>
              {missing && <p className="lb">{HINTS[kind]}</p>}
              {kind === "circle" && !missing && (
                <Button
                  size="small"
                  onClick={() => {
                    bench.update(
                      { figures: live.figures.map((f, k) => (k === i ? { ...f, count: count + 1 } : f)) },
                      `One more hole of ${name}`,
                    );
                    onPick({ part: "other", name: figurePoint(name, count) });
                  }}
                >
                  One more hole
                </Button>
              )}
              {kind === "length" && figure && (
                <QuantityField
                  label="known otherwise as"
                  kind="length"
                  base={known?.mm ?? null}
                  {...boundsOf(resources.sheetPhoto, "known.mm")}
                  hint={
                    known && bench.places?.known
                      ? bench.places.known.agrees
                        ? "agrees"
                        : `differs by ${units.show(bench.places.known.differenceMm, "length")}`
                      : "to check the picture by"
                  }
                  onCommit={({ base }) =>
                    bench.update({ known: { from: ends[0], to: ends[1], mm: base } }, `Known length of ${name}`)
                  }
                />
              )}
              {figure && kind !== "circle" && keeping !== name && (
                <Button size="small" onClick={() => setKeeping(name)}>
                  Keep as a reading
                </Button>
              )}
              {figure && kind !== "circle" && keeping === name && (
                <KeepReading
                  kind={kind}
                  typed={
                    kind === "angle" ? `${formatNumber(figure.value, 2)} deg` : `${formatNumber(figure.value, 2)} mm`
                  }
                  value={figure.value}
                  doubt={figure.expanded}
                  view={view}
                  edit={edit}
                  onDone={() => setKeeping(null)}
                />
              )}
              <Button
                size="small"
                type="text"
                aria-label={`${name} out`}
                onClick={() => {
                  onPick(null);
                  bench.update(
                    {
                      figures: live.figures.filter((_, k) => k !== i),
                      points: live.points.filter((p) => p.part !== "other" || !p.name.startsWith(`${name} `)),
                      ...(known && { known: null }),
                    },
                    `${name} out of the picture`,
                  );
                }}
              >
                Take out
              </Button>
            </li>
          );
        })}
      </ul>
      <div className="row-flex">
        {(Object.keys(KINDS) as FigureKind[]).map((kind) => (
          <Button key={kind} size="small" onClick={() => add(kind)} disabled={live.figures.length >= 12}>
            {KINDS[kind]}
          </Button>
        ))}
      </div>
    </section>
  );
}

/** What a figure is a reading of, and where. */
function KeepReading({
  kind,
  typed,
  value,
  doubt,
  view,
  edit,
  onDone,
}: StageProps & { kind: "length" | "angle"; typed: string; value: number; doubt: number; onDone: () => void }) {
  const { me } = usePeople();
  const choices: readonly ReadingQuantity[] = READINGS[kind];
  const [quantity, setQuantity] = useState<ReadingQuantity>(choices[0]);
  const [place, setPlace] = useState("");
  const names = Object.fromEntries(choices.map((q) => [q, QUANTITY_NAMES[q]])) as Record<string, string>;
  const unit = quantityKinds[quantity] === "angle" ? "deg" : "mm";
  return (
    <div className={css.keep}>
      <Choice
        label="reading of"
        value={quantity as string}
        options={names}
        onChange={(q) => setQuantity(q as ReadingQuantity)}
      />
      <TextField label="where" value={place} onCommit={setPlace} placeholder="tail left" />
      <Button
        size="small"
        type="primary"
        onClick={() => {
          edit.create(
            "reading",
            {
              jobId: view.job.id,
              quantity,
              phase: "before",
              place: place || null,
              values: [{ typed, base: value }],
              // Half of the interval either way is what a reading of it may be off.
              resolution: { typed: `${formatNumber(2 * doubt, 2)} ${unit}`, base: Math.max(2 * doubt, 1e-3) },
              method: "photo",
              note: "from a photograph on the measuring sheet",
              takenBy: me?.id ?? null,
              takenAt: new Date().toISOString(),
            },
            `${QUANTITY_NAMES[quantity]} by photo`,
          );
          onDone();
        }}
      >
        Keep it
      </Button>
      <Button size="small" onClick={onDone}>
        Cancel
      </Button>
    </div>
  );
}
