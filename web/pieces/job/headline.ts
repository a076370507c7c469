import { quantityKinds, type JobView } from "../../../contract";
import { formatNumber } from "../../../core";
import {
  claimVerdict,
  CLAIM_WORDS,
  comparisonOf,
  contextOf,
  findReading,
  isEntered,
  mainPair,
  solveChain,
  topicsOf,
  triedSum,
  type Topic,
  CONDITION_NAMES,
  pairText,
  shakePairs,
} from "../../../domain";
import type { useUnits } from "../../format/units";
import { gearWord } from "../../format/words";
import { measurandName } from "../readings/ReadingCard";

/** What the work did for one part of the complaint: the answer, and what belongs to it. */
export interface ProofLine {
  topic: Topic;
  lead: string;
  rest: string;
}

type Units = ReturnType<typeof useUnits>;
const none = { fromGear: "", toGear: "" };
const pct = (v: number, digits = 1): string => `${formatNumber(v, digits)}\u202f%`;

/** "between 9.0 and 15.0 %" of what is shorter as of what is longer; both signs are said where both are possible. */
function between(low: number, high: number): string {
  if (low < 0 && high > 0) return `between ${pct(-low)} longer and ${pct(high)} shorter`;
  const [a, b] = [Math.abs(low), Math.abs(high)].sort((x, y) => x - y);
  return `between ${formatNumber(a, 1)} and ${pct(b)}`;
}

function throwLine(view: JobView): ProofLine | null {
  const pair = mainPair(view.vehicle.gearbox);
  const m = { quantity: "throw" as const, fromGear: pair.from, toGear: pair.to };
  const [before, after] = [findReading(view.reading, m, "before"), findReading(view.reading, m, "after")];
  if (!before || !after) return null;
  const { reduction, change } = comparisonOf(before, after);
  if (!reduction || !change) return null;
  const claim = view.setup.find((s) => s.id === view.job.chosenSetupId)?.claimedReductionPct ?? null;
  const judged = claim === null ? "" : ` The claim of ${pct(claim, 0)} ${CLAIM_WORDS[claimVerdict(reduction, claim)]}.`;
  const where = `${gearWord(pair.from)} to ${gearWord(pair.to)}`;
  if (change.verdict === "not shown") {
    return {
      topic: "throw",
      lead: "The throw did not change measurably.",
      rest: `${pct(Math.abs(reduction.pct))} ${reduction.pct >= 0 ? "shorter" : "longer"} from ${where} is within the measuring error.${judged}`,
    };
  }
  return {
    topic: "throw",
    lead: `${pct(Math.abs(reduction.pct))} ${reduction.pct >= 0 ? "shorter" : "longer"} from ${where},`,
    rest: `${between(reduction.lowPct, reduction.highPct)}.${judged}`,
  };
}

function slopLine(view: JobView, units: Units): ProofLine | null {
  for (const [quantity, direction] of [
    ["freePlayForeAft", "foreAft"],
    ["freePlayCross", "cross"],
  ] as const) {
    const [before, after] = (["before", "after"] as const).map((p) =>
      findReading(view.reading, { quantity, ...none }, p),
    );
    if (!before || !after) continue;
    const { before: was, after: is, change } = comparisonOf(before, after);
    if (!is || !change) continue;
    const lever = view.setup.find((s) => s.id === view.job.chosenSetupId) ?? view.setup.find((s) => s.role === "old");
    const context = contextOf(view, direction, lever ?? null);
    const answer = solveChain(context);
    const tried = view.joint.some((j) => j.tryNew && j.direction === direction);
    const promised = answer && tried ? triedSum(answer, view.joint, direction) : null;
    // A part of a throw that nobody took is no target to be held to.
    const targetMm = view.job.slackTarget || context.throwFrom !== "typical" ? context.targetMm : null;
    const real = change.verdict === "shown" ? "" : "; the difference is within the measuring error";
    const target =
      targetMm === null
        ? ""
        : is.mean - is.expanded > targetMm
          ? ` The target of ${units.show(targetMm, "length")} is missed by ${units.show(is.mean - targetMm, "length")}.`
          : is.mean + is.expanded <= targetMm
            ? ` The target of ${units.show(targetMm, "length")} is met.`
            : ` Whether the target of ${units.show(targetMm, "length")} is met cannot be told within the measuring error.`;
    const promise =
      promised === null
        ? ""
        : ` ${units.show(promised, "length")} was expected of the new parts${is.mean - is.expanded > promised ? ": not reached" : ""}.`;
    return {
      topic: "slop",
      lead: `Free play ${direction === "foreAft" ? "fore and aft" : "sideways"} from ${units.bare(was.mean, "length")} to ${units.show(is.mean, "length")}${real}.`,
      rest: `${target}${promise}`.trim(),
    };
  }
  return null;
}

/** From this mark on a shake is one that somebody would complain of. Common practice, no source. */
const PLAIN = 2;

function shakeLine(view: JobView): ProofLine | null {
  const marks = Object.entries(view.job.roughness?.marks ?? {}).flatMap(([c, m]) =>
    m && m.before !== null && m.after !== null && m.before >= PLAIN
      ? [{ name: CONDITION_NAMES[c as keyof typeof CONDITION_NAMES].toLowerCase(), before: m.before, after: m.after }]
      : [],
  );
  const recorded = shakePairs(view).find((p) => p.left);
  const says = recorded ? ` Recorded: ${pairText(recorded)}.` : "";
  if (!marks.length) return recorded ? { topic: "shake", lead: `Recorded: ${pairText(recorded)}.`, rest: "" } : null;
  const gone = marks.filter((m) => m.after < PLAIN);
  const stays = marks.filter((m) => m.after >= PLAIN);
  const list = (of: typeof marks): string =>
    of
      .map((m) => `${m.name} ${m.after === m.before ? `still ${m.after}` : `from ${m.before} to ${m.after}`}`)
      .join("; ");
  const lead = !stays.length
    ? "The shake is gone."
    : gone.length
      ? "Part of the shake is gone."
      : "The shake is still there.";
  const parts = [gone.length ? `Gone: ${list(gone)}.` : "", stays.length ? `Still there: ${list(stays)}.` : ""];
  return { topic: "shake", lead, rest: `${parts.filter(Boolean).join(" ")}${says}` };
}

function mountLine(view: JobView, units: Units): ProofLine | null {
  const unit = view.vehicle.powerUnit;
  if (!unit) return null;
  const lines = unit.mounts.flatMap((mount) => {
    const [before, after] = (["before", "after"] as const).map((p) =>
      findReading(view.reading, { quantity: "mountHeight", ...none, place: mount.name }, p),
    );
    if (!before || !after) return [];
    const { before: was, after: is, change } = comparisonOf(before, after);
    if (!is || !change) return [];
    const real = change.verdict === "shown" ? "" : ", which is within the measuring error";
    // A typical height is no fact of this mount.
    const known = mount.nominalMm !== null && isEntered(mount, "nominalMm");
    const fresh = known ? `, ${units.show(mount.nominalMm ?? 0, "length")} when new` : "";
    return [
      {
        text: `${mount.name} from ${units.bare(was.mean, "length")} to ${units.show(is.mean, "length")}${real}${fresh}`,
        change: Math.abs(is.mean - was.mean),
      },
    ];
  });
  if (!lines.length) return null;
  const [most, ...others] = lines.sort((a, b) => b.change - a.change);
  const rest = others.map((l) => l.text).join("; ");
  return { topic: "mounts", lead: `Mount height: ${most.text}.`, rest: rest && `${rest}.` };
}

/** Symptoms that only driving answers: gone or still there. */
function symptomLine(
  view: JobView,
  topic: Topic,
  ids: readonly string[],
  words: ReadonlyMap<string, string>,
): ProofLine | null {
  const { symptoms, symptomsAfter } = view.job;
  const asked = ids.filter((id) => symptoms[id] === "present" && symptomsAfter?.[id]);
  if (!asked.length) return null;
  const stays = asked.filter((id) => symptomsAfter?.[id] === "present");
  const named = (list: readonly string[]): string => list.map((id) => (words.get(id) ?? id).toLowerCase()).join("; ");
  return stays.length
    ? { topic, lead: `Still there: ${named(stays)}.`, rest: "" }
    : { topic, lead: `Gone: ${named(asked)}.`, rest: "" };
}

const SELECTION = ["popsOut", "grindsOneGear", "baulksAll", "reverseByAccident", "reverseWontEngage"];

/** What the work did, for each part of what the job was about, the main one first; only what was measured or driven. */
export function proofOf(view: JobView, units: Units, words: ReadonlyMap<string, string>): ProofLine[] {
  const line: Record<Topic, () => ProofLine | null> = {
    throw: () => throwLine(view),
    slop: () => slopLine(view, units),
    shake: () => shakeLine(view),
    mounts: () => mountLine(view, units),
    selection: () => symptomLine(view, "selection", SELECTION, words),
    leak: () => symptomLine(view, "leak", ["dripsShaft"], words),
  };
  const asked = topicsOf(view);
  const rest = (Object.keys(line) as Topic[]).filter((t) => !asked.includes(t));
  return [...asked, ...rest].flatMap((t) => line[t]() ?? []);
}

/** What belongs to every answer that a simulated instrument had a part in. */
export const simulatedNote = (view: JobView): string =>
  view.reading.some((r) => r.simulated) || view.recording.some((r) => r.simulated)
    ? "Some of the readings are simulated."
    : "";

/** The first reading that changed for certain, where the job's own topic has nothing to say. */
export function anyChange(
  view: JobView,
  cards: readonly Parameters<typeof measurandName>[0][],
  units: Units,
): string | null {
  for (const m of cards) {
    const [before, after] = [findReading(view.reading, m, "before"), findReading(view.reading, m, "after")];
    const result = before && after ? comparisonOf(before, after) : null;
    if (!result?.after || result.change?.verdict !== "shown") continue;
    const kind = quantityKinds[m.quantity];
    return `${measurandName(m)} from ${units.bare(result.before.mean, kind)} to ${units.show(result.after.mean, kind)}, more than the measuring error.`;
  }
  return null;
}
