import { useState } from "react";
import { boundsOf, resources, type TorqueGroup, type TypedValue } from "../../../contract";
import { formatNumber, parseQuantity, typedAs } from "../../../core";
import { judgeReading, judgeSigned, proofOf, type Step, type WrenchSetting } from "../../../domain";
import { judgedText, LIMITS_BY } from "../../format/limits";
import { useUnits } from "../../format/units";
import { TakeReading } from "../../pieces/readings/TakeReading";
import { NumberField } from "../../ui/NumberField";
import { engraved } from "../../ui/engraved";
import { useKeptDraft } from "../../ui/useDraft";
import { CrossMark, Tick } from "../../ui/pictograms";
import { Press } from "../../ui/Press";
import css from "./fit.module.css";

const KEYS = ["7", "8", "9", "4", "5", "6", "1", "2", "3", "0", "."];

/** One pound-foot in N m, exact by the definitions of pound-force and foot. */
const NM_PER_LBFT = 1.3558179483314004;

/** Longest figure a wrench shows. */
const MAX_CHARS = 12;

/** What was done at one bolt: what the wrench read, or was set to when it clicked; neither by hand. */
export interface Signed {
  reading: TypedValue | null;
  setTo: TypedValue | null;
  /** What the wrench itself read or was set to, where an adapter stands between it and the bolt. */
  onTool?: TypedValue | null;
  /** The angle it was turned, where somebody or the wrench counted it. */
  turnedDeg?: number | null;
  /** Read by a simulated wrench. */
  simulated?: boolean;
}

/** Reading of the wrench by big keys or typing; the signing key says what it signs. */
export function ReadingPad({
  step,
  disabled,
  draftName,
  setting,
  adapter,
  onSign,
  onSignAll,
}: {
  step: Step;
  disabled: boolean;
  /** What the wrench is set to, and with which tool; null where the pass has no torque. */
  setting: WrenchSetting | null;
  adapter: TorqueGroup["adapter"];
  /** Tells this bolt and pass from others: a reading typed and not signed survives a reload. */
  draftName: string;
  /** Says whether it was signed; where something has to be answered first, the reading stays. */
  onSign: (signed: Signed) => boolean;
  /** Signs all fasteners of a group that goes by feel; null where each is signed by itself. */
  onSignAll?: (() => void) | null;
}) {
  const units = useUnits();
  const [text, setText] = useKeptDraft(draftName);
  const [unit, setUnit] = useState(units.unit("torque"));
  /** The text that a simulated wrench gave: whatever is typed over it is a person's own. */
  const [simulatedText, setSimulated] = useState<string | null>(null);
  const { limits } = step;
  // A unit that is typed goes before the one that is set: "8 ft-lb".
  const bare = /^[\d.,\s]*$/.test(text);
  const typed = text.trim() && (bare ? `${text.trim()} ${unit === "N m" ? "Nm" : "lb ft"}` : text.trim());
  const read = typed ? parseQuantity(typed, "torque", units.system) : null;
  const factor = setting?.factor ?? 1;
  /** What the wrench read, and what that is at the bolt. */
  const onTool = read?.ok ? read.value.min : null;
  const nm = onTool === null ? null : onTool / factor;
  const proof =
    onTool === null || !setting || step.targetNm === null || !limits
      ? null
      : proofOf(onTool, step.targetNm, limits, setting.tool, adapter);
  const judged = nm === null ? null : judgeReading(limits, nm);
  const sign = (signed: Signed): void => {
    if (onSign(signed)) setText("");
  };
  const shown = (torqueNm: number): TypedValue => typedAs(torqueNm, "torque", units.system);
  const signReading = (): void => {
    if (disabled || nm === null || onTool === null) return;
    const simulated = text === simulatedText;
    if (factor === 1) sign({ reading: { typed, base: nm }, setTo: null, simulated });
    else sign({ reading: shown(nm), setTo: null, onTool: { typed, base: onTool }, simulated });
  };
  const press = (key: string): void => setText(text.length < MAX_CHARS ? text + key : text);

  if (!limits) return <ByHand step={step} disabled={disabled} onSign={sign} onSignAll={onSignAll} />;
  const target = step.targetNm ?? limits.minNm;
  const wrenchNm = factor === 1 ? target : target * factor;
  const clicked: Signed =
    factor === 1
      ? { reading: null, setTo: shown(target) }
      : { reading: null, setTo: shown(target), onTool: shown(wrenchNm) };
  return (
    <div className={css.pad}>
      <div className={css.padl}>
        <label className="wrench">
          <span className="lb">wrench read</span>
          <input
            value={text}
            inputMode="decimal"
            autoComplete="off"
            aria-label={`Wrench reading of bolt ${step.bolt}, ${unit === "N m" ? "N m" : "lb ft"}`}
            maxLength={MAX_CHARS}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => {
              if (e.key !== "Enter") return;
              e.preventDefault();
              signReading();
            }}
          />
          <span className="unit">{bare ? (unit === "N m" ? "N\u00a0m" : "lb\u00a0ft") : ""}</span>
          <span className="lb">at the bolt</span>
          <span className="n also">
            {nm === null ? "\u00a0" : `${units.show(nm, "torque")} = ${units.other(nm, "torque")}`}
          </span>
        </label>
        <TakeReading
          measures="torque"
          what={`Bolt ${step.bolt}, ${step.name}`}
          near={step.targetNm === null ? null : step.targetNm * factor}
          limits={{ min: limits.minNm * factor, max: limits.maxNm * factor }}
          onTake={({ base, instrument }) => {
            const taken = unit === "N m" ? base.toFixed(1) : (base / NM_PER_LBFT).toFixed(1);
            setText(taken);
            setSimulated(instrument.standIn ? taken : null);
          }}
        />
        <Gauge limits={limits} value={nm} />
        <p
          className={judged === null ? "lb verdict" : judged === "inside" ? "verdict mos" : "verdict brk"}
          role="status"
        >
          {read && !read.ok ? (
            read.message
          ) : nm === null ? (
            `${units.bare(limits.minNm, "torque")} to ${units.show(limits.maxNm, "torque")} at ${step.name}, ${LIMITS_BY[limits.by]}`
          ) : (
            <>
              {judged === "inside" ? <Tick /> : <CrossMark />}
              {judged === "inside"
                ? `Inside ${units.bare(limits.minNm, "torque")} to ${units.show(limits.maxNm, "torque")}${proof ? PROOF[proof] : ""}`
                : judged === "under"
                  ? `${units.show(limits.minNm - nm, "torque")} under the limit of this pass`
                  : `${units.show(nm - limits.maxNm, "torque")} over the limit of this pass`}
            </>
          )}
        </p>
        <Press className={`${css.bigkey} ${css.sign}`} disabled={disabled || nm === null} onClick={signReading}>
          Sign bolt {step.bolt}
        </Press>
        <Press className={`${css.bigkey} fn ${css.clicked}`} disabled={disabled} onClick={() => sign(clicked)}>
          Set to {units.show(wrenchNm, "torque")}, clicked
        </Press>
      </div>
      <div className={css.padkeys}>
        {KEYS.map((k) => (
          <Press key={k} className={`${css.bigkey} k${k === "." ? "dot" : k}`} onClick={() => press(k)}>
            {k}
          </Press>
        ))}
        <Press
          className={`${css.bigkey} fn back`}
          aria-label="Take the last figure back"
          onClick={() => setText(text.slice(0, -1))}
        >
          <svg width="30" height="22" viewBox="0 0 30 22" fill="none" stroke="currentColor" strokeWidth="1.8">
            <path d="M9 2h19v18H9L1.5 11zM14.5 7l8 8M22.5 7l-8 8" />
          </svg>
        </Press>
        <Press
          className={`${css.bigkey} fn ${css.unitkey}`}
          onClick={() => setUnit(unit === "N m" ? "lbf ft" : "N m")}
          aria-label={`Reading in ${unit === "N m" ? "N m" : "lb ft"}; change the unit`}
        >
          {unit === "N m" ? "in lb\u00a0ft" : "in N\u00a0m"}
        </Press>
      </div>
    </div>
  );
}

/** What the tool's own deviation leaves of a reading inside its limits. */
const PROOF: Record<NonNullable<ReturnType<typeof proofOf>>, string> = {
  in: ", proven: the tool’s deviation stays inside",
  "in, not proven": ", not proven: the tool’s deviation reaches over the limit",
  "out, not proven": ", not proven",
  out: "",
};

/** A pass without a torque: by hand, or by an angle that somebody counts or the wrench does. */
function ByHand({
  step,
  disabled,
  onSign,
  onSignAll,
}: {
  step: Step;
  disabled: boolean;
  onSign: (signed: Signed) => void;
  onSignAll?: (() => void) | null;
}) {
  const units = useUnits();
  const [turned, setTurned] = useState<{ deg: number; simulated: boolean } | null>(null);
  const judged = turned && judgeSigned(step, { reading: null, setTo: null, turnedDeg: turned.deg });
  const said = judged && judgedText(judged, units);
  const what = step.angleDeg === null ? step.name : `${step.angleDeg}° further`;
  return (
    <div className={`${css.pad} ${css.byhand}`}>
      {step.angleDeg !== null && (
        <div className="row-flex">
          <NumberField
            label="angle turned, where it was counted"
            value={turned?.deg ?? null}
            {...boundsOf(resources.signature, "turnedDeg")}
            unit="°"
            digits={1}
            onCommit={(deg) => setTurned(deg === null ? null : { deg, simulated: false })}
          />
          <TakeReading
            measures="angle"
            what={`Bolt ${step.bolt}, ${step.name}`}
            near={step.angleDeg}
            limits={{ min: step.turn?.minDeg ?? step.angleDeg, max: step.turn?.maxDeg ?? step.angleDeg }}
            onTake={({ base, instrument }) => setTurned({ deg: base, simulated: instrument.standIn })}
          />
        </div>
      )}
      {judged && said && (
        <p className={judged.judgement === "inside" ? "verdict mos" : "verdict brk"} role="status">
          {judged.judgement === "inside" ? <Tick /> : <CrossMark />}
          {judged.judgement === "inside" ? `Inside ${said.band}` : `${said.by}: ${said.band} is accepted`}
        </p>
      )}
      {onSignAll && (
        <Press className={`${css.bigkey} ${css.sign}`} disabled={disabled} onClick={onSignAll}>
          Sign all of them, by hand
        </Press>
      )}
      <Press
        className={`${css.bigkey} ${onSignAll ? "fn" : css.sign}`}
        disabled={disabled}
        onClick={() =>
          onSign({ reading: null, setTo: null, turnedDeg: turned?.deg ?? null, simulated: turned?.simulated ?? false })
        }
      >
        Sign bolt {step.bolt}, {what}
      </Press>
    </div>
  );
}

/** The engraved scale with the band that is accepted, N m, and a pointer at the reading. */
function Gauge({ limits, value: nm }: { limits: { minNm: number; maxNm: number }; value: number | null }) {
  const units = useUnits();
  const bare = (v: number): string => units.bare(v, "torque");
  // Engraved in the shop's own unit: round figures there are not round in the other.
  const [min, max] = [units.value(limits.minNm, "torque"), units.value(limits.maxNm, "torque")];
  const value = nm === null ? null : units.value(nm, "torque");
  const middle = (min + max) / 2;
  const reach = Math.max((max - min) * 1.6, middle * 0.15);
  const from = Math.max(0, middle - reach);
  const to = middle + reach;
  const x = (v: number): number => 8 + ((Math.min(to, Math.max(from, v)) - from) / (to - from)) * 344;
  const ticks = engraved(from, to, 20).at;
  return (
    <svg
      className={css.tgauge}
      viewBox="0 0 360 58"
      role="img"
      aria-label={`accepted ${bare(limits.minNm)} to ${bare(limits.maxNm)}`}
    >
      <path d="M8 38H352" stroke="var(--edge)" />
      {ticks.map((v, i) => (
        <path key={i} d={`M${x(v)} 38v${i % 5 === 0 ? 8 : 5}`} stroke="var(--edge)" />
      ))}
      <text x="8" y="57" className={`n ${css.gt}`}>
        {formatNumber(from, from < 10 ? 1 : 0)}
      </text>
      <text x="352" y="57" textAnchor="end" className={`n ${css.gt}`}>
        {formatNumber(to, to < 10 ? 1 : 0)} {units.label("torque")}
      </text>
      <rect x={x(min)} y="22" width={x(max) - x(min)} height="16" fill="none" stroke="var(--moss)" strokeWidth="1.6" />
      <text x={x(min) - 5} y="35" textAnchor="end" className={`n ${css.gt} ${css.mosf}`}>
        {bare(limits.minNm)}
      </text>
      <text x={x(max) + 5} y="35" className={`n ${css.gt} ${css.mosf}`}>
        {bare(limits.maxNm)}
      </text>
      {value !== null && (
        <g transform={`translate(${x(value)} 0)`}>
          <path d="M0 38V16" stroke="var(--ink)" strokeWidth="1.6" />
          <path d="M0 17L-8 4H8Z" fill="var(--ink)" />
        </g>
      )}
    </svg>
  );
}
