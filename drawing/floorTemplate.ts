import type makerjs from "makerjs";
import type { FloorSlotAnswer, FloorSlotInput } from "../core";
import { drawingTools } from "./load";
import { fullSize } from "./pdf";

/** Length of the bar a printed template is checked by, mm. */
export const CALIBRATION_MM = 100;

/** Arms of the cross in a hole's centre beyond its edge, mm. */
const CROSS_MM = 4;

/** Room between what is cut and the calibration bar, mm. */
const GAP_MM = 24;

const BAR_WORDS = `Measure this bar before you cut: ${CALIBRATION_MM} mm`;

type Line = readonly [name: string, from: [number, number], to: [number, number]];

const lines = (list: readonly Line[], layer: string): makerjs.IModel => ({
  layer,
  paths: Object.fromEntries(list.map(([name, from, to]) => [name, new (drawingTools().paths.Line)(from, to)])),
});

/** A line end in a name would begin a new record in the file that is cut from: control characters become spaces. */
const oneLine = (text: string): string => text.replace(/[\p{Cc}\u2028\u2029]+/gu, " ");

const words = (text: string, x: number, y: number): makerjs.IModel => ({
  layer: "words",
  caption: { text: oneLine(text), anchor: new (drawingTools().paths.Line)([x, y], [x, y]) },
});

/**
 * The template of a floor shifter in millimetres, x forward and y to the left: what is cut, centre marks, and
 * below it a bar to check the print by. Layers: cut, marks, words.
 */
export function floorModel(input: FloorSlotInput, answer: FloorSlotAnswer): makerjs.IModel {
  const maker = drawingTools();
  const { slot, holes } = answer;
  const [right, left] = [slot.centre.yMm - slot.widthMm / 2, slot.centre.yMm + slot.widthMm / 2];
  const outline: makerjs.IModel = new maker.models.Rectangle(slot.lengthMm, slot.widthMm);
  outline.origin = [slot.fromXMm, right];
  outline.layer = "cut";
  const lowest = Math.min(right, ...holes.map((h) => h.yMm - h.diameterMm / 2));
  const barY = lowest - GAP_MM;
  const barX = slot.centre.xMm - CALIBRATION_MM / 2;
  return {
    units: maker.unitType.Millimeter,
    models: {
      slot: outline,
      holes: {
        layer: "cut",
        paths: Object.fromEntries(
          holes.map((h) => [`hole ${h.name}`, new maker.paths.Circle([h.xMm, h.yMm], h.diameterMm / 2)]),
        ),
      },
      centres: lines(
        holes.flatMap((h): Line[] => {
          const arm = h.diameterMm / 2 + CROSS_MM;
          return [
            [`${h.name} along`, [h.xMm - arm, h.yMm], [h.xMm + arm, h.yMm]],
            [`${h.name} across`, [h.xMm, h.yMm - arm], [h.xMm, h.yMm + arm]],
          ];
        }),
        "marks",
      ),
      pivot: lines(
        [
          ["along", [input.pivot.xMm - CROSS_MM, input.pivot.yMm], [input.pivot.xMm + CROSS_MM, input.pivot.yMm]],
          ["across", [input.pivot.xMm, input.pivot.yMm - CROSS_MM], [input.pivot.xMm, input.pivot.yMm + CROSS_MM]],
        ],
        "marks",
      ),
      bar: lines(
        [
          ["bar", [barX, barY], [barX + CALIBRATION_MM, barY]],
          ["from", [barX, barY - 3], [barX, barY + 3]],
          ["to", [barX + CALIBRATION_MM, barY - 3], [barX + CALIBRATION_MM, barY + 3]],
        ],
        "marks",
      ),
      front: lines(
        [
          ["shaft", [slot.toXMm + 6, slot.centre.yMm], [slot.toXMm + 22, slot.centre.yMm]],
          ["upper", [slot.toXMm + 22, slot.centre.yMm], [slot.toXMm + 18, slot.centre.yMm + 2.5]],
          ["lower", [slot.toXMm + 22, slot.centre.yMm], [slot.toXMm + 18, slot.centre.yMm - 2.5]],
        ],
        "marks",
      ),
      frontWords: words("front", slot.toXMm + 32, slot.centre.yMm),
      slotWords: words(`slot ${slot.lengthMm.toFixed(1)} x ${slot.widthMm.toFixed(1)} mm`, slot.centre.xMm, left + 6),
      ...Object.fromEntries(
        holes.map((h) => [
          `words of ${h.name}`,
          words(`${h.name}: ${h.diameterMm.toFixed(1)} mm`, h.xMm, h.yMm - h.diameterMm / 2 - CROSS_MM - 4),
        ]),
      ),
      barWords: words(BAR_WORDS, slot.centre.xMm, barY - 8),
    },
  };
}

/** Drawing at 1:1 as SVG, DXF and PDF; the same input gives the same bytes. */
export function floorTemplate(
  input: FloorSlotInput,
  answer: FloorSlotAnswer,
): { svg: string; dxf: string; pdfBase64: string } {
  const made = fullSize(floorModel(input, answer), "Floor shifter template, full size");
  return {
    svg: made.svg(),
    dxf: made.dxf(),
    pdfBase64: made.pdf().toString("base64"),
  };
}
