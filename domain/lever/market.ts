import type { Kit, Surroundings } from "../../contract";
import {
  designBreaks,
  exceeds,
  fallsShort,
  type DesignBreak,
  type Gearbox,
  type LeverGeometry,
  type Point,
} from "../../core";
import { DEFAULT_LIMITS, solveBench, type BenchSetup } from "./bench";
import { clearanceOf } from "./surroundings";
import type { Wish } from "./wish";

/** A lever of the shop's list, as it would be in this vehicle. */
export interface OnMarket {
  kit: KnownKit;
  setup: BenchSetup;
  reductionPct: number | null;
  effortFactor: number | null;
  /** Its shortest throw. */
  throwMm: number | null;
  gapMm: number | null;
  obstacle: string | null;
  upMm: number;
  /** Limits of the wish that it breaks, in the order of `designBreaks`; shorter than wished for is none. */
  breaks: DesignBreak[];
}

/** A lever of the list whose knob and pin are entered: only such a one can be tried. */
export type KnownKit = Kit & { knob: Point; pin: Point };
export const isKnown = (kit: Kit): kit is KnownKit => kit.knob !== null && kit.pin !== null;

const setupOf = (kit: KnownKit, old: BenchSetup): BenchSetup => ({
  ...old,
  id: kit.id,
  role: "candidate",
  name: kit.name,
  lever: { ...old.lever, knob: kit.knob, pin: kit.pin },
  origin: kit.origin,
  taken: {},
  claimedReductionPct: kit.claimedReductionPct,
  price: kit.price,
  source: kit.source,
  notches: null,
});

/** Every kit of the list on this vehicle's gearbox, against the old lever and the limits of a wish. */
export function onMarket(
  gearbox: Gearbox,
  old: BenchSetup,
  kits: readonly KnownKit[],
  { limits }: Wish,
  surroundings: Surroundings,
): OnMarket[] {
  return kits.map((kit) => {
    const setup = setupOf(kit, old);
    const { compared, levers } = solveBench(gearbox, [old, setup], DEFAULT_LIMITS);
    const found = compared?.find((c) => c.name === setup.id) ?? null;
    const [before, own] = [levers.get(old.id), levers.get(setup.id)];
    const near = clearanceOf(gearbox, setup, surroundings)?.least ?? null;
    const throws = own?.throws.flatMap((t) => (t.throwMm === null ? [] : [Math.abs(t.throwMm)])) ?? [];
    const throwMm = throws.length ? Math.min(...throws) : null;
    const upMm = kit.knob.zMm - old.lever.knob.zMm;
    const knobMm = Math.hypot(kit.knob.xMm, kit.knob.zMm);
    const unreached = !own || own.gears.some((g, i) => !g.reached && before?.gears[i]?.reached);
    const effortFactor = found?.effortFactor ?? null;
    const broken: Record<DesignBreak, boolean> = {
      cannotReach: unreached,
      minGapMm: near !== null && fallsShort(near.gapMm, limits.minGapMm),
      maxEffortFactor: effortFactor !== null && exceeds(effortFactor, limits.maxEffortFactor),
      minThrowMm: throwMm !== null && fallsShort(throwMm, limits.minThrowMm),
      maxKnobShiftMm: exceeds(Math.abs(upMm), limits.maxKnobShiftMm),
      knobRange: fallsShort(knobMm, limits.minKnobMm) || exceeds(knobMm, limits.maxKnobMm),
    };
    return {
      kit,
      setup,
      reductionPct: found?.reductionPct ?? null,
      effortFactor,
      throwMm,
      gapMm: near?.gapMm ?? null,
      obstacle: near?.obstacle ?? null,
      upMm,
      breaks: designBreaks.filter((b) => broken[b]),
    };
  });
}

/** The kit that passes and comes nearest to the wish; null where none passes. */
export function nearestKit(list: readonly OnMarket[], wishPct: number): OnMarket | null {
  const off = (k: OnMarket): number => Math.abs((k.reductionPct ?? -Infinity) - wishPct);
  return list
    .filter((k) => !k.breaks.length && k.reductionPct !== null)
    .reduce<OnMarket | null>((a, b) => (a === null || off(b) < off(a) ? b : a), null);
}

/** A lever whose pivot stands on a spacer: what the vehicle holds fast, joint or anchor, is so much lower from it. */
function raised({ drive, ...lever }: LeverGeometry, byMm: number): LeverGeometry {
  const lower = <P extends { xMm: number; zMm: number }>(at: P): P => ({ ...at, zMm: at.zMm - byMm });
  switch (drive.kind) {
    case "direct":
      return { ...lever, drive };
    case "rod":
      return { ...lever, drive: { ...drive, joint: lower(drive.joint) } };
    case "arm":
      return { ...lever, drive: { ...drive, joint: lower(drive.joint), armPivot: lower(drive.armPivot) } };
    case "cable":
      return { ...lever, drive: { ...drive, anchor: lower(drive.anchor) } };
  }
}

/** The least gap of a lever with a spacer under its pivot; the rod is set anew. Null where nothing stands near. */
export function onSpacer(
  gearbox: Gearbox,
  setup: BenchSetup,
  surroundings: Surroundings,
  spacerMm: number,
): { gapMm: number; obstacle: string } | null {
  const pivot = { ...setup.pivot, zMm: setup.pivot.zMm + spacerMm };
  const out = clearanceOf(gearbox, { ...setup, pivot, lever: raised(setup.lever, spacerMm) }, surroundings);
  return out?.least ?? null;
}
