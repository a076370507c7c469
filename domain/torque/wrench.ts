import { askTorqueTool, isRefusal, type TorqueGroup, type TorqueTool } from "../../contract";
import type { TorqueToolAnswer } from "../../core";
import type { Limits } from "./passes";

/** The wrench for one pass: what to set, how an adapter changes it, whether the tool can do it. */
export interface WrenchSetting {
  /** Torque at the bolt divided into what the wrench shows: 1 without an adapter. */
  factor: number;
  setNm: number;
  tool: TorqueTool | null;
  /** Of the tool; null where none is chosen. */
  fits: boolean | null;
  lowNm: number | null;
  highNm: number | null;
  deviationPct: number | null;
  /** Why there is no setting: the adapter eats the lever arm. */
  refused: boolean;
}

type Adapter = TorqueGroup["adapter"];

const asked = (wantedNm: number, tool: TorqueTool | null, adapter: Adapter) => ({
  wantedNm,
  // Without a tool nothing is said of its fit; a wide one serves for the lever arm alone.
  tool: tool
    ? {
        maxNm: tool.maxNm,
        ...(tool.minNm !== null && { minNm: tool.minNm }),
        ...(tool.deviationPct !== null && { deviationPct: tool.deviationPct }),
      }
    : { maxNm: 10000, minNm: 0 },
  ...(adapter && { handMm: adapter.handMm, adapter: { offsetMm: adapter.offsetMm, angleDeg: adapter.angleDeg } }),
});

/** What the wrench is set to so that `targetNm` arrives at the bolt. */
export function wrenchSetting(targetNm: number, tool: TorqueTool | null, adapter: Adapter): WrenchSetting {
  const out = askTorqueTool(asked(targetNm, tool, adapter));
  if (isRefusal(out)) {
    return {
      factor: 1,
      setNm: targetNm,
      tool,
      fits: null,
      lowNm: null,
      highNm: null,
      deviationPct: null,
      refused: true,
    };
  }
  return {
    factor: out.factor,
    setNm: out.setNm,
    tool,
    fits: tool ? out.fits : null,
    lowNm: tool ? out.lowNm : null,
    highNm: tool ? out.highNm : null,
    deviationPct: tool ? out.deviationPct : null,
    refused: false,
  };
}

/** Whether a reading of the wrench proves the torque at the bolt: its deviation may reach out of the limits. */
export function proofOf(
  readingNm: number,
  targetNm: number,
  limits: Limits,
  tool: TorqueTool | null,
  adapter: Adapter,
): TorqueToolAnswer["verdict"] {
  if (!tool) return null;
  const out = askTorqueTool({
    ...asked(targetNm, tool, adapter),
    readingNm,
    spec: { minNm: limits.minNm, maxNm: limits.maxNm },
  });
  return isRefusal(out) ? null : out.verdict;
}

/** What a wrench set to the target may leave at the bolt, by its deviation, against the limits. */
export interface WrenchReach {
  lowNm: number;
  highNm: number;
  /** Both ends lie within the limits, or the click alone does not prove the torque. */
  verdict: "within" | "either";
}

/** Null where no tool is chosen. */
export function reachOf(targetNm: number, limits: Limits, setting: WrenchSetting): WrenchReach | null {
  const { deviationPct } = setting;
  if (deviationPct === null) return null;
  const by = (targetNm * deviationPct) / 100;
  const [lowNm, highNm] = [targetNm - by, targetNm + by];
  return {
    lowNm,
    highNm,
    verdict: lowNm >= limits.minNm - 1e-9 && highNm <= limits.maxNm + 1e-9 ? "within" : "either",
  };
}

/** The tools of the shop that can do this, smallest first; the calibration is not looked at here. */
export const toolsFor = (targetNm: number, tools: readonly TorqueTool[], adapter: Adapter): TorqueTool[] =>
  tools.filter((t) => wrenchSetting(targetNm, t, adapter).fits).sort((a, b) => a.maxNm - b.maxNm);

/** How a group is looked at again after the first drive. */
export interface Recheck {
  how: "torque" | "paint";
  why: "plain" | "angle" | "singleUse" | "locker";
}

/**
 * A joint tightened by angle, with single-use bolts or with thread locker is looked at by its paint mark only: turning
 * it again would loosen or overstretch it. The others are checked with the wrench at the lower limit. Common practice,
 * no source.
 */
export function recheckOf(group: Pick<TorqueGroup, "reuse" | "threadLocker">, anglesDeg: readonly number[]): Recheck {
  if (anglesDeg.length) return { how: "paint", why: "angle" };
  if (group.reuse === "replace") return { how: "paint", why: "singleUse" };
  if (group.threadLocker.trim()) return { how: "paint", why: "locker" };
  return { how: "torque", why: "plain" };
}
