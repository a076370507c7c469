import { memo, useDeferredValue } from "react";
import {
  type ClearanceAnswer,
  type Gearbox,
  type LeverAnswer,
  type Point,
  type SetupAnswer,
  formatNumber,
  LEAST_TRANSMISSION_DEG,
  poorestTransmission,
  transmission,
} from "../../../core";
import type { Reading } from "../../../contract";
import { useUnits } from "../../format/units";
import { gearShort } from "../../format/words";
import { Figure, OriginLegend } from "../../ui/marks";
import type { BenchSetup } from "../../../domain";
import { LedgerTable } from "../../ui/LedgerTable";

interface Row {
  name: string;
  strong?: boolean;
  old: React.ReactNode;
  candidate: React.ReactNode;
  difference?: React.ReactNode;
}

/** A reading of the old lever beside what was computed for it. */
export interface Taped {
  meanMm: number;
  expandedMm: number;
  reading: Reading;
}

export interface LedgerProps {
  old: BenchSetup;
  oldLever: LeverAnswer | undefined;
  candidate: BenchSetup | null;
  lever: LeverAnswer | undefined;
  compared: SetupAnswer | undefined;
  pair: { from: string; to: string };
  taped: (from: string, to: string) => Taped | null;
  /** The candidate's throw taped after fitting. */
  tapedAfter: (from: string, to: string) => Taped | null;
  /** What the levers come near to, and where the driver's hand rests. */
  surroundings: { hand: Point | null; old: ClearanceAnswer | null; candidate: ClearanceAnswer | null };
  gearbox: Gearbox;
}

const calc = (text: string | null): React.ReactNode =>
  text === null ? (
    <Figure origin="calculated" wide>
      none
    </Figure>
  ) : (
    <Figure origin="calculated" wide>
      {text}
    </Figure>
  );

/** The ledger gives way to the drawing while a point is dragged quickly, and catches up as soon as there is time. */
export function LateLedger(props: LedgerProps) {
  return <Ledger {...useDeferredValue(props)} />;
}

/** Old against candidate, figure by figure, each with its origin. */
const Ledger = memo(function Ledger(props: LedgerProps) {
  const { old, oldLever, candidate, lever, compared, pair } = props;
  const units = useUnits();
  const len = (mm: number | null | undefined): string | null => (mm == null ? null : units.bare(mm, "length"));
  const pct = (v: number | null | undefined): string => (v == null ? "" : `${formatNumber(-v, 1, true)}\u202f%`);

  const pairs = [...(oldLever?.throws ?? lever?.throws ?? [])].sort(
    (a, b) => Number(b.from === pair.from && b.to === pair.to) - Number(a.from === pair.from && a.to === pair.to),
  );
  const throws: Row[] = pairs.flatMap((t) => {
    const own = compared?.throws.find((x) => x.from === t.from && x.to === t.to);
    const mine = lever?.throws.find((x) => x.from === t.from && x.to === t.to);
    const isMain = t.from === pair.from && t.to === pair.to;
    const taped = props.taped(t.from, t.to);
    const after = props.tapedAfter(t.from, t.to);
    const rows: Row[] = [
      {
        name: `${gearShort(t.from)} to ${gearShort(t.to)}`,
        strong: isMain,
        old: calc(len(t.throwMm)),
        candidate: candidate && calc(len(mine?.throwMm)),
        difference: pct(own?.reductionPct),
      },
    ];
    if (isMain || taped) {
      rows.push({
        name: `by tape${taped ? `, ±${units.bare(taped.expandedMm, "length")}` : ""}`,
        old: taped ? (
          <Figure origin="measured" wide>
            {units.bare(taped.meanMm, "length")}
          </Figure>
        ) : (
          <Figure origin="missing" wide />
        ),
        candidate:
          candidate &&
          (after ? (
            <Figure origin="measured" wide>
              {units.bare(after.meanMm, "length")}
            </Figure>
          ) : (
            <Figure origin="missing" wide />
          )),
        difference: taped && after ? pct(100 * (1 - after.meanMm / taped.meanMm)) : "",
      });
    }
    return rows;
  });
  const cross = oldLever?.crossThrows[0];
  const crossNew = lever?.crossThrows[0];
  if (cross) {
    const [a, b] = [cross.crossThrowMm, crossNew?.crossThrowMm ?? null];
    throws.push({
      name: "cross-gate throw",
      old: calc(len(a)),
      candidate: candidate && calc(len(b)),
      difference: a && b !== null && candidate ? pct(100 * (1 - b / a)) : "",
    });
  }

  const gainOf = (l: LeverAnswer | undefined): string | null => {
    const g = l?.gainMmPerMm ?? l?.gainMmPerDeg ?? null;
    return g === null ? null : formatNumber(g, 2);
  };
  const gainName = lever && "gainMmPerDeg" in lever ? "lever ratio, mm per degree" : "lever ratio";
  const feel: Row[] = [
    { name: gainName, old: calc(gainOf(oldLever)), candidate: candidate && calc(gainOf(lever)) },
    {
      name: "effort",
      old: calc("1.00"),
      candidate: candidate && calc(compared?.effortFactor ? formatNumber(compared.effortFactor, 2) : null),
      difference: compared?.effortFactor ? `×${formatNumber(compared.effortFactor, 2)}` : "",
    },
  ];
  const own = (s: BenchSetup, mm: number): React.ReactNode => (
    <Figure origin={s.origin} wide>
      {units.bare(mm, "length")}
    </Figure>
  );
  const diff = (a: number, b: number): string => units.signed(b - a, "length");
  const pinDepth = (s: BenchSetup): number => Math.hypot(s.lever.pin.xMm, s.lever.pin.zMm);
  const place: Row[] = [
    {
      name: "knob above pivot",
      old: own(old, old.lever.knob.zMm),
      candidate: candidate && own(candidate, candidate.lever.knob.zMm),
      difference: candidate && diff(old.lever.knob.zMm, candidate.lever.knob.zMm),
    },
    {
      name: "pin from pivot",
      old: own(old, pinDepth(old)),
      candidate: candidate && own(candidate, pinDepth(candidate)),
      difference: candidate && diff(pinDepth(old), pinDepth(candidate)),
    },
  ];
  if (oldLever?.rodMm || lever?.rodMm) {
    const [a, b] = [oldLever?.rodMm ?? null, lever?.rodMm ?? null];
    place.push({
      name: old.lever.drive.kind === "cable" ? "free cable" : "rod, pin to joint",
      old: calc(len(a)),
      candidate: candidate && calc(len(b)),
      difference: a !== null && b !== null && candidate ? units.signed(b - a, "length") : "",
    });
  }
  // Where the pivots coincide the heights already say it; only a shift that they do not show is worth a row.
  const shift = candidate ? compared?.knobShift : undefined;
  if (shift && candidate && (candidate.pivot.zMm !== 0 || candidate.pivot.xMm !== 0)) {
    place.push({ name: "knob, pivot counted", old: null, candidate: calc(len(shift.upMm)), difference: "up" });
  }
  if (shift && shift.rearwardMm !== 0) {
    place.push({ name: "knob farther back", old: null, candidate: calc(len(shift.rearwardMm)) });
  }
  const gapOf = (answer: ClearanceAnswer | null, name: string): React.ReactNode => {
    const row = answer?.sweep.find((s) => s.obstacle === name);
    return row ? calc(len(row.gapMm)) : calc(null);
  };
  const gapRows: Row[] =
    (props.surroundings.old ?? props.surroundings.candidate)?.sweep.map(({ obstacle }) => {
      const row = (props.surroundings.candidate ?? props.surroundings.old)?.sweep.find((s) => s.obstacle === obstacle);
      const least = (props.surroundings.candidate ?? props.surroundings.old)?.least.obstacle === obstacle;
      return {
        name: obstacle,
        strong: least,
        old: gapOf(props.surroundings.old, obstacle),
        candidate: candidate && gapOf(props.surroundings.candidate, obstacle),
        difference: row ? (row.gear === "N" ? "neutral" : gearShort(row.gear)) : "",
      };
    }) ?? [];
  const { hand } = props.surroundings;
  if (hand) {
    const toHand = (s: BenchSetup): [up: number, back: number] => [
      hand.zMm - s.pivot.zMm - s.lever.knob.zMm,
      s.pivot.xMm + s.lever.knob.xMm - hand.xMm,
    ];
    const [oldUp, oldBack] = toHand(old);
    const [up, back] = candidate ? toHand(candidate) : [oldUp, oldBack];
    place.push(
      {
        name: "hand above knob",
        old: calc(len(oldUp)),
        candidate: candidate && calc(len(up)),
        difference: up >= 5 ? "spacer" : "",
      },
      { name: "hand, back", old: calc(len(oldBack)), candidate: candidate && calc(len(back)) },
    );
  }
  const poorest = (s: BenchSetup | null) => s && poorestTransmission(transmission(s.lever, props.gearbox));
  const [oldRod, newRod] = [poorest(old), poorest(candidate)];
  if (oldRod || newRod) {
    const worst = newRod ?? oldRod;
    feel.push({
      name: "rod to arm, least",
      old: calc(oldRod ? `${formatNumber(oldRod.deg, 0)}°` : null),
      candidate: candidate && calc(newRod ? `${formatNumber(newRod.deg, 0)}°` : null),
      difference: worst && worst.deg < LEAST_TRANSMISSION_DEG ? `under ${LEAST_TRANSMISSION_DEG}°` : "",
    });
  }
  const claim = compared?.claim;
  const claimRows: Row[] = claim
    ? [
        {
          name: "shorter by, %",
          old: (
            <Figure origin="claimed" wide>
              {formatNumber(claim.claimedPct, 1)}
            </Figure>
          ),
          candidate: calc(claim.computedPct === null ? null : formatNumber(claim.computedPct, 1)),
          difference: claim.differencePct === null ? "" : formatNumber(claim.differencePct, 1, true),
        },
      ]
    : [];

  return (
    <>
      <LedgerTable
        heads={[
          <>{units.label("length")} unless said</>,
          ["old", "och"],
          [<>{candidate ? "candidate" : ""}</>, "teal"],
          <>{candidate ? "difference" : ""}</>,
        ]}
      >
        <Group title="Throw at the knob" rows={throws} />
        <Group title="Feel" rows={feel} />
        <Group title="Place" rows={place} />
        {gapRows.length > 0 && <Group title="Least gap" rows={gapRows} />}
        {claimRows.length > 0 && <Group title="Claim against computed" rows={claimRows} />}
      </LedgerTable>
      <OriginLegend />
    </>
  );
});

function Group({ title, rows }: { title: string; rows: Row[] }) {
  return (
    <>
      <tr className="grp">
        <td colSpan={4}>{title}</td>
      </tr>
      {rows.map((r, i) => (
        <tr key={`${r.name}${i}`} className={r.strong ? "maj" : undefined}>
          <td>{r.name}</td>
          <td>{r.old}</td>
          <td className={r.candidate ? "tint" : undefined}>{r.candidate}</td>
          <td className="n">{r.difference}</td>
        </tr>
      ))}
    </>
  );
}
