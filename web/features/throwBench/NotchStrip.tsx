import { notchLimits, boundsOf, resources, isRefusal, type Notches, askNotch } from "../../../contract";
import { refusalText } from "../../format/fieldLabels";
import { Button } from "antd";
import { memo } from "react";
import { formatNumber, loweredLever, type Gearbox, type NotchBreak, type NotchResult } from "../../../core";
import { useUnits } from "../../format/units";
import { CrossMark, Tick } from "../../ui/pictograms";
import { LengthListField } from "../../ui/LengthListField";
import { ShapeFields } from "../../ui/ShapeFields";
import { type BenchSetup, bodyOf, seenFrom, type Surroundings } from "../../../domain";
import { Pieces } from "./Pieces";
import { FitKey, type Against } from "./FitKey";
import { SAME_PCT } from "./doubts";
import { notchPieces, notchWords } from "./sentence";
import { Press } from "../../ui/Press";
import css from "./throwBench.module.css";

/** Settings of a usual adjustable lever, lowered step by step. Common practice, no source. */
export const USUAL_NOTCHES: Notches = {
  listMm: [0, 5, 10, 15, 20, 25],
  rodAdjusted: false,
  limits: notchLimits.parse(undefined),
};

const BREAKS: Record<NotchBreak, string> = {
  cannotReach: "does not reach",
  minGapMm: "comes too near",
  maxEffortFactor: "too heavy",
  minThrowMm: "throw too short",
  maxReductionPct: "shortened too far",
};

/** A throw longer than the old one's is within every limit and still not what anybody asked for. */
const isLonger = (n: NotchResult): boolean => n.reductionPct !== null && n.reductionPct < -SAME_PCT;
const goes = (n: NotchResult): boolean => n.pass && !isLonger(n);

/** No obstacle: so far off that no gap comes of it. */
const FAR_OFF = { name: "nothing", kind: "circle" as const, xMm: 4900, zMm: 0, radiusMm: 0 };

export function notchAnswer(gearbox: Gearbox, setup: BenchSetup, old: BenchSetup, surroundings: Surroundings) {
  const { listMm, rodAdjusted, limits } = setup.notches ?? USUAL_NOTCHES;
  const obstacles = surroundings.obstacles.length ? seenFrom(setup.pivot, surroundings.obstacles) : [FAR_OFF];
  const out = askNotch({
    gearbox,
    lever: setup.lever,
    body: bodyOf(setup, surroundings.body),
    obstacles,
    notchesMm: listMm,
    limits,
    rodAdjusted,
    reference: old.lever,
  });
  return out;
}

/** A setup taken at one of its notches: its geometry moves, and the list is counted from there on. */
export function atNotch(setup: BenchSetup, mm: number): Pick<BenchSetup, "lever" | "notches"> | null {
  const { notches } = setup;
  if (!notches) return null;
  const lowered = loweredLever(setup.lever, mm, notches.rodAdjusted);
  if (!lowered) return null;
  const { cross } = setup.lever;
  const listMm = notches.listMm.map((d) => Math.round((d - mm) * 1e6) / 1e6);
  return {
    lever: { ...lowered.lever, cross: cross.knobArmMm || cross.pinArmMm ? lowered.lever.cross : {} },
    notches: { ...notches, listMm },
  };
}

/** The settings of an adjustable lever, side by side: throw, effort, gap, and which limit each breaks. */
export const NotchStrip = memo(function NotchStrip({
  setup,
  surroundings,
  answer,
  shown,
  onShow,
  onPatch,
  onFit,
  against,
}: {
  setup: BenchSetup;
  surroundings: Surroundings;
  answer: ReturnType<typeof notchAnswer>;
  /** The notch the bench shows. */
  shown: NotchResult | null;
  onShow: (notch: number) => void;
  onPatch: (patch: Partial<BenchSetup>, label: string) => void;
  /** The setup at one notch, and the words of the decision. */
  onFit: (patch: Partial<BenchSetup>, words: string) => void;
  against: Against;
}) {
  const units = useUnits();
  const notches = setup.notches;
  if (!notches) return null;
  const refused = isRefusal(answer) ? answer.error : null;
  const list = isRefusal(answer) ? [] : answer.notches;
  const best = isRefusal(answer) ? null : answer.best;

  return (
    <section className="notches" aria-label="Notches">
      <div className={css.notchHead}>
        <h2 className="hd2">Notches of {setup.name}</h2>
        <p className={best === null ? "och" : undefined} role="status">
          {refused ? (
            refusalText(refused.field, refused.accepts)
          ) : shown && best !== null ? (
            <Pieces
              pieces={[
                `Notch ${shown.notch}: `,
                ...notchPieces(
                  shown,
                  surroundings.obstacles.length > 0,
                  (mm) => units.bare(mm, "length"),
                  units.label("length"),
                ),
              ]}
            />
          ) : (
            (!isRefusal(answer) && answer.sentence) || ""
          )}
        </p>
        {shown && (
          <FitKey
            small
            name={`${setup.id} ${shown.notch} of the list`}
            label={`Fit notch ${shown.notch}`}
            disabled={shown.neutralDeg === null}
            {...against}
            onFit={(reason) => {
              const patch = atNotch(setup, shown.notchMm);
              if (patch) onFit(patch, notchWords(shown.notch, reason));
            }}
          />
        )}
      </div>
      <ol className={css.notchCells}>
        {list.map((n) => (
          <li key={n.notch}>
            <Press aria-pressed={n === shown} className={goes(n) ? "pass" : "fail"} onClick={() => onShow(n.notch)}>
              <svg viewBox="0 0 100 16" width="100%" height="16" preserveAspectRatio="none" aria-hidden="true">
                <path d="M0 3h38l12 10 12-10h38" fill="none" stroke="var(--edge)" strokeWidth="1.4" />
                {n === shown && <path d="M42 0h16l-8 11z" fill="var(--teal)" />}
              </svg>
              <span className="row-flex">
                <b>{n.notch}</b>
                <span className="n">{units.show(n.notchMm, "length")}</span>
                {n.notch === best && <span className="teal push">best</span>}
              </span>
              <span className="n big">{n.throwMm === null ? "none" : units.bare(n.throwMm, "length")}</span>
              <span className="lb">
                {n.reductionPct === null
                  ? ""
                  : `${formatNumber(Math.abs(n.reductionPct), 0)}\u202f% ${n.reductionPct < 0 ? "longer" : "shorter"}`}
                {n.effortFactor === null ? "" : `, ×${formatNumber(n.effortFactor, 2)}`}
              </span>
              {surroundings.obstacles.length > 0 && (
                <GapBar n={n} limitMm={notches.limits.minGapMm} show={(mm) => units.bare(mm, "length")} />
              )}
              <span className={goes(n) ? `${css.verd} mos` : `${css.verd} brk`}>
                {goes(n) ? <Tick /> : <CrossMark />}{" "}
                {n.pass
                  ? isLonger(n)
                    ? "longer than the old throw"
                    : "fits"
                  : n.breaks.map((b) => BREAKS[b]).join(", ")}
              </span>
            </Press>
          </li>
        ))}
      </ol>
      <details className={css.notchSet}>
        <summary>Which notches, and what counts as too far</summary>
        <div className="fields">
          <LengthListField
            label="lowered by, one after the other"
            valueMm={notches.listMm}
            {...boundsOf(resources.setup, "notches.listMm[]")}
            most={60}
            distinct
            onCommit={(listMm, typed) =>
              onPatch({ notches: { ...notches, listMm } }, `${setup.name}: notches ${typed}`)
            }
          />
          <ShapeFields
            shape={resources.setup}
            within="notches"
            value={notches}
            fields={[
              { at: "limits.minGapMm", label: "gap of at least", kind: "length", what: "least gap" },
              { at: "limits.maxEffortFactor", label: "effort of at most", unit: "times", what: "most effort" },
              { at: "limits.minThrowMm", label: "throw of at least", kind: "length", what: "least throw" },
              { at: "limits.maxReductionPct", label: "shorter by at most", unit: "%", what: "most reduction" },
              {
                at: "rodAdjusted",
                label: "The rod is reset for each notch",
                flag: "rod reset for each notch",
                what: notches.rodAdjusted ? "rod as it is" : "rod reset",
              },
            ]}
            onChange={(patch, what) => onPatch({ notches: { ...notches, ...patch } }, `${setup.name}: ${what}`)}
          />
          <Button size="small" onClick={() => onPatch({ notches: null }, `${setup.name}: no notches`)}>
            It has no notches
          </Button>
        </div>
      </details>
    </section>
  );
});

/** A gap against its limit: the bar is the gap, the tick the limit, hatch where it touches. */
function GapBar({ n, limitMm, show }: { n: NotchResult; limitMm: number; show: (mm: number) => string }) {
  if (n.gapMm === null) return null;
  const most = Math.max(20, limitMm * 4);
  const x = (mm: number): number => 4 + (Math.min(most, Math.max(0, mm)) / most) * 92;
  return (
    <span className={css.gapbar}>
      <svg viewBox="0 0 100 12" width="100%" height="12" preserveAspectRatio="none" aria-hidden="true">
        <path d="M4 9h92" stroke="var(--edge)" />
        {n.gapMm > 0 && (
          <path d={`M4 6H${x(n.gapMm)}`} stroke={n.gapMm < limitMm ? "var(--brick)" : "var(--teal)"} strokeWidth="4" />
        )}
        <path d={`M${x(limitMm)} 2v9`} stroke="var(--ink)" strokeWidth="1.4" />
      </svg>
      <span className={n.gapMm < limitMm ? "n brk" : "n"}>{n.gapMm <= 0 ? "touches" : show(n.gapMm)}</span>
    </span>
  );
}
