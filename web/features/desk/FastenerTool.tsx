import { askFastener, isRefusal, fastenerInput } from "../../../contract";
import {
  fastenerFinishes,
  fastenerGrades,
  formatNumber,
  type FastenerAnswer,
  type FastenerFinish,
  type FastenerGrade,
} from "../../../core";
import { refusalText } from "../../format/fieldLabels";
import { useKept } from "../../data/useLocalDraft";
import { useUnits } from "../../format/units";
import { Answer, Num } from "../../ui/Answer";
import { OriginMark } from "../../ui/marks";
import { ShapeFields } from "../../ui/ShapeFields";
import { Choice, TextField } from "../../ui/TextField";
import { DeskHead } from "../../pieces/DeskHead";
import css from "./desk.module.css";

/** Where only the vehicle's own document counts, whatever a formula says. */
const SAFETY = {
  "": "none of these",
  belt: "seat belt",
  steering: "steering",
  brake: "brake",
  airbag: "airbag",
  subframe: "subframe",
} as const;

interface Fields {
  thread: string;
  grade: FastenerGrade;
  finish: FastenerFinish;
  into: "steel" | "aluminium";
  preloadFraction: number;
  specNm: number | null;
  engagementMm: number | null;
  safety: keyof typeof SAFETY;
}

const START: Fields = {
  thread: "M8",
  grade: "8.8",
  finish: "zinc",
  into: "steel",
  preloadFraction: 0.75,
  specNm: null,
  engagementMm: null,
  safety: "",
};

const GRADES = Object.fromEntries(fastenerGrades.map((g) => [g, g])) as Record<FastenerGrade, string>;
const FINISHES: Record<FastenerFinish, string> = Object.fromEntries(
  fastenerFinishes.map((f) => [f, { zinc: "zinc plated", lubricated: "lubricated", blackDry: "black, dry" }[f]]),
) as Record<FastenerFinish, string>;

const question = ({ thread, grade, finish, into, preloadFraction, specNm, engagementMm }: Fields) => ({
  thread,
  grade,
  finish,
  into,
  preloadFraction,
  ...(specNm !== null && { specNm }),
  ...(engagementMm !== null && { engagementMm }),
});

/** What was kept, where it can still be asked. */
const readKept = (value: unknown): Fields | null => {
  if (typeof value !== "object" || value === null) return null;
  const fields = { ...START, ...(value as Partial<Fields>) };
  return fastenerInput.safeParse(question(fields)).success && fields.safety in SAFETY ? fields : null;
};

/** What torque is typical for a bolt, what it holds, and how deep it must go. Never a specification. */
export function FastenerTool() {
  const units = useUnits();
  const [fields, setFields] = useKept("fastener", () => START, readKept);
  const set = (patch: Partial<Fields>): void => setFields({ ...fields, ...patch });
  const out = askFastener(question(fields));
  const refused = isRefusal(out) ? out.error : null;
  const answer = isRefusal(out) ? null : out;
  return (
    <>
      <DeskHead name="Fastener" />
      <Answer>
        {fields.safety ? (
          <>
            <b>No figure for {SAFETY[fields.safety]} fasteners.</b> Use the value of the vehicle’s own document; without
            it, ask the maker. Work on these belongs to licensed practice.
          </>
        ) : refused ? (
          <>
            <b>Not yet: </b>
            {refusalText(refused.field, refused.accepts)}
          </>
        ) : (
          answer && (
            <>
              <OriginMark origin="estimated" size={16} /> <b>About </b>
              <b>
                <Num>{formatNumber(units.value(answer.estimateNm, "torque"), 0)}</Num> {units.label("torque")}
              </b>{" "}
              is typical for {fields.thread}, grade {fields.grade}, {FINISHES[fields.finish]}. {verdict(answer)}
            </>
          )
        )}
      </Answer>
      <div className="split">
        <section className="sect">
          <h2 className="hd2">The fastener</h2>
          <div className="fields">
            <TextField
              label="thread"
              value={fields.thread}
              required
              max={80}
              placeholder="M10x1.25 or 3/8-16"
              onCommit={(thread) => set({ thread })}
            />
            <Choice label="grade" value={fields.grade} options={GRADES} onChange={(grade) => set({ grade })} />
            <Choice label="finish" value={fields.finish} options={FINISHES} onChange={(finish) => set({ finish })} />
            <Choice
              label="goes into"
              value={fields.into}
              options={{ steel: "steel", aluminium: "aluminium" }}
              onChange={(into) => set({ into })}
            />
            <ShapeFields
              shape={fastenerInput}
              value={fields}
              onChange={(patch) => set(patch)}
              fields={[
                { at: "engagementMm", label: "thread engaged", kind: "length", clears: true, hint: "not measured" },
                { at: "specNm", label: "value to compare", kind: "torque", clears: true, hint: "none" },
              ]}
            />
            <Choice label="it holds a" value={fields.safety} options={SAFETY} onChange={(safety) => set({ safety })} />
          </div>
          <p className="lb" style={{ marginTop: 12 }}>
            An estimate from thread, grade and finish. It can be 30 % off with another coating or oil, and it is never
            kept as a specification: a job takes values from documents only.
          </p>
        </section>
        <section className="sect">
          {answer && !fields.safety && (
            <>
              <BoltDrawing
                answer={answer}
                engagementMm={fields.engagementMm}
                neededMm={neededOf(fields) ?? answer.diameterMm}
                show={(mm) => units.show(mm, "length")}
              />
              <table className={`ledger ${css.figs}`}>
                <tbody>
                  {(
                    [
                      ["stress area", `${formatNumber(answer.stressAreaMm2, 1)} mm²`],
                      ["proof load", `${formatNumber(answer.proofLoadKN, 1)} kN`],
                      ["preload at the estimate", `${formatNumber(answer.preloadKN, 1)} kN`],
                      ["nut factor", formatNumber(answer.k, 2)],
                      ...(answer.engagement
                        ? [["thread needed", units.show(answer.engagement.neededMm, "length")] as const]
                        : []),
                      ...(answer.spec
                        ? [["your value to the estimate", `${formatNumber(answer.spec.ratio, 2)} times`] as const]
                        : []),
                    ] as readonly (readonly [string, string])[]
                  ).map(([name, value]) => (
                    <tr key={name}>
                      <td>{name}</td>
                      <td className="n">{value}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
              <details>
                <summary>Calculation</summary>
                <p>
                  Torque = nut factor × preload × diameter. Preload is {formatNumber(fields.preloadFraction * 100, 0)} %
                  of the proof load; the proof load is the stress area times the proof stress of the grade. Sources:
                  stress area and proof stress ISO 898-1 (metric), ASME B1.1 and SAE J429 (inch); the nut-factor formula
                  and its factors from Shigley’s Mechanical Engineering Design.
                </p>
              </details>
            </>
          )}
        </section>
      </div>
    </>
  );
}

/** The model says how much thread is needed only of one that was measured: it is asked with any. */
function neededOf(fields: Fields): number | null {
  const out = askFastener(question({ ...fields, engagementMm: 1 }));
  return isRefusal(out) ? null : (out.engagement?.neededMm ?? null);
}

/** What the compared value and the engagement are worth. */
function verdict(a: FastenerAnswer): string {
  const spec =
    a.spec === null
      ? ""
      : a.spec.flag === "ok"
        ? "Your value is in the usual range. "
        : `Caution: your value is ${a.spec.flag === "high" ? "far above" : "far below"} that: check unit and document. `;
  const engaged =
    a.engagement === null
      ? ""
      : a.engagement.ok
        ? "The thread is deep enough."
        : "Caution: too little thread is engaged.";
  return spec + engaged;
}

/** The bolt in its thread, to scale along its axis. */
function BoltDrawing({
  answer,
  engagementMm,
  neededMm,
  show,
}: {
  answer: FastenerAnswer;
  engagementMm: number | null;
  /** As much thread as holds the bolt, mm, where none was measured. */
  neededMm: number;
  show: (mm: number) => string;
}) {
  const needed = answer.engagement?.neededMm ?? neededMm;
  const engaged = engagementMm ?? needed;
  const k = 150 / Math.max(needed, engaged, answer.diameterMm * 2);
  const r = (answer.diameterMm / 2) * k;
  const top = 92;
  const end = top + engaged * k;
  const pitch = Math.max(2, answer.pitchMm * k);
  const flanks = Array.from({ length: Math.max(1, Math.floor((engaged * k) / pitch)) }, (_, i) => top + i * pitch);
  return (
    <svg
      className={css.boltdraw}
      viewBox="0 0 420 270"
      role="img"
      aria-label={`Bolt with ${show(engaged)} of thread engaged`}
    >
      <path className="steel" d={`M${150 - r * 1.7} 40h${r * 3.4}v${r * 1.3}h${-r * 3.4}z`} />
      <path className="steel" d={`M${150 - r} ${40 + r * 1.3}h${2 * r}V${end}h${-2 * r}z`} />
      <path className="fine" d={flanks.map((y) => `M${150 - r} ${y}l${2 * r} ${pitch / 2}`).join("")} />
      <path
        className="fine"
        d={`M40 ${top}H${150 - r}M${150 + r} ${top}H260M40 ${top}v150M260 ${top}v150`}
        fill="none"
      />
      <path className={css.inkline} d={`M${170 + r} ${top}h60M${170 + r} ${end}h60M${222 + r} ${top}V${end}`} />
      <text x={232 + r} y={(top + end) / 2 + 4}>
        {show(engaged)} {engagementMm === null ? "needed" : "engaged"}
      </text>
      {engagementMm !== null && (
        <>
          <path className={css.inkline} d={`M60 ${top + needed * k}H${150 - r - 6}`} strokeDasharray="4 3" />
          <text x="44" y={top + needed * k - 6}>
            {show(needed)} needed
          </text>
        </>
      )}
      <text x="150" y="26" textAnchor="middle">
        {show(answer.diameterMm)} × {formatNumber(answer.pitchMm, 2)} mm pitch
      </text>
    </svg>
  );
}
