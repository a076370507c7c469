import { askRod } from "../../../../contract";
import { formatNumber, type RodAnswer, type RodInput } from "../../../../core";
import { beginRod, rodDanger, type RodFields } from "../../../../domain";
import { rowEdits } from "../../../ui/RowsEditor";
import { ThreadFields } from "../ThreadFields";
import { FigureRows, ToolFrame, type Says } from "../ToolFrame";
import { useSetting } from "../useSetting";
import { given, leverAtWork, type ToolProps } from "../useToolInput";
import css from "../set.module.css";

const HANDS = { right: "right hand", left: "left hand" };
const VERDICT = { good: "good", warn: "enough, not good", unsafe: "unsafe" } as const;

/** An adjustable rod: cut length, thread, how far it can be set, turns for a change. */
export function RodTool(props: ToolProps) {
  const { input, set, answer, frame, len, fields, rowFields } = useSetting(
    "rod",
    props,
    () => beginRod(leverAtWork(props.view)?.lever),
    (asked) => askRod(given(asked)),
  );
  const danger = answer && rodDanger(given(input) as unknown as RodInput, answer, (mm) => len(mm));
  const says: Says | null = danger ? { ...danger, no: true } : answer && saysOf(answer, input, (mm) => len(mm));
  const ends = rowEdits(input.ends, (rows) => set({ ends: rows }));
  return (
    <ToolFrame
      {...frame}
      says={says}
      name="Selector rod"
      drawing={<RodDrawing input={input} answer={answer} show={(mm) => len(mm)} />}
      form={
        <>
          <div className="fields">
            {fields([
              { at: "targetMm", label: "ball to ball", kind: "length" },
              { at: "changeMm", label: "then longer by", kind: "length", hint: "−3 mm", clears: true },
            ])}
          </div>
          {input.ends.map((e, i) => (
            <section key={i} aria-label={`Rod end ${i + 1}`}>
              <h2 className="hd2">{i ? "Rod end at the gearbox" : "Rod end at the lever"}</h2>
              <div className="fields">
                <ThreadFields
                  thread={e}
                  diameterMm={e.threadDiameterMm}
                  onChange={({ diameterMm, ...t }) =>
                    ends.patch(i, { ...t, ...(diameterMm && { threadDiameterMm: diameterMm }) })
                  }
                />
                {rowFields("ends[]", e, (next) => ends.patch(i, next), [
                  { at: "threadDiameterMm", label: "thread diameter", kind: "length" },
                  { at: "hand", label: "hand", options: HANDS },
                  { at: "shankLengthMm", label: "ball to mouth", kind: "length" },
                  { at: "threadDepthMm", label: "thread deep", kind: "length" },
                  { at: "engagementMm", label: "screwed in", kind: "length", hint: "usual", clears: true },
                  { at: "jamNutMm", label: "jam nut high", kind: "length", hint: "0.6 d", clears: true },
                  { at: "witnessMm", label: "witness hole at", kind: "length", hint: "none", clears: true },
                ])}
              </div>
            </section>
          ))}
        </>
      }
      figures={
        answer && (
          <FigureRows
            rows={[
              ["cut the rod to", len(answer.cutMm), true],
              ...answer.ends.flatMap((a, i): [string, React.ReactNode, boolean?][] => [
                [`end ${i + 1}: thread to cut on the rod`, len(a.threadLengthMm)],
                [
                  `end ${i + 1}: screwed in`,
                  `${len(a.engagementMm)}, ${formatNumber(a.engagementDiameters, 2)} d, ${VERDICT[a.verdict]}`,
                ],
              ]),
              ["can be set from", len(answer.range.shortestMm)],
              ["to, with good thread", len(answer.range.longestGoodMm)],
              ["to, with just enough", len(answer.range.longestWarnMm)],
              ["one turn of end 1", len(answer.changePerTurnMm.end1, 3)],
              ["one turn of end 2", len(answer.changePerTurnMm.end2, 3)],
              ["one turn of the rod", len(answer.changePerTurnMm.rodTurned, 3)],
            ]}
          />
        )
      }
      extra={
        answer &&
        answer.notices.length > 0 && (
          <ul className="howsteps">
            {answer.notices.map((n) => (
              <li
                key={`${n.code}${n.end ?? ""}`}
                className={n.code === "engagement_unsafe" || n.code === "cannot_reach" ? "brk" : "och"}
              >
                {n.end ? `End ${n.end}: ` : ""}
                {n.message}
              </li>
            ))}
          </ul>
        )
      }
      working={
        <>
          <p>
            Ball to ball is the rod, and at each end the shank less the thread screwed in. What is screwed in, unless
            typed, is one and a half diameters or half the thread, whichever is more.
          </p>
          {answer && answer.cutMm !== null && (
            <p className="n">
              {formatNumber(answer.cutMm, 2)} = {formatNumber(input.targetMm, 2)} −{" "}
              {input.ends
                .map(
                  (e, i) => `(${formatNumber(e.shankLengthMm, 2)} − ${formatNumber(answer.ends[i].engagementMm, 2)})`,
                )
                .join(" − ")}
            </p>
          )}
        </>
      }
    />
  );
}

function saysOf(answer: RodAnswer, input: RodFields, len: (mm: number | null) => string): Says {
  if (!answer.reached) {
    return {
      lead: `Too short for two rod ends: ${len(answer.missingMm)} are missing.`,
      rest: "Take shorter ends, thinner nuts, or screw them in less.",
    };
  }
  const beyond = (input.changeMm ?? 0) > answer.range.longestGoodMm - input.targetMm + 1e-9;
  const { turns } = answer;
  const turn =
    turns && answer.direction !== "none"
      ? turns.rodTurned !== null
        ? `Turn the rod ${formatNumber(turns.rodTurned, 2)} turns to ${answer.direction} it by ${len(Math.abs(input.changeMm ?? 0))}.`
        : `Take end 1 off its ball and turn it ${formatNumber(turns.end1, 2)} turns to ${answer.direction} it by ${len(Math.abs(input.changeMm ?? 0))}.`
      : "";
  return {
    lead: `Cut the rod to ${len(answer.cutMm)}.`,
    rest: [
      `It can then be set from ${len(answer.range.shortestMm)} to ${len(answer.range.longestGoodMm)} with good thread.`,
      turn,
      turn && beyond ? "There the ends hold just enough, not good." : "",
    ]
      .filter(Boolean)
      .join(" "),
  };
}

/** The rod with its two ends: shank, thread in the end, nut. Lengths along are to scale. */
function RodDrawing({
  input,
  answer,
  show,
}: {
  input: RodFields;
  answer: RodAnswer | null;
  show: (mm: number) => string;
}) {
  const k = 480 / input.targetMm;
  const y = 200;
  const [left, right] = [70, 550];
  const head = (x: number, way: 1 | -1, i: 0 | 1) => {
    const e = input.ends[i];
    const a = answer?.ends[i];
    const shank = Math.max(20, e.shankLengthMm * k) * way;
    const inside = (a?.engagementMm ?? 0) * k * way;
    const nut = ((a?.threadLengthMm ?? 0) - e.threadDepthMm) * k * way;
    return (
      <g key={i}>
        <path className={css.metal} d={`M${x} ${y - 15}h${shank}v30h${-shank}z`} />
        <circle className="part" cx={x} cy={y} r="22" />
        <circle className="thin" cx={x} cy={y} r="9" />
        <rect
          className={a?.verdict === "unsafe" ? `${css.fillteal} bad` : css.fillteal}
          x={Math.min(x + shank, x + shank - inside)}
          y={y - 8}
          width={Math.abs(inside)}
          height="16"
        />
        <path className={css.metal} d={`M${x + shank} ${y - 18}h${nut || 6 * way}v36h${-(nut || 6 * way)}z`} />
        <text x={x + shank / 2} y={y + 46} textAnchor="middle">
          {a ? `${show(a.engagementMm)} in` : ""}
        </text>
        <text x={x + shank / 2} y={y + 62} textAnchor="middle">
          {e.hand} hand
        </text>
      </g>
    );
  };
  const s0 = Math.max(20, input.ends[0].shankLengthMm * k);
  const s1 = Math.max(20, input.ends[1].shankLengthMm * k);
  return (
    <svg viewBox="0 0 620 420" role="img" aria-label={`Rod, ball to ball ${show(input.targetMm)}`}>
      <path className="part" d={`M${left + s0 - 14} ${y - 7}H${right - s1 + 14}V${y + 7}H${left + s0 - 14}Z`} />
      {head(left, 1, 0)}
      {head(right, -1, 1)}
      <path className="ink" d={`M${left} ${y - 40}V90M${right} ${y - 40}V90M${left} 100H${right}`} />
      <text className={css.dimtext} x="310" y="92" textAnchor="middle">
        {show(input.targetMm)}
      </text>
      {answer?.cutMm != null && (
        <>
          <path className="ink" d={`M${left + s0 - 14} ${y + 84}H${right - s1 + 14}`} />
          <text className={css.dimtext} x="310" y={y + 104} textAnchor="middle">
            cut {show(answer.cutMm)}
          </text>
        </>
      )}
    </svg>
  );
}
