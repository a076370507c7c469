import { askPressFit, boundsOf, settingInputs } from "../../../../contract";
import { formatNumber, type MetalName, type PressFitAnswer } from "../../../../core";
import { beginPressFit, pressFitDanger, type PressFitFields } from "../../../../domain";
import { TextField } from "../../../ui/TextField";
import { FigureRows, ToolFrame, type Says } from "../ToolFrame";
import { useSetting } from "../useSetting";
import { given, type ToolProps } from "../useToolInput";
import css from "../set.module.css";

const METAL_WORDS: Record<MetalName, string> = {
  steel: "steel",
  "6061-T6": "aluminium 6061-T6",
  castIron: "grey cast iron",
};

/** Ways to get an old bush out, with what speaks against each. Common practice, no source. */
const REMOVAL = [
  ["Puller", "Screw and two cups. Slow, square, nothing flies. Take this where you can."],
  ["Press", "Support the bracket on both sides, close to the bush. Thin aluminium cracks when it is pressed crooked."],
  [
    "Heat with a spacer",
    "Rubber burns and drips: outdoors, fire watch. With the vehicle's weight on it: do not. Use the puller.",
  ],
  ["Cutting", "Saw the shell through from inside, one cut, stop at the bracket. Collapse it, push it out."],
] as const;

/** A sleeve into its bracket: force, press, stress, heat instead, and what is left when it is hot. */
export function PressFitTool(props: ToolProps) {
  const { input, set, answer, frame, len, fields } = useSetting("pressFit", props, beginPressFit, (asked) =>
    askPressFit(given({ ...asked, orientation: null })),
  );
  const { orientation } = input;
  const judged = answer && pressFitDanger(answer, input.hub === "6061-T6");
  const says: Says | null = answer && judged && saysOf(answer, judged, orientation);
  const kn = (n: number): string => `${formatNumber(n / 1000, 1)} kN`;
  return (
    <ToolFrame
      {...frame}
      says={says}
      name="Press fit"
      drawing={<FitDrawing input={input} show={(mm) => len(mm)} />}
      form={
        <div className="fields">
          {fields([
            { at: "interfaceMm", label: "bore of the bracket", kind: "length", digits: 2 },
            { at: "interferenceMm.min", label: "tighter by, least", kind: "length", digits: 3 },
            { at: "interferenceMm.max", label: "tighter by, most", kind: "length", digits: 3 },
            { at: "hubOuterMm", label: "bracket, outside", kind: "length", digits: 2 },
            { at: "sleeveBoreMm", label: "sleeve, inside", kind: "length", digits: 2 },
            { at: "lengthMm", label: "pressed length", kind: "length", digits: 2 },
            { at: "serviceC", label: "hottest in use", unit: "°C", clears: true },
          ])}
          <div className="whole">{fields([{ at: "hub", label: "bracket", options: METAL_WORDS }])}</div>
          <div className="whole">{fields([{ at: "sleeve", label: "sleeve", options: METAL_WORDS }])}</div>
          <div className="whole">
            <TextField
              label="which way it goes in"
              value={orientation ?? ""}
              placeholder="wide lip to the inside, mark to the front"
              max={boundsOf(settingInputs.pressFit, "orientation").max}
              onCommit={(text) => set({ orientation: text || null })}
            />
          </div>
        </div>
      }
      figures={
        answer && (
          <FigureRows
            rows={[
              ["force to press", `${kn(answer.min.forceN)} to ${kn(answer.max.forceN)}`, true],
              [
                "press to take",
                answer.pressTonnes === null ? "over 100 t" : `${formatNumber(answer.pressTonnes, 1)} t`,
                true,
              ],
              [
                "pressure between them",
                `${formatNumber(answer.min.pressureMPa, 1)} to ${formatNumber(answer.max.pressureMPa, 1)} MPa`,
              ],
              [
                "bracket, against yield",
                answer.marginEquivalent === null
                  ? "yield not known"
                  : `${formatNumber(answer.marginEquivalent, 2)} times`,
              ],
              ["bore closes by", len(answer.max.boreClosureMm, 3)],
              [
                "heat the bracket to",
                judged?.heatable
                  ? `${formatNumber(answer.temperature.hubC, 0)} °C`
                  : `not: ${formatNumber(answer.temperature.hubC, 0)} °C is past its temper`,
              ],
              [
                "or cool the sleeve to",
                answer.temperature.sleeveC === null
                  ? "not practical"
                  : `${formatNumber(answer.temperature.sleeveC, 0)} °C`,
              ],
              [
                "or both",
                `sleeve ${formatNumber(answer.temperature.both.sleeveC, 0)} °C, bracket ${formatNumber(answer.temperature.both.hubC, 0)} °C`,
              ],
              [
                "left when hot, least",
                answer.service === null ? "not asked" : len(answer.service.interferenceMinMm, 3),
              ],
            ]}
          />
        )
      }
      extra={
        <>
          {answer && answer.notices.length > 0 && (
            <ul className="howsteps">
              {answer.notices.map((n) => (
                <li key={n.code} className={n.code === "yields" ? "brk" : "och"}>
                  {n.message}
                </li>
              ))}
            </ul>
          )}
          <section>
            <h2 className="hd2">Getting the old one out</h2>
            <ul className="lined">
              {REMOVAL.map(([way, against]) => (
                <li key={way}>
                  <b className="rt">{way}.</b> {against}
                </li>
              ))}
            </ul>
          </section>
        </>
      }
      working={
        <p>
          Two thick cylinders (Lamé): the interference is taken up by the bracket opening and the sleeve closing. Force
          is friction 0.10 to 0.20 times pressure times the surface. Yield by Tresca at the bracket’s bore. Friction and
          strength are published values for the metals.
        </p>
      }
    />
  );
}

function saysOf(
  answer: PressFitAnswer,
  { danger, heat }: ReturnType<typeof pressFitDanger>,
  orientation: string | null,
): Says {
  if (danger) return { ...danger, no: true };
  return {
    lead: `Take a ${formatNumber(answer.pressTonnes ?? 0, 1)} t press.`,
    rest: [
      `It needs up to ${formatNumber(answer.max.forceN / 1000, 1)} kN. ${heat} Support both sides, start square.`,
      orientation ? `${orientation.charAt(0).toUpperCase()}${orientation.slice(1)}.` : "",
    ]
      .filter(Boolean)
      .join(" "),
  };
}

/** Bracket and sleeve cut through, diameters to scale. */
function FitDrawing({ input, show }: { input: PressFitFields; show: (mm: number) => string }) {
  const k = 260 / input.hubOuterMm;
  const r = (d: number): number => (d / 2) * k;
  const long = Math.min(200, Math.max(60, input.lengthMm * k));
  return (
    <svg
      viewBox="0 0 620 420"
      role="img"
      aria-label={`Sleeve ${show(input.interfaceMm)} in a bracket of ${show(input.hubOuterMm)}`}
    >
      <circle className={css.metal} cx="190" cy="200" r={r(input.hubOuterMm)} />
      <circle className={css.fillteal} cx="190" cy="200" r={r(input.interfaceMm)} />
      <circle className={css.metal} cx="190" cy="200" r={r(input.sleeveBoreMm)} />
      <path className="thin" d="M40 200h300M190 50v300" strokeDasharray="10 3 2 3" />
      <g transform={`translate(${480 - long / 2} 200)`}>
        <rect
          className={css.metal}
          x="0"
          y={-r(input.hubOuterMm)}
          width={long}
          height={r(input.hubOuterMm) - r(input.interfaceMm)}
        />
        <rect
          className={css.metal}
          x="0"
          y={r(input.interfaceMm)}
          width={long}
          height={r(input.hubOuterMm) - r(input.interfaceMm)}
        />
        <rect
          className={css.fillteal}
          x="-14"
          y={-r(input.interfaceMm)}
          width={long + 14}
          height={r(input.interfaceMm) - r(input.sleeveBoreMm)}
        />
        <rect
          className={css.fillteal}
          x="-14"
          y={r(input.sleeveBoreMm)}
          width={long + 14}
          height={r(input.interfaceMm) - r(input.sleeveBoreMm)}
        />
        <rect
          className={css.metal}
          x="-20"
          y={-r(input.interfaceMm) - 8}
          width="6"
          height={2 * r(input.interfaceMm) + 16}
        />
      </g>
      <text className={css.dimtext} x="190" y="376" textAnchor="middle">
        {show(input.interfaceMm)}
      </text>
      <text x="480" y="376" textAnchor="middle">
        the wide lip goes where the kit says
      </text>
    </svg>
  );
}
