import { releaseInput, validated } from "../../../../contract";
import { formatNumber } from "../../../../core";
import { beginRelease } from "../../../../domain";
import { FigureRows, ToolFrame, type Says } from "../ToolFrame";
import { useSetting } from "../useSetting";
import { given, type ToolProps } from "../useToolInput";
import css from "../set.module.css";

const ask = validated(releaseInput, null, ({ flushMm, proudMm, pitchMm }) => ({
  moveMm: Math.abs(proudMm - flushMm),
  way: proudMm > flushMm ? ("in" as const) : proudMm < flushMm ? ("out" as const) : ("none" as const),
  turns: pitchMm ? Math.abs(proudMm - flushMm) / pitchMm : null,
}));

/** A lift-to-release pin: flush with its collar, and how far it stood proud. */
export function ReleaseTool(props: ToolProps) {
  const {
    input,
    answer,
    frame,
    len: show,
    fields,
  } = useSetting("release", props, beginRelease, (asked) => ask(given(asked)));
  const len = (mm: number): string => show(mm, 2);
  const turns = answer?.turns == null ? "" : `, ${formatNumber(answer.turns, 2)} turns`;
  const says: Says | null = answer && {
    lead:
      answer.way === "none"
        ? "Leave it: the pin is where it should be."
        : `Turn the pin ${len(answer.moveMm)} ${answer.way}${turns}.`,
    rest: `It stands ${len(Math.abs(input.proudMm))} ${input.proudMm >= 0 ? "proud of" : "under"} the collar; ${input.flushMm === 0 ? "flush" : `${len(input.flushMm)} proud`} is wanted. Lift the collar afterwards: it must come free.`,
  };
  const lift = Math.max(-40, Math.min(40, input.proudMm * 10));
  return (
    <ToolFrame
      {...frame}
      says={says}
      name="Lift-to-release pin"
      drawing={
        <svg viewBox="0 0 620 420" role="img" aria-label="Collar and pin, cut through">
          <path className={css.metal} d="M200 160h80v180h-80zM340 160h80v180h-80z" />
          <path className="part" d={`M286 ${160 - lift}h48v${190 + lift}h-48z`} />
          <path className="ink" d="M150 160h320" strokeDasharray="3 3" />
          <path className="ink" d={`M440 160V${160 - lift}`} />
          <text className={css.dimtext} x="454" y={164 - lift / 2}>
            {len(input.proudMm)}
          </text>
          <text x="240" y="366" textAnchor="middle">
            collar
          </text>
          <text x="310" y="366" textAnchor="middle">
            pin
          </text>
          <text x="150" y="150">
            flush
          </text>
        </svg>
      }
      form={
        <div className="fields">
          {fields([
            { at: "proudMm", label: "stands proud", kind: "length", digits: 2 },
            { at: "flushMm", label: "wanted", kind: "length", digits: 2 },
            { at: "pitchMm", label: "pitch of its thread", unit: "mm", clears: true },
          ])}
        </div>
      }
      figures={
        answer && (
          <FigureRows
            rows={[
              ["turn it", `${len(answer.moveMm)} ${answer.way === "none" ? "" : answer.way}`, true],
              ["turns", answer.turns === null ? "pitch not known" : formatNumber(answer.turns, 2)],
            ]}
          />
        )
      }
      working={<p>The difference between where it stands and where it shall stand, over the pitch of its thread.</p>}
    />
  );
}
