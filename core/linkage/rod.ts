import { fallsShort } from "../quantity";
import { pitchOf, type ThreadPitch } from "../quantity";

export interface RodEnd extends ThreadPitch {
  /** Ball centre to the mouth of the thread, mm. */
  shankLengthMm: number;
  threadDepthMm: number;
  threadDiameterMm: number;
  hand: "right" | "left";
  /** Thread in the rod end, mm; absent: the common one, or the trade's usual. */
  engagementMm?: number;
  jamNutMm?: number;
  /** Depth of the witness hole from the mouth, mm. */
  witnessMm?: number;
}

export interface RodInput {
  /** Ball centre to ball centre, mm. */
  targetMm: number;
  ends: RodEnd[];
  engagementMm?: number;
  /** Change wanted from there, mm; positive is longer. */
  changeMm?: number;
}

export type RodNoticeCode =
  "shallow_thread" | "engagement_warn" | "engagement_unsafe" | "witness_hole" | "thread_throughout" | "cannot_reach";

export interface RodEndAnswer {
  engagementMm: number;
  engagementDiameters: number;
  verdict: "good" | "warn" | "unsafe";
  threadLengthMm: number;
  startEngagementMm: number;
  lengthenGoodMm: number;
  lengthenWarnMm: number;
  shortenMm: number;
  pitchMm: number;
}

export interface RodAnswer {
  reached: boolean;
  cutMm: number | null;
  missingMm: number | null;
  ends: RodEndAnswer[];
  range: { shortestMm: number; longestGoodMm: number; longestWarnMm: number };
  changePerTurnMm: { end1: number; end2: number; rodTurned: number };
  turns: { end1: number; end2: number; rodTurned: number | null } | null;
  direction: "lengthen" | "shorten" | "none" | null;
  notices: { code: RodNoticeCode; end?: number; message: string }[];
}

/** Thread in the rod end that is good, and that is just enough, in thread diameters. Common practice, no source. */
export const GOOD_DIAMETERS = 1.5;
export const LEAST_DIAMETERS = 1;

/** A jam nut's height in thread diameters. */
const JAM_NUT = 0.6;

/** What the trade screws in: a good engagement or half the thread, whichever is more. */
export const usualEngagement = (end: RodEnd): number =>
  Math.min(end.threadDepthMm, Math.max(GOOD_DIAMETERS * end.threadDiameterMm, end.threadDepthMm / 2));

const jamNutOf = (end: RodEnd): number => end.jamNutMm ?? JAM_NUT * end.threadDiameterMm;

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

/**
 * How long an adjustable rod is cut, how much thread it needs and how far it can be set.
 *
 * Female rod ends on a threaded rod: ball centre to ball centre is the rod and, at each end, the shank less
 * the thread that is screwed in. Lengths in mm, turns as fractions. A rod too short for two ends and their
 * jam nuts is an ordinary answer with what is missing. Common practice, no source.
 */
export function rod(input: RodInput): RodAnswer {
  const given = input.ends.map((end) => ({
    end,
    engagementMm: end.engagementMm ?? input.engagementMm ?? usualEngagement(end),
  }));
  const cut = input.targetMm - sum(given.map((g) => g.end.shankLengthMm - g.engagementMm));
  const needed = sum(given.map((g) => g.engagementMm + jamNutOf(g.end)));
  const reached = !fallsShort(cut, needed);

  const ends = given.map(({ end, engagementMm }): RodEndAnswer => {
    const d = end.threadDiameterMm;
    const engagementDiameters = engagementMm / d;
    return {
      engagementMm,
      engagementDiameters,
      verdict: !fallsShort(engagementMm, GOOD_DIAMETERS * d)
        ? "good"
        : !fallsShort(engagementMm, LEAST_DIAMETERS * d)
          ? "warn"
          : "unsafe",
      threadLengthMm: end.threadDepthMm + jamNutOf(end),
      startEngagementMm: end.threadDepthMm / 2,
      lengthenGoodMm: Math.max(0, engagementMm - GOOD_DIAMETERS * d),
      lengthenWarnMm: Math.max(0, engagementMm - LEAST_DIAMETERS * d),
      shortenMm: end.threadDepthMm - engagementMm,
      pitchMm: pitchOf(end),
    };
  });
  const [end1, end2] = ends.map((e) => e.pitchMm);
  const rodTurned = input.ends[0].hand === input.ends[1].hand ? Math.abs(end1 - end2) : end1 + end2;
  const change = input.changeMm;
  return {
    reached,
    cutMm: reached ? cut : null,
    missingMm: reached ? null : needed - cut,
    ends,
    range: {
      shortestMm: input.targetMm - sum(ends.map((e) => e.shortenMm)),
      longestGoodMm: input.targetMm + sum(ends.map((e) => e.lengthenGoodMm)),
      longestWarnMm: input.targetMm + sum(ends.map((e) => e.lengthenWarnMm)),
    },
    changePerTurnMm: { end1, end2, rodTurned },
    turns:
      change === undefined
        ? null
        : {
            end1: Math.abs(change) / end1,
            end2: Math.abs(change) / end2,
            rodTurned: rodTurned === 0 ? null : Math.abs(change) / rodTurned,
          },
    direction: change === undefined ? null : change > 0 ? "lengthen" : change < 0 ? "shorten" : "none",
    notices: noticesOf(input, ends, reached ? cut : null, needed - cut),
  };
}

function noticesOf(
  input: RodInput,
  ends: readonly RodEndAnswer[],
  cutMm: number | null,
  missingMm: number,
): RodAnswer["notices"] {
  type Look = [RodNoticeCode, boolean, string];
  // End by end, the first one first.
  const ofEnds = input.ends.flatMap((end, i) => {
    const a = ends[i];
    const looks: Look[] = [
      [
        "shallow_thread",
        fallsShort(end.threadDepthMm, GOOD_DIAMETERS * end.threadDiameterMm),
        `the thread is only ${end.threadDepthMm.toFixed(1)} mm deep: under one and a half diameters`,
      ],
      ["engagement_warn", a.verdict === "warn", `${a.engagementMm.toFixed(1)} mm in the thread: enough, not good`],
      [
        "engagement_unsafe",
        a.verdict === "unsafe",
        `${a.engagementMm.toFixed(1)} mm in the thread: less than its diameter, it can pull out`,
      ],
      [
        "witness_hole",
        end.witnessMm !== undefined && fallsShort(a.engagementMm, end.witnessMm),
        `the thread does not reach the witness hole at ${(end.witnessMm ?? 0).toFixed(1)} mm`,
      ],
    ];
    return looks.flatMap(([code, when, message]) => (when ? [{ code, end: i + 1, message }] : []));
  });
  const threads = sum(ends.map((e) => e.threadLengthMm));
  return [
    ...ofEnds,
    ...(cutMm !== null && fallsShort(cutMm, threads)
      ? [{ code: "thread_throughout" as const, message: "the two threads meet: thread the rod from end to end" }]
      : []),
    ...(cutMm === null
      ? [
          {
            code: "cannot_reach" as const,
            message: `the ends and their nuts meet: ${missingMm.toFixed(1)} mm are missing`,
          },
        ]
      : []),
  ];
}
