import type { JobTale } from "../jobs";
import { leverDrawing, leverShadow, photographed } from "../photographs";

/** Levers 12 mm above the sheet: half a knob is thicker, half a shaft thinner. */
const HEIGHT_MM = 12;

/** The hill-climb car's lever and one from a scrapped car, side by side on A3; what they measure in truth. */
export const truth = { old: { pin: 70, knob: 300 }, new: { pin: 88, knob: 262 } } as const;

/** Old and new lever on the sheet, photographed from above. */
export async function leversOnSheet(
  job: JobTale,
  takenAt: string,
  setups: { old: string; new: string },
): Promise<void> {
  const [old, fresh] = [
    { xMm: 82, yMm: 95 },
    { xMm: 98, yMm: 185 },
  ];
  const taken = await photographed(
    "A3",
    { tiltDeg: 6, turnDeg: 1.5, distanceMm: 372, focal35Mm: 28, widthPx: 2800, heightPx: 2100 },
    {
      sheetSvg: await job.sheetDrawing("A3"),
      shadow: leverShadow(old, truth.old.pin, truth.old.knob) + leverShadow(fresh, truth.new.pin, truth.new.knob),
      parts:
        leverDrawing(old, truth.old.pin, truth.old.knob, ["#b8b5ac", "#7d7a72"]) +
        leverDrawing(fresh, truth.new.pin, truth.new.knob, ["#c6c4bc", "#8b8880"]),
      heightMm: HEIGHT_MM,
    },
  );
  const of = (part: "old" | "new", at: { xMm: number; yMm: number }) =>
    (
      [
        ["pivot", 0],
        ["pin", -truth[part].pin],
        ["knob", truth[part].knob],
      ] as const
    ).map(([name, along]) => ({ part, name, at: { xMm: at.xMm + along, yMm: at.yMm }, heightMm: HEIGHT_MM }));
  await job.onSheet(
    "both levers on the sheet",
    taken,
    [...of("old", old), ...of("new", fresh)],
    {
      heights: { old: HEIGHT_MM, new: HEIGHT_MM, other: 0 },
      barMm: 100,
      oldSetupId: setups.old,
      newSetupId: setups.new,
    },
    takenAt,
  );
}

/** The tail mount from the side, the sheet stood up beside it: its height, and the shaft against a level. */
export async function mountBesideSheet(job: JobTale, takenAt: string): Promise<void> {
  const parts =
    `<rect x="60" y="140" width="96" height="13" fill="#6b6962" stroke="#3b3a36" stroke-width="0.5"/>` +
    `<path d="M84 140L90 95H126L132 140Z" fill="#2f2e2a"/><path d="M84 140H132M87 118H129" stroke="#55534c" stroke-width="1"/>` +
    `<rect x="80" y="84" width="56" height="11" fill="#8d8a81" stroke="#3b3a36" stroke-width="0.5"/>` +
    `<circle cx="108" cy="146" r="5" fill="#9b988f" stroke="#3b3a36" stroke-width="0.5"/>` +
    `<path d="M150 78L262 70V86L150 94Z" fill="#8f8c83" stroke="#3b3a36" stroke-width="0.5"/>` +
    `<rect x="152" y="106" width="112" height="9" fill="#c9a54b" stroke="#3b3a36" stroke-width="0.5"/>` +
    `<rect x="200" y="107.500" width="16" height="6" rx="3" fill="#d7e29a" stroke="#3b3a36" stroke-width="0.4"/>`;
  const taken = await photographed(
    "A4",
    { tiltDeg: 5, turnDeg: -1, distanceMm: 270, focal35Mm: 28, widthPx: 2000, heightPx: 1500 },
    { sheetSvg: await job.sheetDrawing("A4"), shadow: "", parts, heightMm: 0 },
  );
  const other = (name: string, xMm: number, yMm: number) => ({
    part: "other" as const,
    name,
    at: { xMm, yMm },
    heightMm: 0,
  });
  await job.onSheet(
    "tail mount beside the sheet",
    taken,
    [
      other("tail mount 1", 108, 95),
      other("tail mount 2", 108, 140),
      other("shaft to level 1", 150, 78),
      other("shaft to level 2", 262, 70),
      other("shaft to level 3", 152, 106),
      other("shaft to level 4", 264, 106),
    ],
    {
      barMm: 100,
      figures: [
        { kind: "length", name: "tail mount", count: 2 },
        { kind: "angle", name: "shaft to level", count: 4 },
      ],
    },
    takenAt,
  );
}
