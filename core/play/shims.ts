export interface ShimStock {
  thicknessMm: number;
  count: number;
  name: string;
}

export interface ShimsInput {
  gapMm: number;
  /** Gap that shall be left, mm. */
  targetMm: number;
  /** `fill`: the pack goes into the gap; `lift`: the pack opens it. */
  mode: "fill" | "lift";
  stock: ShimStock[];
  maxPieces: number;
}

export interface ShimPack {
  pieces: { name: string; thicknessMm: number; count: number }[];
  pieceCount: number;
  packMm: number;
  leavesMm: number;
  errorMm: number;
}

export interface ShimsAnswer {
  needMm: number;
  packs: ShimPack[];
}

/** Most packs that are searched; more is said to be too much before the search begins. */
export const MOST_PACKS = 5_000_000;

/** Packs shown. */
const SHOWN = 5;

/** Errors this close, mm, are the same error. */
const SAME_MM = 1e-6;

/** Upper bound of the packs to search: C(lines + pieces, pieces). */
export function packsToSearch(lines: number, pieces: number): number {
  let packs = 1;
  for (let i = 1; i <= pieces; i++) packs = (packs * (lines + i)) / i;
  return Math.round(packs);
}

interface Candidate {
  counts: number[];
  pieces: number;
  packMm: number;
  errorMm: number;
}

/** Nearest first; then fewer pieces, then the looser, then more of what stands first on the shelf. */
function before(a: Candidate, b: Candidate): boolean {
  const near = Math.abs(a.errorMm) - Math.abs(b.errorMm);
  if (Math.abs(near) > SAME_MM) return near < 0;
  if (a.pieces !== b.pieces) return a.pieces < b.pieces;
  const looser = (c: Candidate): boolean => c.errorMm >= -SAME_MM;
  if (looser(a) !== looser(b)) return looser(a);
  const line = a.counts.findIndex((n, i) => n !== b.counts[i]);
  return line >= 0 && a.counts[line] > b.counts[line];
}

/**
 * Which shims from the shelf come nearest to the gap that shall be left: an exact search of every pack.
 *
 * Lengths in mm; `errorMm` is what is left over the target, positive is looser. The empty pack counts.
 * Common practice, no source. Cost: under a second at `MOST_PACKS`.
 */
export function shims(input: ShimsInput): ShimsAnswer {
  const { gapMm, targetMm, mode, stock } = input;
  const way = mode === "fill" ? -1 : 1;
  const best: Candidate[] = [];
  const counts = stock.map(() => 0);

  const consider = (pieces: number, packMm: number): void => {
    if (mode === "fill" && packMm > gapMm + SAME_MM) return;
    const errorMm = gapMm + way * packMm - targetMm;
    const last = best[SHOWN - 1];
    if (last && Math.abs(errorMm) > Math.abs(last.errorMm) + SAME_MM) return;
    const candidate = { counts: [...counts], pieces, packMm, errorMm };
    const at = best.findIndex((b) => before(candidate, b));
    if (at >= 0) best.splice(at, 0, candidate);
    else if (best.length < SHOWN) best.push(candidate);
    if (best.length > SHOWN) best.pop();
  };

  const walk = (line: number, pieces: number, packMm: number): void => {
    if (line === stock.length) return consider(pieces, packMm);
    const { thicknessMm, count } = stock[line];
    const most = Math.min(count, input.maxPieces - pieces);
    for (let n = 0; n <= most; n++) {
      const pack = packMm + n * thicknessMm;
      // Thicker still is thicker than the gap too.
      if (mode === "fill" && pack > gapMm + SAME_MM) break;
      counts[line] = n;
      walk(line + 1, pieces + n, pack);
    }
    counts[line] = 0;
  };
  walk(0, 0, 0);

  return {
    needMm: mode === "fill" ? gapMm - targetMm : targetMm - gapMm,
    packs: best.map((b) => ({
      pieces: b.counts.flatMap((count, i) =>
        count ? [{ name: stock[i].name, thicknessMm: stock[i].thicknessMm, count }] : [],
      ),
      pieceCount: b.pieces,
      packMm: b.packMm,
      leavesMm: gapMm + way * b.packMm,
      errorMm: b.errorMm,
    })),
  };
}
