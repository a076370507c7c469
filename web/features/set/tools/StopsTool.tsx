import { askStops } from "../../../../contract";
import { formatNumber, type StopsAnswer, type StopsInput } from "../../../../core";
import { beginStops, gearPairs, mainPair, stopsDanger, type StopsFields } from "../../../../domain";
import { gearWord } from "../../../format/words";
import { type FigureField } from "../../../ui/ShapeFields";
import { Choice } from "../../../ui/TextField";
import { ThreadFields } from "../ThreadFields";
import { FigureRows, ToolFrame, type Says } from "../ToolFrame";
import { useSetting } from "../useSetting";
import { given, leverAtWork, type ToolProps } from "../useToolInput";
import css from "../set.module.css";

type By = "backOffTurns" | "backOffFlats" | "targetRailMm";

const BY: Record<By, string> = {
  backOffTurns: "by turns",
  backOffFlats: "by flats",
  targetRailMm: "by the free travel left at the rail",
};

const BY_FIELD: Record<By, FigureField> = {
  backOffTurns: { at: "backOffTurns", label: "turns", unit: "turns", digits: 3 },
  backOffFlats: { at: "backOffFlats", label: "flats", unit: "of six" },
  targetRailMm: { at: "targetRailMm", label: "left at the rail", kind: "length", digits: 2 },
};

const VERDICT: Record<StopsAnswer["check"]["verdict"], string> = {
  ok: "It holds before the fork does and leaves the detent free.",
  holds_off: "It would hold the gear off its detent.",
  fork_takes_load: "The detent runs out first: the fork takes the load.",
  not_checked: "Measure how far the rail runs past its detent, and this can be checked.",
};

/** Eighths in lowest terms: "1/4", "5/8", "1 1/2", "2". */
function eighthsText(eighths: number): string {
  const n = Math.round(eighths);
  const [whole, rest] = [Math.floor(n / 8), n % 8];
  const by = rest % 4 === 0 ? 4 : rest % 2 === 0 ? 2 : 1;
  const part = rest ? `${rest / by}/${8 / by}` : "";
  return [whole || !part ? `${whole}` : "", part].filter(Boolean).join(" ");
}

/** Fractions of a turn as a mechanic says them. */
function turnWords(turns: number): string {
  const flats = turns * 6;
  if (Math.abs(flats - Math.round(flats)) < 1e-6 && flats >= 1) {
    return flats === 1 ? "one flat" : `${formatNumber(flats, 0)} flats`;
  }
  const eighths = turns * 8;
  if (Math.abs(eighths - 1) < 1e-6) return "an eighth of a turn";
  if (Math.abs(eighths - Math.round(eighths)) < 1e-6) return `${eighthsText(eighths)} of a turn`;
  return `${formatNumber(turns, 2)} turns`;
}

/** A positive stop: touch, back off, lock, the other gear, look again. */
export function StopsTool(props: ToolProps) {
  const { view } = props;
  const {
    input,
    set,
    answer,
    frame,
    len: show,
    fields,
  } = useSetting(
    "stops",
    props,
    () => beginStops(leverAtWork(view)?.lever),
    (asked) => askStops(given(asked)),
  );
  const len = (mm: number | null, digits = 2): string => show(mm, digits, "not known");
  const pair = mainPair(view?.vehicle.gearbox ?? null);
  const others = gearPairs(view?.vehicle.gearbox ?? null);
  const by: By =
    input.backOffFlats !== null ? "backOffFlats" : input.targetRailMm !== null ? "targetRailMm" : "backOffTurns";
  const setBy = (next: By): void =>
    set({
      backOffTurns: next === "backOffTurns" ? (answer?.turns ?? 0.125) : null,
      backOffFlats: next === "backOffFlats" ? Math.round((answer?.flats ?? 1) * 100) / 100 : null,
      targetRailMm: next === "targetRailMm" ? Math.round((answer?.gapRailMm ?? 0.2) * 1000) / 1000 : null,
    });
  const danger = answer && stopsDanger(given(input) as unknown as StopsInput, answer, (mm) => len(mm));
  const fine: Says | null = answer && {
    lead:
      answer.turns === 0
        ? "Back it off: touching is not a setting."
        : `Touch, then back off ${turnWords(answer.turns)}. Lock. Now ${gearWord(pair.to)}.`,
    rest: `That leaves ${len(answer.gapStopMm)} at the stop, ${len(answer.gapRailMm)} at the rail, ${len(answer.gapKnobMm, 1)} at the knob. ${VERDICT[answer.check.verdict]}`,
  };
  const says: Says | null = danger ? { ...danger, no: true } : fine;
  return (
    <ToolFrame
      {...frame}
      says={says}
      name={`Stops, ${pair.from} and ${pair.to}`}
      drawing={<StopsDrawing input={input} answer={answer} show={(mm) => len(mm)} />}
      form={
        <>
          <div className="fields">
            <ThreadFields thread={input} onChange={({ pitchMm, threadsPerInch }) => set({ pitchMm, threadsPerInch })} />
            {fields([
              { at: "stopArmMm", label: "pivot to stop", kind: "length" },
              { at: "pinArmMm", label: "pivot to pin", kind: "length" },
              { at: "knobArmMm", label: "pivot to knob", kind: "length" },
              { at: "detentOvertravelMm", label: "rail past its detent", kind: "length", hint: "0.5 mm", clears: true },
            ])}
          </div>
          <div className="fields">
            <Choice label="back off" value={by} options={BY} onChange={setBy} />
            {fields([BY_FIELD[by]])}
          </div>
        </>
      }
      figures={
        answer && (
          <FigureRows
            rows={[
              ["turns", formatNumber(answer.turns, 3), true],
              ["degrees", `${formatNumber(answer.backOffDeg, 1)}°`],
              ["flats of the nut", formatNumber(answer.flats, 2)],
              ["at the stop", len(answer.gapStopMm, 3)],
              ["at the rail", len(answer.gapRailMm, 3), true],
              ["at the knob", len(answer.gapKnobMm, 2)],
              [
                "nearest sixth (a flat)",
                `${formatNumber(answer.nearestSixth.turns * 6, 0)}/6, ${len(answer.nearestSixth.gapRailMm)}`,
              ],
              [
                "nearest eighth",
                `${eighthsText(answer.nearestEighth.turns * 8)}, ${len(answer.nearestEighth.gapRailMm)}`,
              ],
              ["left before the fork takes it", len(answer.check.marginMm)],
            ]}
          />
        )
      }
      working={
        <>
          <p>
            The screw moves by its pitch per turn. The lever is straight, so the gap grows with the arm: at the rail it
            is the gap at the stop times pin arm over stop arm, at the knob times knob arm over stop arm.
          </p>
          {answer && (
            <p className="n">
              {formatNumber(answer.turns, 4)} × {formatNumber(answer.pitchMm, 4)} mm ={" "}
              {formatNumber(answer.gapStopMm, 4)} mm; × {formatNumber(input.pinArmMm, 1)} /{" "}
              {formatNumber(input.stopArmMm, 1)} = {formatNumber(answer.gapRailMm, 4)} mm
            </p>
          )}
          <p>Two gears of one gate are set one after the other{others.length > 1 ? "; every gate has its own" : ""}.</p>
        </>
      }
    />
  );
}

/** Lever, screw and jam nut, with the turn of the screw on its hexagon. */
function StopsDrawing({
  input,
  answer,
  show,
}: {
  input: StopsFields;
  answer: StopsAnswer | null;
  show: (mm: number) => string;
}) {
  const total = input.knobArmMm + input.pinArmMm;
  const k = 330 / total;
  const px = 250;
  const py = 40 + input.knobArmMm * k;
  const stopAbove = input.stopArmMm < input.knobArmMm * 0.6;
  const sy = stopAbove ? py - Math.max(18, input.stopArmMm * k) : py + input.stopArmMm * k;
  const deg = ((answer?.backOffDeg ?? 0) % 360) - 90;
  const hex = Array.from({ length: 6 }, (_, i) => {
    const a = ((i * 60 + 30) * Math.PI) / 180;
    return `${480 + 42 * Math.cos(a)},${130 + 42 * Math.sin(a)}`;
  }).join(" ");
  const turned = ((answer?.backOffDeg ?? 0) * Math.PI) / 180;
  return (
    <svg
      viewBox="0 0 620 420"
      role="img"
      aria-label={`Stop backed off by ${answer ? formatNumber(answer.backOffDeg, 0) : ""} degrees`}
    >
      <path
        className="part"
        d={`M${px - 5} ${40}L${px - 9} ${py}L${px - 7} ${py + input.pinArmMm * k}H${px + 7}L${px + 9} ${py}L${px + 5} 40Z`}
      />
      <circle className="part" cx={px} cy={34} r="20" />
      <circle className="part" cx={px} cy={py} r="13" />
      <circle className="part" cx={px} cy={py + input.pinArmMm * k} r="8" />
      <text x={px - 30} y={py + 5} textAnchor="end">
        pivot
      </text>
      <text x={px - 24} y={py + input.pinArmMm * k + 5} textAnchor="end">
        pin
      </text>
      {/* Bracket, screw and jam nut at the height of the stop. */}
      <path className={css.metal} d={`M${px + 74} ${sy - 40}h18v80h-18z`} />
      <path className={css.metal} d={`M${px + 22} ${sy - 6}h130v12h-130z`} />
      <path className="thin" d={Array.from({ length: 20 }, (_, i) => `M${px + 26 + i * 6} ${sy - 6}l4 12`).join("")} />
      <path className={css.metal} d={`M${px + 96} ${sy - 15}h16v30h-16z`} />
      <path className={css.metal} d={`M${px + 152} ${sy - 12}h16v24h-16z`} />
      <text x={px + 104} y={sy + 34} textAnchor="middle">
        jam nut
      </text>
      <path className="ink" d={`M${px + 9} ${sy - 30}v60M${px + 22} ${sy - 30}v60`} strokeDasharray="3 3" />
      <text className={css.dimtext} x={px - 22} y={sy - 18} textAnchor="end">
        {answer ? show(answer.gapStopMm) : ""}
      </text>
      <g>
        <polygon className={css.metal} points={hex} />
        <circle className="thin" cx="480" cy="130" r="20" />
        <path
          className={css.fillteal}
          d={`M480 130L480 70A60 60 0 ${answer && answer.backOffDeg % 360 > 180 ? 1 : 0} 0 ${480 - 60 * Math.sin(turned)} ${130 - 60 * Math.cos(turned)}Z`}
          opacity=".7"
        />
        <path
          className="ink"
          d={`M480 130V62M480 130L${480 + 68 * Math.cos((-(deg + 180) * Math.PI) / 180)} ${130 + 68 * Math.sin((-(deg + 180) * Math.PI) / 180)}`}
        />
        <text className={css.dimtext} x="480" y="224" textAnchor="middle">
          {answer ? `${formatNumber(answer.backOffDeg, 0)}° back` : ""}
        </text>
        <text x="480" y="244" textAnchor="middle">
          {answer && answer.turns >= 1 ? `and ${Math.floor(answer.turns)} whole turns` : "head of the screw, six flats"}
        </text>
      </g>
    </svg>
  );
}
