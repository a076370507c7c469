import { askLockout, boundsOf, isRefusal, settingInputs } from "../../../../contract";
import { type LockoutInput } from "../../../../core";
import { beginLockout, lockoutOfGates } from "../../../../domain";
import { QuantityField } from "../../../ui/QuantityField";
import { FigureRows, ToolFrame, type Says } from "../ToolFrame";
import { useSetting } from "../useSetting";
import { given, type ToolProps } from "../useToolInput";
import css from "../set.module.css";

const WAY = { none: "", toward: "toward the lever", away: "away from the lever" } as const;

const gatesWords = (gates: readonly string[]): string =>
  gates.map((g) => (g ? `gate ${g}` : "the outermost forward gate")).join(" and ");

/** A reverse lockout plate: the gap in every gate, the one that counts, and the move. */
export function LockoutTool(props: ToolProps) {
  const {
    input,
    set,
    answer: ruled,
    frame,
    len: show,
    fields,
  } = useSetting(
    "lockout",
    props,
    () => beginLockout(props.view?.vehicle.gearbox),
    ({ gates, ...question }) => {
      const out = askLockout(given(question));
      return isRefusal(out) ? out : lockoutOfGates(given(question) as unknown as LockoutInput, gates);
    },
  );
  const { gates } = input;
  const len = (mm: number): string => show(mm, 2);
  const answer = ruled?.answer ?? null;
  const says: Says | null = ruled && {
    lead: ruled.touching.length
      ? `Do not drive it: the lever still touches the plate in ${gatesWords(ruled.touching)}.`
      : ruled.answer.direction === "none"
        ? ruled.answer.reached
          ? "Leave it. The gap is in its band."
          : "The slot has no travel left that way."
        : `Move the plate ${len(ruled.answer.moveMm)} ${WAY[ruled.answer.direction]}.`,
    rest: [
      ruled.answer.reached
        ? `${len(ruled.answer.gapAfterMm)} in ${ruled.tightest ? `gate ${ruled.tightest.gate}, the tightest` : "the outermost forward gate"}; ${len(input.targetMinMm)} to ${len(input.targetMaxMm)} is wanted.`
        : `The slot ends ${len(ruled.answer.shortMm)} short of the band: it must be opened, or shimmed.`,
      ruled.tightest ? `The outermost forward gate then has ${len(ruled.outermostAfterMm)}.` : "",
    ]
      .filter(Boolean)
      .join(" "),
    no: ruled.touching.length > 0,
  };
  return (
    <ToolFrame
      {...frame}
      says={says}
      name="Reverse lockout"
      drawing={
        <svg viewBox="0 0 620 420" role="img" aria-label="Lockout plate beside the lever">
          <text x="60" y="40">
            from above, outermost forward gate
          </text>
          <circle className="part" cx="220" cy="210" r="46" />
          <text x="220" y="214" textAnchor="middle">
            lever
          </text>
          <g transform={`translate(${270 + Math.min(120, input.gapMm * 26)} 0)`}>
            <path className={css.metal} d="M0 110h150v200h-150z" />
            <rect className="thin" x="40" y="196" width="80" height="28" rx="14" />
            <circle className={css.metal} cx="80" cy="210" r="11" />
            <text x="75" y="330" textAnchor="middle">
              plate and its slot
            </text>
          </g>
          {answer && answer.direction !== "none" && (
            <g transform={`translate(${270 + Math.min(120, answer.gapAfterMm * 26)} 0)`}>
              <path d="M0 110h150v200h-150z" fill="none" stroke="var(--teal)" strokeWidth="2" strokeDasharray="6 4" />
            </g>
          )}
          <path
            className="ink"
            d={`M266 90v-20M${270 + Math.min(120, input.gapMm * 26)} 90v-20M266 78H${270 + Math.min(120, input.gapMm * 26)}`}
          />
          <text className={css.dimtext} x={268 + Math.min(60, input.gapMm * 13)} y="62" textAnchor="middle">
            {len(input.gapMm)}
          </text>
        </svg>
      }
      form={
        <>
          <div className="fields">
            {fields([
              { at: "gapMm", label: "gap, outermost forward", kind: "length", digits: 2 },
              { at: "targetMinMm", label: "wanted, from", kind: "length" },
              { at: "targetMaxMm", label: "to", kind: "length" },
              { at: "slot.towardMm", label: "slot left, toward", kind: "length", hint: "enough", clears: true },
              { at: "slot.awayMm", label: "slot left, away", kind: "length", hint: "enough", clears: true },
            ])}
          </div>
          <section>
            <h2 className="hd2">In the other gates, as measured</h2>
            <div className="fields">
              {gates.map((g, i) => (
                <QuantityField
                  key={g.gate}
                  label={`gate ${g.gate}`}
                  kind="length"
                  base={g.gapMm}
                  {...boundsOf(settingInputs.lockout, "gates[].gapMm")}
                  digits={2}
                  hint="to take"
                  onCommit={({ base }) => set({ gates: gates.map((x, k) => (k === i ? { ...x, gapMm: base } : x)) })}
                  onClear={() => set({ gates: gates.map((x, k) => (k === i ? { ...x, gapMm: null } : x)) })}
                />
              ))}
            </div>
          </section>
        </>
      }
      figures={
        answer && (
          <>
            <FigureRows
              rows={[
                ["move", len(answer.moveMm), true],
                ["gap then", len(answer.gapAfterMm)],
                ["still outside the band by", len(answer.shortMm)],
              ]}
            />
            <section>
              <h2 className="hd2">Then, in this order</h2>
              <ol className="howsteps">
                {answer.checklist.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ol>
            </section>
          </>
        )
      }
      working={
        <p>
          In the band, ends included, nothing moves. Outside it the plate goes to the middle of the band, or as far as
          its slot lets it. 1 to 2 mm is common practice, no source.
        </p>
      }
    />
  );
}
