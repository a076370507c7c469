import { Button } from "antd";
import { useState } from "react";
import { askFloorSlot } from "../../../../contract";
import { type FloorSlotAnswer } from "../../../../core";
import { beginFloorSlot, type FloorSlotFields } from "../../../../domain";
import { drawnFloorSlot } from "../../../data/api";
import { useUnits } from "../../../format/units";
import { nameColumn } from "../../../ui/RowName";
import { RowsEditor, freeName, rowEdits } from "../../../ui/RowsEditor";
import { saveAs } from "../../../ui/saveAs";
import { FigureRows, FrontArrow, ToolFrame, type Says } from "../ToolFrame";
import { useSetting } from "../useSetting";
import { given, type ToolProps } from "../useToolInput";
import css from "../set.module.css";

const HOLE_FIGURES = [
  { at: "xMm", head: "forward" },
  { at: "yMm", head: "left" },
  { at: "diameterMm", head: "diameter" },
] as const;

type Format = "svg" | "dxf" | "pdf";

/** Slot and hole template of a floor shifter, drawn to scale and written out at full size. */
export function FloorSlotTool(props: ToolProps) {
  const units = useUnits();
  const { input, set, answer, frame, len, fields, rowFields } = useSetting(
    "floorSlot",
    props,
    beginFloorSlot,
    (asked) => askFloorSlot(given(asked)),
  );
  const [trouble, setTrouble] = useState<string | null>(null);
  const [making, setMaking] = useState<Format | null>(null);
  const near = answer?.holes.filter((h) => !h.ok) ?? [];
  const says: Says | null = answer && {
    lead: `Cut a slot ${units.bare(answer.slot.lengthMm, "length", 1)} by ${len(answer.slot.widthMm)}.`,
    rest: `It runs from ${len(Math.abs(answer.slot.fromXMm))} behind the pivot to ${len(Math.abs(answer.slot.toXMm))} ahead of it; the arm hangs ${len(answer.below.depthMm)} below the floor.${near.length ? ` Hole ${near[0].name} is too near the slot: ${len(near[0].edgeMm)} where ${len(near[0].needMm)} belong.` : ""}`,
  };
  const write = async (format: Format): Promise<void> => {
    setMaking(format);
    setTrouble(null);
    try {
      const { svg, dxf, pdfBase64 } = await drawnFloorSlot(given(input));
      if (format === "svg") saveAs("floor-template.svg", svg, "image/svg+xml");
      else if (format === "dxf") saveAs("floor-template.dxf", dxf, "application/dxf");
      else {
        const bytes = Uint8Array.from(atob(pdfBase64), (c) => c.charCodeAt(0));
        saveAs("floor-template.pdf", new Blob([bytes], { type: "application/pdf" }));
      }
    } catch {
      setTrouble("The template could not be written. The program does not answer; try again when it does.");
    }
    setMaking(null);
  };
  const holes = rowEdits(input.holes, (rows) => set({ holes: rows }));
  const names = new Set(input.holes.map((h) => h.name));
  return (
    <ToolFrame
      {...frame}
      says={says}
      name="Floor slot"
      drawing={<TemplateDrawing input={input} answer={answer} show={(mm) => len(mm)} />}
      form={
        <>
          <div className="row-flex">
            {(["pdf", "svg", "dxf"] as const).map((f) => (
              <Button key={f} disabled={!answer || making !== null} onClick={() => void write(f)}>
                {f.toUpperCase()}, full size
              </Button>
            ))}
          </div>
          {trouble && (
            <p className="why" role="alert">
              {trouble}
            </p>
          )}
          <div className="fields">
            {fields([
              { at: "pivot.zMm", label: "pivot above the floor", kind: "length" },
              { at: "armBelowMm", label: "arm below the floor", kind: "length" },
              { at: "armWidthMm", label: "arm wide, fore and aft", kind: "length" },
              { at: "armThicknessMm", label: "arm thick, across", kind: "length", hint: "as wide", clears: true },
              { at: "floorThicknessMm", label: "floor thick", kind: "length" },
              { at: "clearanceMm", label: "clearance round it", kind: "length" },
              { at: "swing.firstDeg", label: "arm, first position", unit: "°, −90 is down" },
              { at: "swing.lastDeg", label: "arm, last position", unit: "°" },
              { at: "floorDeg", label: "floor rises", unit: "° to the front" },
            ])}
          </div>
          <section>
            <h2 className="hd2">
              Holes <span className="lb">from the pivot: forward, left</span>
            </h2>
            <RowsEditor
              rows={input.holes}
              keyOf={(h) => h.name}
              columns={[
                nameColumn(
                  "hole",
                  (h) => `name of hole ${h.name}`,
                  names,
                  20,
                  (i, name) => holes.patch(i, { name }),
                ),
                ...HOLE_FIGURES.map(({ at, head }) => ({
                  head,
                  cell: (h: FloorSlotFields["holes"][number], i: number) =>
                    rowFields("holes[]", h, (next) => holes.patch(i, next), [
                      { at, label: `hole ${h.name}, ${head}`, kind: "length", hideLabel: true },
                    ]),
                })),
              ]}
              takeOut={{
                label: (h) => `Take hole ${h.name} out`,
                onTake: (_, i) => holes.take(i),
              }}
              add={
                input.holes.length < 40 && {
                  label: "One hole more",
                  onAdd: () =>
                    holes.add({ name: freeName(names, input.holes.length + 1), xMm: 0, yMm: 60, diameterMm: 8 }),
                }
              }
            />
          </section>
        </>
      }
      figures={
        answer && (
          <FigureRows
            rows={[
              ["slot, long", len(answer.slot.lengthMm), true],
              ["slot, wide", len(answer.slot.widthMm), true],
              ["sweep of the arm’s middle", len(answer.sweepMm)],
              ["arm below the floor", len(answer.below.depthMm)],
              ["its tip swings", `${len(answer.below.fromXMm)} to ${len(answer.below.toXMm)}`],
              ...answer.holes.map((h): [string, React.ReactNode] => [
                `hole ${h.name} to the slot’s edge`,
                <span key={h.name} className={h.ok ? undefined : "brk"}>
                  {len(h.edgeMm)} of {len(h.needMm)}
                </span>,
              ]),
            ]}
          />
        )
      }
      working={
        <p>
          The slot takes the arm’s two edges on both faces of the floor over the whole swing: at depth h under the
          pivot, leaning by t from square, they stand at h tan t ∓ half the arm’s width over cos t. The clearance is
          added all round. Between a hole’s centre and the slot belong two diameters: common practice, no source.
        </p>
      }
    />
  );
}

/** The template from above, to scale. */
function TemplateDrawing({
  input,
  answer,
  show,
}: {
  input: FloorSlotFields;
  answer: FloorSlotAnswer | null;
  show: (mm: number) => string;
}) {
  if (!answer) return <svg viewBox="0 0 620 420" aria-hidden="true" />;
  const { slot, holes } = answer;
  const half = slot.widthMm / 2;
  const xs = [slot.fromXMm, slot.toXMm, ...holes.flatMap((h) => [h.xMm - h.diameterMm, h.xMm + h.diameterMm])];
  const ys = [
    slot.centre.yMm - half,
    slot.centre.yMm + half,
    ...holes.flatMap((h) => [h.yMm - h.diameterMm, h.yMm + h.diameterMm]),
  ];
  const k = Math.min(440 / (Math.max(...xs) - Math.min(...xs)), 250 / (Math.max(...ys) - Math.min(...ys)));
  const x = (v: number): number => 300 + (v - (Math.min(...xs) + Math.max(...xs)) / 2) * k;
  const y = (v: number): number => 200 - (v - (Math.min(...ys) + Math.max(...ys)) / 2) * k;
  const [x0, x1, y0, y1] = [x(slot.fromXMm), x(slot.toXMm), y(slot.centre.yMm + half), y(slot.centre.yMm - half)];
  return (
    <svg
      viewBox="0 0 620 420"
      role="img"
      aria-label={`Template from above: slot ${show(slot.lengthMm)} by ${show(slot.widthMm)}, ${holes.length} holes`}
    >
      <rect className="part" x={x0} y={y0} width={x1 - x0} height={y1 - y0} />
      <path
        className="thin"
        d={`M${x(input.pivot.xMm)} ${y0 - 16}V${y1 + 16}M${x0 - 16} ${y(slot.centre.yMm)}H${x1 + 16}`}
        strokeDasharray="10 3 2 3"
      />
      {holes.map((h) => (
        <g key={h.name}>
          {!h.ok && (
            <circle
              cx={x(h.xMm)}
              cy={y(h.yMm)}
              r={h.needMm * k}
              fill="none"
              stroke="var(--brick)"
              strokeDasharray="4 3"
            />
          )}
          <circle
            className={h.ok ? css.metal : `${css.metal} bad`}
            cx={x(h.xMm)}
            cy={y(h.yMm)}
            r={Math.max(3, (h.diameterMm / 2) * k)}
          />
          <path className="ink" d={`M${x(h.xMm) - 9} ${y(h.yMm)}h18M${x(h.xMm)} ${y(h.yMm) - 9}v18`} />
          <text x={x(h.xMm) + 12} y={y(h.yMm) - 8}>
            {h.name}
          </text>
        </g>
      ))}
      <path className="ink" d={`M${x0} ${y1 + 8}v28M${x1} ${y1 + 8}v28M${x0} ${y1 + 28}H${x1}`} />
      <text className={css.dimtext} x={(x0 + x1) / 2} y={y1 + 46} textAnchor="middle">
        {show(slot.lengthMm)}
      </text>
      <path className="ink" d={`M${x0 - 8} ${y0}h-28M${x0 - 8} ${y1}h-28M${x0 - 28} ${y0}V${y1}`} />
      <text className={css.dimtext} x={x0 - 36} y={(y0 + y1) / 2 + 5} textAnchor="end">
        {show(slot.widthMm)}
      </text>
      <FrontArrow />
      <path className="ink" d={`M40 392h${100 * k}M40 386v12M${40 + 100 * k} 386v12`} />
      <text x={46 + 100 * k} y="397">
        100 mm
      </text>
    </svg>
  );
}
