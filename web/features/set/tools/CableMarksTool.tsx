import { ShapeFields } from "../../../ui/ShapeFields";
import { boundsOf, settingInputs, cableMarksInput } from "../../../../contract";
import { Button } from "antd";
import { formatNumber } from "../../../../core";
import { useUnits } from "../../../format/units";
import { NumberField } from "../../../ui/NumberField";
import { Choice, TextField } from "../../../ui/TextField";
import { FigureRows, ToolFrame, type Says } from "../ToolFrame";
import { given, useToolInput, type ToolProps } from "../useToolInput";
import css from "../set.module.css";

interface Cable {
  name: string;
  end: "leftHand" | "rightHand";
  pitchMm: number;
  beforeMm: number;
  afterMm: number | null;
}

/** Two cables whose figures fit crosswise better than straight were most likely put back on each other's place. */
function changedOver(cables: readonly Cable[]): [string, string] | null {
  for (const [i, a] of cables.entries()) {
    for (const b of cables.slice(i + 1)) {
      if (a.afterMm === null || b.afterMm === null) continue;
      // Threads of another pitch or hand do not go onto each other's nuts.
      if (a.pitchMm !== b.pitchMm || a.end !== b.end) continue;
      const straight = Math.abs(a.afterMm - a.beforeMm) + Math.abs(b.afterMm - b.beforeMm);
      const crossed = Math.abs(a.afterMm - b.beforeMm) + Math.abs(b.afterMm - a.beforeMm);
      if (crossed < straight - 0.5) return [a.name, b.name];
    }
  }
  return null;
}

/** Each cable’s thread before removal, and how far and which way its nut is to be turned to be there again. */
export function CableMarksTool(props: ToolProps) {
  const units = useUnits();
  const [input, set, untouched] = useToolInput<{ cables: Cable[]; by: "length" | "threads" }>(
    "cableMarks",
    props,
    () => ({
      by: "length",
      cables: [
        { name: "Left cable", end: "rightHand", pitchMm: 1, beforeMm: 12, afterMm: null },
        { name: "Right cable", end: "rightHand", pitchMm: 1, beforeMm: 9.5, afterMm: null },
      ],
    }),
  );
  const read = cableMarksInput.safeParse(input);
  const patch = (i: number, next: Partial<Cable>): void =>
    set({ cables: input.cables.map((c, k) => (k === i ? { ...c, ...next } : c)) });
  const len = (mm: number): string => units.show(mm, "length", { digits: 1 });
  const counted = input.by === "threads";
  /** A mark as it is read: a length, or threads counted. */
  const mark = (c: Cable, mm: number): string => (counted ? `${formatNumber(mm / c.pitchMm, 1)} threads` : len(mm));
  const todo = input.cables.flatMap((c) => {
    if (c.afterMm === null) return [];
    const off = c.beforeMm - c.afterMm;
    return Math.abs(off) < 0.05 ? [] : [{ ...c, off, turns: Math.abs(off) / c.pitchMm }];
  });
  const open = input.cables.filter((c) => c.afterMm === null);
  const crossed = changedOver(input.cables);
  const says: Says = crossed
    ? {
        lead: `${crossed[0]} and ${crossed[1]} look swapped.`,
        rest: "Each is where the other was. Check the tags before you turn anything.",
      }
    : todo.length
      ? {
          lead: todo
            .map(
              (c) =>
                `${c.name}: ${counted ? "" : `${len(Math.abs(c.off))} `}${c.off > 0 ? "more" : "less"} thread out, ${turnsOf(c)} ${turnWay(c)}.`,
            )
            .join(" "),
          rest: open.length
            ? `${open.map((c) => c.name).join(", ")} still to measure.`
            : "Then check that neutral is neutral.",
        }
      : open.length
        ? {
            lead: "Measured before removal.",
            rest: `Measure ${open.map((c) => c.name.toLowerCase()).join(" and ")} again when ${open.length > 1 ? "they are" : "it is"} back on.`,
          }
        : { lead: "All as before removal." };
  return (
    <ToolFrame
      untouched={untouched}
      tool="cableMarks"
      host={props.host}
      says={says}
      refused={read.success ? null : { field: read.error.issues[0]?.path.join(".") ?? "", accepts: "figures in range" }}
      input={read.success ? given(input) : null}
      name="Cable marks"
      drawing={<CableDrawing cables={input.cables} mark={mark} />}
      form={
        <>
          <Choice
            label="marks are read as"
            value={input.by ?? "length"}
            options={{ length: "length of thread", threads: "threads counted" }}
            onChange={(by) => set({ by })}
          />
          {input.cables.map((c, i) => (
            <CableFields
              key={i}
              cable={c}
              counted={counted}
              onPatch={(next) => patch(i, next)}
              onRemove={
                input.cables.length > 1 ? () => set({ cables: input.cables.filter((_, k) => k !== i) }) : undefined
              }
            />
          ))}
          {input.cables.length < 8 && (
            <div>
              <Button
                size="small"
                onClick={() =>
                  set({
                    cables: [
                      ...input.cables,
                      {
                        name: `Cable ${input.cables.length + 1}`,
                        end: "rightHand",
                        pitchMm: 1,
                        beforeMm: 10,
                        afterMm: null,
                      },
                    ],
                  })
                }
              >
                Add a cable
              </Button>
            </div>
          )}
        </>
      }
      figures={
        <FigureRows
          rows={input.cables.map((c) => [
            c.name,
            c.afterMm === null
              ? "to take"
              : Math.abs(c.beforeMm - c.afterMm) < 0.05
                ? "as before"
                : `${turnsOf(c)} ${turnWay(c)}`,
          ])}
        />
      }
      working={
        <p>
          Turns are the missing length over the pitch. A left-hand thread turns the other way round for the same move.
        </p>
      }
    />
  );
}

/** Turns of the nut, and with a pitch that leaves a part of one, the nearest eighth of a turn. */
function turnsOf(c: Cable): string {
  const turns = Math.abs(c.beforeMm - (c.afterMm ?? c.beforeMm)) / c.pitchMm;
  const eighths = Math.round(turns * 8) / 8;
  return `${formatNumber(eighths, Number.isInteger(eighths) ? 0 : 3)} ${eighths === 1 ? "turn" : "turns"}`;
}

/** Which way the nut turns so that more, or less, thread stands out. */
function turnWay(c: Cable): string {
  const off = c.beforeMm - (c.afterMm ?? c.beforeMm);
  if (Math.abs(off) < 0.05) return "";
  // More thread out: a right-hand nut runs down the thread, away from its end, clockwise.
  return off > 0 === (c.end === "rightHand") ? "clockwise" : "anticlockwise";
}

/** Each thread past its nut, before and now, to one scale. */
function CableDrawing({ cables, mark }: { cables: readonly Cable[]; mark: (c: Cable, mm: number) => string }) {
  return (
    <svg viewBox="0 0 620 420" role="img" aria-label="Thread past the nut of each cable">
      {cables.slice(0, 4).map((c, i) => {
        const y = 70 + i * 96;
        const w = (mm: number): number => Math.min(260, mm * 9);
        return (
          <g key={i}>
            <text x="40" y={y - 20}>
              {c.name}
            </text>
            <path className={css.metal} d={`M40 ${y - 7}h120v14h-120z`} />
            <path className={css.metal} d={`M160 ${y - 16}h22v32h-22z`} />
            <path
              className={css.metal}
              d={`M182 ${y - 7}h${w(c.afterMm ?? c.beforeMm)}v14h${-w(c.afterMm ?? c.beforeMm)}z`}
            />
            <path
              className="thin"
              d={Array.from(
                { length: Math.floor(w(c.afterMm ?? c.beforeMm) / 6) },
                (_, k) => `M${185 + k * 6} ${y - 7}l4 14`,
              ).join("")}
            />
            <path className="ink" d={`M${182 + w(c.beforeMm)} ${y - 26}v52`} strokeDasharray="3 3" />
            <text className={css.dimtext} x={188 + w(c.beforeMm)} y={y - 14}>
              {mark(c, c.beforeMm)}
            </text>
            {c.afterMm !== null && (
              <text className={css.dimtext} x={190 + w(Math.max(c.afterMm, c.beforeMm))} y={y + 22}>
                now {mark(c, c.afterMm)}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** One cable's marks. */
function CableFields({
  cable: c,
  counted,
  onPatch,
  onRemove,
}: {
  cable: Cable;
  /** Threads are counted instead of measured. */
  counted: boolean;
  onPatch: (patch: Partial<Cable>) => void;
  onRemove?: () => void;
}) {
  return (
    <section aria-label={c.name}>
      <div className="fields">
        <TextField
          label="cable"
          value={c.name}
          required
          max={boundsOf(settingInputs.cableMarks, "cables[].name").max}
          onCommit={(name) => onPatch({ name })}
        />
        {counted ? (
          <>
            <NumberField
              label="threads out, before"
              value={c.beforeMm / c.pitchMm}
              min={0}
              max={500 / c.pitchMm}
              unit="threads"
              digits={1}
              onCommit={(v) => v !== null && onPatch({ beforeMm: v * c.pitchMm })}
            />
            <NumberField
              label="threads out, now"
              value={c.afterMm === null ? null : c.afterMm / c.pitchMm}
              min={0}
              max={500 / c.pitchMm}
              unit="threads"
              digits={1}
              onCommit={(v) => onPatch({ afterMm: v === null ? null : v * c.pitchMm })}
            />
          </>
        ) : (
          <>
            <ShapeFields
              shape={settingInputs.cableMarks}
              within="cables[]"
              value={c}
              onChange={(p) => onPatch(p)}
              fields={[
                { at: "beforeMm", label: "thread out, before", kind: "length" },
                { at: "afterMm", label: "thread out, now", kind: "length", hint: "to take", clears: true },
              ]}
            />
          </>
        )}
        <NumberField
          label="pitch"
          value={c.pitchMm}
          {...boundsOf(settingInputs.cableMarks, "cables[].pitchMm")}
          unit="mm"
          onCommit={(v) => v !== null && onPatch({ pitchMm: v })}
        />
        <Choice
          label="thread runs"
          value={c.end}
          options={{ rightHand: "right hand", leftHand: "left hand" }}
          onChange={(end) => onPatch({ end })}
        />
        {onRemove && (
          <Button size="small" onClick={onRemove}>
            Remove this cable
          </Button>
        )}
      </div>
    </section>
  );
}
