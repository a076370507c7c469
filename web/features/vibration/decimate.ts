/** A point of a curve: frequency, Hz, and amplitude. */
export type Point = [hz: number, amplitude: number];

/**
 * A spectrum with few enough points to be drawn, every peak of it still there: the range is cut into as many
 * pieces as there is room for, and each keeps its highest bin where that bin stands.
 */
export function decimated(
  amplitude: ArrayLike<number>,
  binHz: number,
  [fromHz, toHz]: readonly [number, number],
  most: number,
): Point[] {
  const first = Math.max(0, Math.ceil(fromHz / binHz));
  const last = Math.min(amplitude.length - 1, Math.floor(toHz / binHz));
  const count = last - first + 1;
  if (count <= 0) return [];
  const pieces = Math.min(most, count);
  return Array.from({ length: pieces }, (_, i) => {
    const from = first + Math.floor((i * count) / pieces);
    const to = first + Math.floor(((i + 1) * count) / pieces);
    let best = from;
    for (let k = from + 1; k < to; k++) if (amplitude[k] > amplitude[best]) best = k;
    return [best * binHz, amplitude[best]];
  });
}

/** Rows of an order map, so many at most; each keeps the largest of those it stands for. */
export function fewerRows<R extends { amplitude: number[] }>(rows: readonly R[], most: number): R[] {
  if (rows.length <= most) return [...rows];
  return Array.from({ length: most }, (_, i) => {
    const group = rows.slice(Math.floor((i * rows.length) / most), Math.floor(((i + 1) * rows.length) / most));
    const middle = group[Math.floor(group.length / 2)];
    return { ...middle, amplitude: middle.amplitude.map((_, k) => Math.max(...group.map((r) => r.amplitude[k]))) };
  });
}
