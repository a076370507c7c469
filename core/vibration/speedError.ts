/** A speedometer may be off by up to this part: common practice, no source. */
const MOST_OFF = 0.12;

/**
 * A peak counts as explained within this part of a source: half of what `match` allows (3 %), for a speed that was
 * chosen to fit has to fit closer. Common practice, no source.
 */
const WINDOW = 0.015;

/** A road speed at which the strongest peak would fit a source that follows the road. */
export interface SpeedThatFits {
  source: string;
  speedKmh: number;
  /** Peaks that would then be explained, the strongest among them. */
  explains: number;
}

const followsRoad = (id: string): boolean => !id.startsWith("engine") && !id.startsWith("accessory");

/**
 * The road speed, km/h, at which a peak that fits nothing would fit a rotating part, if the speedometer read wrongly by
 * up to 12 per cent; null where there is none.
 *
 * Every source that follows the road scales with the speed. Of those that bring one onto the peak, the one that explains
 * most of the other peaks counts, then the one with the smaller error. A single recording cannot prove it: it is an
 * offer to check the speed.
 */
export function speedThatFits(
  peak: { hz: number },
  peaks: readonly { hz: number }[],
  sources: readonly { id: string; hz: number }[],
  speedKmh: number,
): SpeedThatFits | null {
  const road = sources.filter((s) => followsRoad(s.id) && s.hz > 0);
  const offers = road.flatMap((s) => {
    const times = peak.hz / s.hz;
    if (Math.abs(times - 1) > MOST_OFF) return [];
    const explains = peaks.filter((p) =>
      road.some((r) => Math.abs(p.hz - r.hz * times) <= WINDOW * r.hz * times),
    ).length;
    return [{ source: s.id, speedKmh: speedKmh * times, explains, off: Math.abs(times - 1) }];
  });
  if (!offers.length) return null;
  const best = offers.reduce((a, b) =>
    b.explains > a.explains || (b.explains === a.explains && b.off < a.off) ? b : a,
  );
  return { source: best.source, speedKmh: best.speedKmh, explains: best.explains };
}
