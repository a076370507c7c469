import { Button } from "antd";
import { boundsOf, cableMarksInput, settingInputs, validated } from "../../../../contract";
import { formatNumber } from "../../../../core";
import { beginCableMarks, cableMarksOf, changedOver, nutTurn, oneCableMore, type CableMark } from "../../../../domain";
import { NumberField } from "../../../ui/NumberField";
import { rowEdits } from "../../../ui/RowsEditor";
import type { ShapeField } from "../../../ui/ShapeFields";
import { FigureRows, ToolFrame, type Says } from "../ToolFrame";
import { useSetting } from "../useSetting";
import type { ToolProps } from "../useToolInput";
import css from "../set.module.css";

const LENGTHS = boundsOf(settingInputs.cableMarks, "cables[].beforeMm");

/** What is still to be turned, and what is still to be measured. */
const ask = validated(cableMarksInput, null, ({ cables }) => ({
  todo: cables.flatMap((c) => {
    const turn = nutTurn(c);
    return turn ? [{ ...c, ...turn }] : [];
  }),
  open: cables.filter((c) => c.afterMm === null),
  crossed: changedOver(cables),
}));

/** Each cable’s thread before removal, and how far and which way its nut is to be turned to be there again. */
export function CableMarksTool(props: ToolProps) {
  // Marks that were read in Gauge or at the step are here already.
  const begin = props.begin ?? (cableMarksOf(props.view?.reading ?? []) as Record<string, unknown> | null);
  const own = { ...props, begin };
  const { input, set, answer, frame, len, fields, rowFields } = useSetting("cableMarks", own, beginCableMarks, ask);
  const cables = rowEdits(input.cables, (rows) => set({ cables: rows }));
  const counted = input.by === "threads";
  /** A mark as it is read: a length, or threads counted. */
  const mark = (c: CableMark, mm: number): string => (counted ? `${formatNumber(mm / c.pitchMm, 1)} threads` : len(mm));
  const row = (c: CableMark, i: number, of: ShapeField[]) =>
    rowFields("cables[]", c, (next) => cables.patch(i, next), of);
  const says = answer && saysOf(answer, (c) => (counted ? "" : `${len(Math.abs(c.offMm))} `));
  return (
    <ToolFrame
      {...frame}
      says={says}
      name="Cable marks"
      drawing={<CableDrawing cables={input.cables} mark={mark} />}
      form={
        <>
          {fields([
            {
              at: "by",
              label: "marks are read as",
              options: { length: "length of thread", threads: "threads counted" },
            },
          ])}
          {input.cables.map((c, i) => (
            <section key={i} aria-label={c.name}>
              <div className="fields">
                {row(c, i, [{ at: "name", label: "cable", words: true }])}
                {counted ? (
                  <CountedFields cable={c} onPatch={(next) => cables.patch(i, next)} />
                ) : (
                  row(c, i, [
                    { at: "beforeMm", label: "thread out, before", kind: "length" },
                    { at: "afterMm", label: "thread out, now", kind: "length", hint: "to take", clears: true },
                  ])
                )}
                {row(c, i, [
                  { at: "pitchMm", label: "pitch", unit: "mm" },
                  { at: "end", label: "thread runs", options: { rightHand: "right hand", leftHand: "left hand" } },
                ])}
                {input.cables.length > 1 && (
                  <Button size="small" onClick={() => cables.take(i)}>
                    Remove this cable
                  </Button>
                )}
              </div>
            </section>
          ))}
          {input.cables.length < 8 && (
            <div>
              <Button size="small" onClick={() => set({ cables: oneCableMore(input.cables) })}>
                Add a cable
              </Button>
            </div>
          )}
        </>
      }
      figures={
        <FigureRows
          rows={input.cables.map((c) => [c.name, c.afterMm === null ? "to take" : turnOf(c) || "as before"])}
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

type Todo = CableMark & NonNullable<ReturnType<typeof nutTurn>>;

function saysOf(
  { crossed, todo, open }: { crossed: [string, string] | null; todo: Todo[]; open: CableMark[] },
  howFar: (c: Todo) => string,
): Says {
  if (crossed) {
    return {
      lead: `${crossed[0]} and ${crossed[1]} look swapped.`,
      rest: "Each is where the other was. Check the tags before you turn anything.",
    };
  }
  if (todo.length) {
    return {
      lead: todo
        .map((c) => `${c.name}: ${howFar(c)}${c.offMm > 0 ? "more" : "less"} thread out, ${turnOf(c)}.`)
        .join(" "),
      rest: open.length
        ? `${open.map((c) => c.name).join(", ")} still to measure.`
        : "Then check that neutral is neutral.",
    };
  }
  if (!open.length) return { lead: "All as before removal." };
  return {
    lead: "Measured before removal.",
    rest: `Measure ${open.map((c) => c.name.toLowerCase()).join(" and ")} again when ${open.length > 1 ? "they are" : "it is"} back on.`,
  };
}

/** "2 1/8 turns clockwise", of the nut; nothing where it is in its place. */
function turnOf(c: CableMark): string {
  const turn = nutTurn(c);
  if (!turn) return "";
  const { turns, way } = turn;
  return `${formatNumber(turns, Number.isInteger(turns) ? 0 : 3)} ${turns === 1 ? "turn" : "turns"} ${way}`;
}

/** Each thread past its nut, before and now, to one scale. */
function CableDrawing({ cables, mark }: { cables: readonly CableMark[]; mark: (c: CableMark, mm: number) => string }) {
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

/** A cable's marks as turns of its thread, counted. */
function CountedFields({ cable: c, onPatch }: { cable: CableMark; onPatch: (patch: Partial<CableMark>) => void }) {
  const count = (label: string, mm: number | null, onCount: (mm: number | null) => void) => (
    <NumberField
      label={label}
      value={mm === null ? null : mm / c.pitchMm}
      min={LENGTHS.min / c.pitchMm}
      max={LENGTHS.max / c.pitchMm}
      unit="threads"
      digits={1}
      onCommit={(threads) => onCount(threads === null ? null : threads * c.pitchMm)}
    />
  );
  return (
    <>
      {count("threads out, before", c.beforeMm, (beforeMm) => beforeMm !== null && onPatch({ beforeMm }))}
      {count("threads out, now", c.afterMm, (afterMm) => onPatch({ afterMm }))}
    </>
  );
}
