import { exceeds } from "../quantity";
import { pitchOf, type ThreadPitch } from "../quantity";

export interface StopsInput extends ThreadPitch {
  stopArmMm: number;
  pinArmMm: number;
  knobArmMm: number;
  /** How far the selector runs on past its detent, mm at the rail. */
  detentOvertravelMm?: number;
  backOffTurns?: number;
  backOffFlats?: number;
  /** Free travel that shall be left at the rail. */
  targetRailMm?: number;
}

export type StopVerdict = "ok" | "holds_off" | "fork_takes_load" | "not_checked";

export interface StopsAnswer {
  pitchMm: number;
  turns: number;
  backOffDeg: number;
  flats: number;
  gapStopMm: number;
  gapRailMm: number;
  gapKnobMm: number;
  nearestSixth: { turns: number; gapRailMm: number };
  nearestEighth: { turns: number; gapRailMm: number };
  check: { verdict: StopVerdict; overtravelMm: number | null; marginMm: number | null };
}

/** A hexagon has six flats. */
const FLATS = 6;

/** What the trade backs a stop off by when nobody said otherwise: an eighth of a turn. Common practice, no source. */
export const USUAL_BACK_OFF = 0.125;

/**
 * How far a positive stop stands off when its screw is backed off, at the stop, the rail and the knob.
 *
 * Arms in mm from the pivot; gaps in mm; the lever is straight, so gaps go as the arms do. A gap of nothing
 * holds the gear off its detent; a gap over the detent's overtravel lets the fork take the load.
 * Common practice, no source.
 */
export function stops(input: StopsInput): StopsAnswer {
  const pitchMm = pitchOf(input);
  const railPerStop = input.pinArmMm / input.stopArmMm;
  const turns =
    input.backOffTurns ??
    (input.backOffFlats === undefined ? undefined : input.backOffFlats / FLATS) ??
    (input.targetRailMm === undefined ? USUAL_BACK_OFF : input.targetRailMm / railPerStop / pitchMm);
  const railAt = (t: number): number => t * pitchMm * railPerStop;
  const nearest = (parts: number) => {
    // Halves round up; a hair of rounding must not turn a half into less.
    const rounded = Math.floor(turns * parts + 0.5 + 1e-9) / parts;
    return { turns: rounded, gapRailMm: railAt(rounded) };
  };
  const gapRailMm = railAt(turns);
  const overtravelMm = input.detentOvertravelMm ?? null;
  return {
    pitchMm,
    turns,
    backOffDeg: turns * 360,
    flats: turns * FLATS,
    gapStopMm: turns * pitchMm,
    gapRailMm,
    gapKnobMm: turns * pitchMm * (input.knobArmMm / input.stopArmMm),
    nearestSixth: nearest(6),
    nearestEighth: nearest(8),
    check: {
      verdict:
        gapRailMm === 0
          ? "holds_off"
          : overtravelMm === null
            ? "not_checked"
            : exceeds(gapRailMm, overtravelMm)
              ? "fork_takes_load"
              : "ok",
      overtravelMm,
      marginMm: overtravelMm === null ? null : overtravelMm - gapRailMm,
    },
  };
}
