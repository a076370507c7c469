import { boundsOf, settingInputs, isRefusal, askPressFit } from "../../../../contract";
import { formatNumber, metalNames, type MetalName, type PressFitAnswer } from "../../../../core";
import { pressFitDanger } from "../../../../domain";
import { useUnits } from "../../../format/units";
import { NumberField } from "../../../ui/NumberField";
import { QuantityField } from "../../../ui/QuantityField";
import { Choice, TextField } from "../../../ui/TextField";
import { FigureRows, ToolFrame, type Says } from "../ToolFrame";
import { framed, given, useToolInput, type ToolProps } from "../useToolInput";
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

interface Fields {
  interfaceMm: number;
  interferenceMm: { min: number; max: number };
  hubOuterMm: number;
  sleeveBoreMm: number;
  lengthMm: number;
  hub: MetalName;
  sleeve: MetalName;
  serviceC: number | null;
  orientation: string | null;
}

const example = (): Fields => ({
  interfaceMm: 40,
  interferenceMm: { min: 0.05, max: 0.08 },
  hubOuterMm: 60,
  sleeveBoreMm: 32,
  lengthMm: 45,
  hub: "6061-T6",
  sleeve: "steel",
  serviceC: 110,
  orientation: null,
});

/** A sleeve into its bracket: force, press, stress, heat instead, and what is left when it is hot. */
export function PressFitTool(props: ToolProps) {
  const units = useUnits();
  const [input, set, untouched] = useToolInput<Fields>("pressFit", props, example);
  const { orientation, ...question } = input;
  const out = askPressFit(given(question));
  const answer = isRefusal(out) ? null : out;
  const len = (mm: number, digits = 3): string => units.show(mm, "length", { digits });
  const judged = answer && pressFitDanger(answer, input.hub === "6061-T6");
  const says: Says | null = answer && judged && saysOf(answer, judged, orientation);
  const size = (key: "interfaceMm" | "hubOuterMm" | "sleeveBoreMm" | "lengthMm", label: string) => (
    <QuantityField
      label={label}
      kind="length"
      base={input[key]}
      min={key === "sleeveBoreMm" ? 0 : 0.1}
      max={1000}
      digits={2}
      onCommit={({ base }) => set({ [key]: base })}
    />
  );
  const fit = (key: "min" | "max", label: string) => (
    <QuantityField
      label={label}
      kind="length"
      base={input.interferenceMm[key]}
      min={-1}
      max={5}
      digits={3}
      onCommit={({ base }) => set({ interferenceMm: { ...input.interferenceMm, [key]: base } })}
    />
  );
  const kn = (n: number): string => `${formatNumber(n / 1000, 1)} kN`;
  return (
    <ToolFrame
      {...framed("pressFit", { host: props.host, untouched }, out, {
        ...question,
        ...(orientation && { orientation }),
      })}
      says={says}
      name="Press fit"
      drawing={<FitDrawing input={input} show={(mm) => len(mm, 1)} />}
      form={
        <div className="fields">
          {size("interfaceMm", "bore of the bracket")}
          {fit("min", "tighter by, least")}
          {fit("max", "tighter by, most")}
          {size("hubOuterMm", "bracket, outside")}
          {size("sleeveBoreMm", "sleeve, inside")}
          {size("lengthMm", "pressed length")}
          <Choice
            label="bracket"
            value={input.hub}
            options={METAL_WORDS}
            onChange={(hub) => set({ hub: metalNames.find((m) => m === hub) ?? "steel" })}
          />
          <Choice
            label="sleeve"
            value={input.sleeve}
            options={METAL_WORDS}
            onChange={(sleeve) => set({ sleeve: metalNames.find((m) => m === sleeve) ?? "steel" })}
          />
          <NumberField
            label="hottest in use"
            value={input.serviceC}
            {...boundsOf(settingInputs.pressFit, "serviceC")}
            unit="°C"
            onCommit={(serviceC) => set({ serviceC })}
          />
          <TextField
            label="which way it goes in"
            value={orientation ?? ""}
            placeholder="wide lip to the inside, mark to the front"
            max={boundsOf(settingInputs.pressFit, "orientation").max}
            onCommit={(text) => set({ orientation: text || null })}
          />
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
              ["bore closes by", len(answer.max.boreClosureMm)],
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
              ["left when hot, least", answer.service === null ? "not asked" : len(answer.service.interferenceMinMm)],
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
function FitDrawing({ input, show }: { input: Fields; show: (mm: number) => string }) {
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
