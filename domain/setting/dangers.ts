import {
  exceeds,
  fallsShort,
  formatNumber,
  GOOD_DIAMETERS,
  LEAST_DIAMETERS,
  lockout,
  type LockoutAnswer,
  type LockoutInput,
  type PressFitAnswer,
  type RodAnswer,
  type RodInput,
  type ShimPack,
  type StopsAnswer,
  type StopsInput,
  TEMPER_C,
} from "../../core";

/** Why a setting is not to be made, and what is to be done instead. */
export interface Danger {
  lead: string;
  rest: string;
}

/** A length, mm, as the shop reads it. */
type Show = (mm: number) => string;

const total = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

/**
 * Whether a rod may be fitted as it is asked for: every end holds at least its diameter of thread, and a change
 * stays between the ends bottoming out and letting go. Lengths in mm. Null: nothing speaks against it.
 */
export function rodDanger(input: RodInput, answer: RodAnswer, show: Show): Danger | null {
  if (!answer.reached || answer.cutMm === null) return null;
  const { ends, range } = answer;
  const bad = ends.findIndex((e) => e.verdict === "unsafe");
  if (bad >= 0) {
    const { threadDepthMm, threadDiameterMm: d } = input.ends[bad];
    const lead = `Do not fit it: end ${bad + 1} holds only ${show(ends[bad].engagementMm)} of thread, and it can pull out.`;
    if (fallsShort(threadDepthMm, LEAST_DIAMETERS * d)) {
      return {
        lead,
        rest: `Its thread is ${show(threadDepthMm)} deep, less than its diameter of ${show(d)}. Take a rod end with at least ${show(GOOD_DIAMETERS * d)} of thread.`,
      };
    }
    const short = total(
      ends.map((e, i) => Math.max(0, Math.min(input.ends[i].threadDepthMm, goodOf(input, i)) - e.engagementMm)),
    );
    return {
      lead,
      rest: `Screw it in ${show(LEAST_DIAMETERS * d)} at the least${fallsShort(threadDepthMm, GOOD_DIAMETERS * d) ? "; its thread is too shallow to hold well" : `; ${show(GOOD_DIAMETERS * d)} is good`}. For the same ball to ball cut the rod to ${show(answer.cutMm + short)}.`,
    };
  }
  const change = input.changeMm ?? 0;
  const longest = range.longestWarnMm - input.targetMm;
  const shortest = range.shortestMm - input.targetMm;
  if (exceeds(change, longest)) {
    return {
      lead: `Do not lengthen it by ${show(change)}: the ends would let go.`,
      rest: `As it is cut, ${show(range.longestWarnMm)} is the longest that holds, ${show(range.longestGoodMm)} with good thread. Cut a new rod to ${show(answer.cutMm + change)}, or take ends that are ${show(change - longest)} longer between them.`,
    };
  }
  if (fallsShort(change, shortest)) {
    return {
      lead: `Do not shorten it by ${show(-change)}: the ends run out of thread.`,
      rest: `As it is cut, ${show(range.shortestMm)} is the shortest. Cut ${show(shortest - change)} off the rod, or take ends with deeper thread.`,
    };
  }
  const uneven = unevenEnd(input, answer);
  if (uneven) {
    return {
      lead: `Do not turn it that far: end ${uneven.end} would ${uneven.letsGo ? "let go" : "run out of thread"} before the other.`,
      rest: `${answer.turns?.rodTurned == null ? "One end turned takes the whole change." : "The rod turned moves in both ends."} Take an end off its ball and share the thread between the two first.`,
    };
  }
  return null;
}

/**
 * How far each end comes out of its thread, mm, when the rod is set as it is told: the rod turned, or end 1 alone where
 * the rod cannot be. Two ends of one hand move against each other, and only their difference is the change.
 */
function comesOut(input: RodInput, { ends, turns }: RodAnswer): number[] {
  const change = input.changeMm ?? 0;
  if (turns?.rodTurned == null) return [change, 0];
  const out = Math.sign(change) * turns.rodTurned;
  if (input.ends[0].hand !== input.ends[1].hand) return ends.map((e) => e.pitchMm * out);
  const coarse = ends[0].pitchMm > ends[1].pitchMm ? 0 : 1;
  return ends.map((e, i) => (i === coarse ? 1 : -1) * e.pitchMm * out);
}

/** The end that would let go, or run out of thread, though both together have enough. */
function unevenEnd(input: RodInput, answer: RodAnswer): { end: number; letsGo: boolean } | null {
  const out = comesOut(input, answer);
  for (const [i, e] of answer.ends.entries()) {
    const letsGo = exceeds(out[i], e.lengthenWarnMm);
    if (letsGo || exceeds(-out[i], e.shortenMm)) return { end: i + 1, letsGo };
  }
  return null;
}

const goodOf = (input: RodInput, i: number): number => GOOD_DIAMETERS * input.ends[i].threadDiameterMm;

/** Whether a stop may be set so: backed off past the detent's own overtravel the fork carries the load. */
export function stopsDanger(input: StopsInput, answer: StopsAnswer, show: Show): Danger | null {
  const { verdict, overtravelMm } = answer.check;
  if (verdict !== "fork_takes_load" || overtravelMm === null) return null;
  const perTurn = (answer.pitchMm * input.pinArmMm) / input.stopArmMm;
  const most = Math.floor(((overtravelMm * (1 + 1e-12)) / perTurn) * 100) / 100;
  return {
    lead: "Do not back off that far: the fork would carry the load.",
    rest: `The rail runs ${show(overtravelMm)} past its detent, and this leaves ${show(answer.gapRailMm)} there. ${
      most > 0
        ? `Back off ${formatNumber(most, 2)} turns at the most.`
        : "There is no room past the detent: look at the detent first."
    }`,
  };
}

export interface GateGap {
  gate: string;
  gapMm: number | null;
}

export interface GatesAnswer {
  answer: LockoutAnswer;
  /** The gate that rules; null: the outermost forward one. */
  tightest: GateGap | null;
  /** What the outermost forward gate has after the move, mm. */
  outermostAfterMm: number;
  /** Gates that still touch after the move; "" is the outermost forward one. */
  touching: string[];
}

/**
 * How a lockout plate is moved where more than one gate was measured: the tightest rules, for the plate moves in all
 * alike. Gaps in mm; gates that were not measured say nothing.
 */
export function lockoutOfGates(input: LockoutInput, gates: readonly GateGap[]): GatesAnswer {
  const measured = gates.flatMap((g) => (g.gapMm === null ? [] : [{ gate: g.gate, gapMm: g.gapMm }]));
  const nearest = measured.reduce<(typeof measured)[number] | null>(
    (least, g) => (fallsShort(g.gapMm, least?.gapMm ?? input.gapMm) ? g : least),
    null,
  );
  const answer = lockout({ ...input, gapMm: nearest?.gapMm ?? input.gapMm });
  const moved = answer.direction === "away" ? answer.moveMm : answer.direction === "toward" ? -answer.moveMm : 0;
  const all = [{ gate: "", gapMm: input.gapMm }, ...measured];
  return {
    answer,
    tightest: nearest,
    outermostAfterMm: input.gapMm + moved,
    touching: all.filter((g) => !exceeds(g.gapMm + moved, 0)).map((g) => g.gate),
  };
}

/**
 * What may be done with heat and press. `heat` is the sentence about heat; `danger` says that the fit itself is wrong.
 * Temperatures in deg C.
 */
export function pressFitDanger(
  answer: PressFitAnswer,
  tempered: boolean,
): { danger: Danger | null; heat: string; heatable: boolean } {
  const { hubC, sleeveC, both } = answer.temperature;
  const deg = (c: number): string => `${formatNumber(c, 0)} °C`;
  const over = (c: number): boolean => tempered && exceeds(c, TEMPER_C);
  const heatable = !over(hubC);
  const heat = heatable
    ? `Heated to ${deg(hubC)} the bracket lets it drop in.`
    : !over(both.hubC)
      ? `Do not heat the bracket past ${deg(TEMPER_C)}, its temper goes: cool the sleeve to ${deg(both.sleeveC)} and heat the bracket to ${deg(both.hubC)}.`
      : sleeveC !== null
        ? `Do not heat the bracket past ${deg(TEMPER_C)}, its temper goes: cool the sleeve to ${deg(sleeveC)} instead.`
        : `Do not heat the bracket past ${deg(TEMPER_C)}, its temper goes; heat will not do here.`;
  const has = (code: string): boolean => answer.notices.some((n) => n.code === code);
  const danger: Danger | null = has("yields")
    ? {
        lead: "Do not press it: the bracket would stretch for good.",
        rest: "At the tightest it passes the yield of the bracket. Take a looser fit, or a thicker bracket.",
      }
    : has("losesFit")
      ? {
          lead: "Do not fit it: hot, it has no grip left.",
          rest: "At the hottest the loosest fit is gone, and the sleeve can walk. Take a tighter fit, or a sleeve of the bracket’s metal.",
        }
      : has("mayBeLoose")
        ? {
            lead: "Do not fit it yet: at the loosest there is no fit at all.",
            rest: "Measure bore and sleeve, and take the fit from them.",
          }
        : answer.pressTonnes === null
          ? { lead: "No press of 100 t will do.", rest: "Take a looser fit." }
          : null;
  return { danger, heat, heatable };
}

/** How far a gap may be off and still be right as it is, mm: half the thinnest usual shim. Common practice, no source. */
const SHIM_TOLERANCE_MM = 0.05;

/** What a pack of shims comes to: right, the nearest there is, or nothing on the shelf that helps. */
export function shimVerdict(pack: Pick<ShimPack, "pieceCount" | "errorMm">): "right" | "asItIs" | "nearest" | "none" {
  const within = !exceeds(Math.abs(pack.errorMm), SHIM_TOLERANCE_MM);
  if (pack.pieceCount === 0) return within ? "asItIs" : "none";
  return within ? "right" : "nearest";
}
