import type { FigureKind, SheetPhoto, SheetSeen } from "../../../contract";
import type { SheetKind } from "../../../core";
import { formatNumber } from "../../../core";
import { capital } from "../../format/grammar";
import type { Figure, PhotoComparison } from "../../../domain";

export const SHEET_NAMES: Record<SheetKind, string> = {
  A4: "A4",
  Letter: "Letter",
  A3: "A3",
  A4x2: "two of A4, joined",
};

export const PART_NAMES: Record<SheetPhoto["points"][number]["part"], string> = {
  old: "old lever",
  new: "new lever",
  other: "measured also",
};

/** Why a picture cannot be measured yet. */
export function whyNot(seen: Extract<SheetSeen, { ok: false }>): { lead: string; rest: string } {
  const again = "Take it again with all four marks in the picture, or drag the four corners yourself.";
  switch (seen.why) {
    case "none":
      return { lead: "No mark of the sheet was found in this picture.", rest: again };
    case "few":
      return {
        lead:
          seen.marks.length === 1
            ? `Only mark ${seen.marks[0]} was found.`
            : `Only marks ${seen.marks.join(" and ")} were found.`,
        rest: `It takes three. ${again}`,
      };
    case "mixed":
      return {
        lead: "Marks of more than one sheet are in this picture.",
        rest: "Leave only the one the levers lie on.",
      };
    case "mirrored":
      return { lead: "This picture is mirrored.", rest: "Switch mirroring off in the camera and take it again." };
  }
}

/** A figure with its interval, to as many digits as the interval is worth. */
export const withDoubt = (f: { value: number; expanded: number }, digits = 1): string =>
  `${formatNumber(f.value, digits)} ± ${formatNumber(f.expanded, digits)}`;

/** What the two levers come to, in a sentence; null while points are missing. */
export function leverSentence(
  { old, new: fresh, pinRatio, reductionPct }: PhotoComparison,
  length: (mm: number) => string,
  doubt: (mm: number) => string,
  /** The point that is still to be clicked. */
  wanted: string | null,
): { lead: string; rest: string } | null {
  if (reductionPct && fresh.pinMm && old.pinMm) {
    const less = reductionPct.value >= 0;
    return {
      lead: `${formatNumber(Math.abs(reductionPct.value), 1)} % ${less ? "less" : "more"} throw, ±${formatNumber(reductionPct.expanded, 1)}.`,
      rest: `The new pin is ${length(fresh.pinMm.value)} from the pivot, ±${doubt(fresh.pinMm.expanded)}; the old one ${length(old.pinMm.value)}.`,
    };
  }
  if (pinRatio && fresh.pinMm && old.pinMm) {
    return {
      lead: `The new pin is ${length(fresh.pinMm.value)} from the pivot, the old one ${length(old.pinMm.value)}.`,
      rest: wanted ? `Click ${wanted}, and the throw follows.` : "",
    };
  }
  return null;
}

/** What further figures of a picture come to, in a sentence. */
export function figureSentence(
  figures: readonly { kind: FigureKind; name: string }[],
  values: readonly (Figure | null)[],
  length: (mm: number) => string,
  doubt: (mm: number) => string,
): string {
  const said = figures.flatMap(({ kind, name }, i) => {
    const f = values[i];
    if (!f) return [];
    return kind === "angle"
      ? [`${name} ${formatNumber(f.value, 1)}° ± ${formatNumber(f.expanded, 1)}`]
      : [`${name} ${length(f.value)} ± ${doubt(f.expanded)}`];
  });
  return said.length ? `${capital(said.join(", "))}.` : "Nothing is measured in this picture yet.";
}

/** Set more coarsely than this a point is worth moving under the magnifier, px. */
const COARSE_PX = 1.5;

/** What speaks against trusting the picture, the gravest first. */
export function doubtsAbout(
  record: SheetPhoto,
  seen: SheetSeen | null,
  notices: readonly { code: string; message: string }[],
  bentOverMm: number,
): string[] {
  const out: string[] = [];
  if (seen?.ok) {
    if (seen.noCamera) out.push("This looks like the sheet’s own file, not a photograph of it.");
    if (seen.offFlatMm !== null && seen.offFlatMm > bentOverMm) {
      out.push(
        `The sheet does not lie flat, or the lens bends lines: marks and bars are up to ${formatNumber(seen.offFlatMm, 1)} mm off. Lengths may be as far off.`,
      );
    }
    const guessed = seen.seen.flatMap((s, i) => (s ? [] : [i + 1]));
    if (guessed.length)
      out.push(
        `Mark ${guessed.join(", ")} was not seen; its corner is worked out from the others. Check it under the magnifier.`,
      );
  }
  for (const n of notices) {
    if (n.code === "knownDiffers")
      out.push("The known length reads otherwise: printed to another size, not flat, or lying higher than the sheet.");
    if (n.code === "steep") out.push("Taken at a steep angle: from straight above is surer.");
  }
  if (record.points.some((p) => p.offPx > COARSE_PX)) {
    out.push(
      "Points are set by hand on a picture shown small. Move them under the magnifier, and the intervals get narrower.",
    );
  }
  if (record.focal35Mm === null) {
    out.push(
      "The lens is not known, so heights cannot be put right. Ratios of parts that lie equally high hold all the same.",
    );
  }
  // Nought is what a picture begins with: nobody has said that the parts lie in the paper itself.
  const low = (["old", "new"] as const).filter(
    (part) => record.heights[part] === 0 && record.points.some((p) => p.part === part),
  );
  if (record.focal35Mm !== null && low.length) {
    out.push(
      `The ${low.length > 1 ? "levers count" : `${low[0]} lever counts`} as lying in the paper itself: above it by some millimetres a length reads too long.`,
    );
  }
  if (record.barMm === null) out.push("Nobody measured the printed bar; it is taken for 100 mm.");
  return out;
}
