import {
  quantityWords,
  type LoadWord,
  type PlainStep,
  type PlainWork,
  type ReadingQuantity,
  type Side,
  type StepFacts,
  type TemplateContent,
  type TemplateStep,
} from "../../contract";
import { ordered } from "./edges";

/** The option taken of each choice, by their keys; what is not said is planned as the first option. */
export type Chosen = Readonly<Record<string, string>>;

type Only = { only: Record<string, string[]> };

/** What is planned where nobody has chosen yet: the first option of every choice. */
export const firstChoices = (content: Pick<TemplateContent, "choices">): Chosen =>
  Object.fromEntries(content.choices.map((c) => [c.key, c.options[0].key]));

/** Every combination of the options of a kind. */
export const allChoices = (content: Pick<TemplateContent, "choices">): Chosen[] =>
  content.choices.reduce<Chosen[]>(
    (all, c) => all.flatMap((a) => c.options.map((o) => ({ ...a, [c.key]: o.key }))),
    [{}],
  );

const applies = ({ only }: Only, chosen: Chosen): boolean =>
  Object.entries(only).every(([key, options]) => options.includes(chosen[key]));

function sidesOf(content: TemplateContent, chosen: Chosen): Side[] {
  if (!content.sides) return [];
  if (chosen.sides === "both") return content.sides;
  return content.sides
    .filter((s) => s === chosen.sides)
    .concat(content.sides)
    .slice(0, 1);
}

const LOADS: Readonly<Record<string, LoadWord>> = { onWheelsOverPit: "overPit", driveOnLift: "overPit" };
const loadsOf = (words: readonly string[]): LoadWord[] => [...new Set(words.map((w) => LOADS[w] ?? (w as LoadWord)))];

/** Quantities a kind calls by the trade's name. */
const QUANTITIES: Readonly<Record<string, ReadingQuantity>> = {
  knobHeight: "knobAboveTunnel",
  cableMark: "cableThread",
};
/** What is noted and is no length. */
const NOTED = /shake|setting of/i;

interface ToMeasure {
  look: string[];
  measure: StepFacts["measure"];
}

function toMeasure(
  content: TemplateContent,
  chosen: Chosen,
  step: TemplateStep,
  at: readonly (Side | "")[],
): ToMeasure {
  const out: ToMeasure = { look: [], measure: [] };
  for (const r of content.readings) {
    if (r.step !== step.id || !applies(r, chosen)) continue;
    for (const side of r.perSide ? at : at.slice(0, 1)) {
      const word = QUANTITIES[r.quantity] ?? quantityWords.find((q) => q === r.quantity);
      const place = [word ? "" : r.quantity.replace(/^gap (to|in) /i, ""), r.perSide ? side : ""]
        .filter(Boolean)
        .join(", ");
      if (!word && NOTED.test(r.quantity))
        out.look.push(`Noted ${r.phase}: ${r.quantity}${r.perSide && side ? `, ${side}` : ""}`);
      else
        out.measure.push({
          quantity: word ?? (/^gap\b/i.test(r.quantity) ? "gap" : "size"),
          fromGear: "",
          toGear: "",
          place,
          phase: r.phase,
          must: r.must,
        });
    }
  }
  return out;
}

type AsSaid =
  | "cautions"
  | "tools"
  | "carry"
  | "orientation"
  | "drawing"
  | "sets"
  | "waitFor"
  | "off"
  | "on"
  | "whileOff"
  | "whileOn"
  | "check"
  | "closes";

/** What of a step is the same whatever is chosen, on either side. */
export const factsAsSaid = (
  s: TemplateStep,
  things: ReadonlyMap<string, TemplateContent["things"][number]>,
): Pick<StepFacts, AsSaid> => ({
  cautions: s.cautions,
  tools: s.tools,
  carry: s.carry,
  orientation: s.orientation,
  drawing: s.drawing,
  sets: s.settingTool,
  waitFor: s.wait.for,
  off: s.off.map((k) => things.get(k) ?? { key: k, name: k, holds: "" }),
  on: s.on,
  whileOff: s.whileOff,
  whileOn: s.whileOn.map((w) => {
    const [key, when] = w.split(":");
    return { key, when: when === "before" || when === "after" ? when : "any" };
  }),
  check: s.check,
  closes: s.closes,
});

/**
 * A kind of job as it is done on one vehicle: what the choices drop is gone, each side that is chosen has its own steps,
 * fasteners and readings, and the steps stand in an order that can be worked.
 */
export function workOf(content: TemplateContent, asked: Chosen = {}): PlainWork {
  const chosen = { ...firstChoices(content), ...asked };
  const sides = sidesOf(content, chosen);
  const here = (perSide: boolean): (Side | "")[] => (perSide && sides.length ? sides : [""]);
  const at = (key: string, side: string): string => (side ? `${key}@${side}` : key);
  const named = (name: string, side: string): string => (side ? `${name}, ${side}` : name);

  const groups = content.groups.filter((g) => applies(g, chosen));
  const groupOf = new Map(groups.map((g) => [g.key, g]));
  const freed = new Set(content.steps.filter((s) => applies(s, chosen)).flatMap((s) => s.frees));
  /** The groups of a key as a step of a side has them: its own side's, or of a step of neither all. */
  const groupsAt = (key: string, side: Side | "") => {
    const group = groupOf.get(key);
    if (!group) return [];
    const own = here(group.perSide);
    return (side && own.includes(side) ? [side] : own).map((s) => ({
      group,
      // New fasteners come out nowhere: they are known by the name of their group.
      key: freed.has(key) ? at(key, s) : named(group.name, s),
      name: named(group.name, s),
    }));
  };
  const parts = content.parts.filter((p) => applies(p, chosen));
  const partOf = new Map(parts.map((p) => [p.key, p.name]));
  const things = new Map(content.things.map((t) => [t.key, t]));

  const byId = new Map(content.steps.map((s) => [s.id, s]));
  const kept = new Set(content.steps.filter((s) => applies(s, chosen)).map((s) => s.id));
  // A need that a choice drops hands on its own needs.
  const handedOn = (id: string, seen: Set<string>): string[] => {
    if (seen.has(id)) return [];
    seen.add(id);
    return kept.has(id) || !byId.has(id) ? [id] : (byId.get(id)?.needs ?? []).flatMap((n) => handedOn(n, seen));
  };
  /** Copies of a step that a step of a side is held against. */
  const copies = (id: string, side: Side | ""): string[] => {
    const step = byId.get(id);
    // One that is no step stays as it is said: whoever looks the template through names it.
    if (!step) return [id];
    if (!kept.has(id)) return [];
    const own = here(step.perSide);
    return (side && own.includes(side) ? [side] : own).map((s) => at(id, s));
  };

  const steps = content.steps
    .filter((s) => kept.has(s.id))
    .flatMap((s) =>
      here(s.perSide).map((side): PlainStep => {
        const measured = toMeasure(content, chosen, s, s.perSide ? [side] : sides.length ? sides : [""]);
        const out = s.frees.flatMap((k) => groupsAt(k, side));
        return {
          id: at(s.id, side),
          text: named(s.text, side),
          place: s.place,
          minutes: s.minutes,
          hands: s.hands,
          needs: [...new Set(s.needs.flatMap((n) => handedOn(n, new Set())).flatMap((n) => copies(n, side)))].filter(
            (n) => n !== at(s.id, side),
          ),
          waitMin: s.wait.minutes,
          load: loadsOf(s.load),
          common: s.common,
          facts: {
            caution: "",
            ...factsAsSaid(s, things),
            frees: out.map(({ group, key, name }) => ({
              key,
              name,
              count: group.count,
              group: group.use === "clip" ? "" : name,
              clip: group.use === "clip",
              head: group.head,
            })),
            fits: s.fits.flatMap((k) => groupsAt(k, side).map((g) => g.key)),
            torques: s.torques.flatMap((k) =>
              groupsAt(k, side).flatMap((g) => (g.group.use === "clip" ? [] : [g.name])),
            ),
            unplugs: s.unplugs.map((u) => ({ key: at(u.key, side), name: u.name })),
            plugs: s.plugs.map((k) => at(k, side)),
            marks: s.marks.map((m) => ({ ...m, key: at(m.key, side) })),
            asks: s.asks.map((k) => at(k, side)),
            look: [...s.look, ...measured.look].slice(0, 12),
            measure: measured.measure,
            parts: s.uses.flatMap((k) => partOf.get(k) ?? []),
            brings: loadsOf(s.sets),
            gates: content.gates.flatMap((g) =>
              g.before.includes(s.id) ? copies(g.check, side).map((check) => ({ check, why: g.why })) : [],
            ),
            side,
          },
        };
      }),
    );
  return {
    id: content.id,
    kind: content.kind,
    title: content.title,
    why: content.why,
    shifterKinds: content.applies.shifter,
    faults: content.faults,
    observations: content.observations,
    words: content.complaints.strong.slice(0, 40).map((w) => w.slice(0, 40)),
    groups: groups
      .filter((g) => g.use !== "clip")
      .flatMap((g) =>
        here(g.perSide).map((side) => ({
          name: named(g.name, side),
          count: g.count,
          pattern: g.pattern,
          loadNeeded: g.load,
          reuse: g.reuse,
          threadLocker: g.threadLocker,
          twoPeople: g.twoPeople,
          critical: g.critical,
          use: g.use === "snug" ? ("snug" as const) : ("torque" as const),
          passes: g.passes,
        })),
      ),
    parts: parts.map((p) => ({
      name: p.name,
      quantity: p.quantity * here(p.perSide).length,
      consumable: p.kind === "consumable",
      oftenLacking: p.oftenLacking,
      note: p.note,
    })),
    decisions: content.choices.map((c) => ({
      key: decisionKey(content, c.key),
      question: c.question,
      choices: c.options.map((o) => ({
        name: o.name,
        costs: o.costs || o.name,
        leavesOpen: o.leavesOpen,
        recheckDays: o.recheckDays,
      })),
    })),
    proves: [...content.handBack.atRest, ...content.handBack.firstDrive].slice(0, 32),
    steps: ordered(steps),
  };
}

/** What an option of a choice comes to against the plan as it is chosen now. */
export interface ChoiceEffect {
  /** Texts of steps that come to it, and of those that go. */
  adds: string[];
  drops: string[];
  /** Minutes of work more; fewer are negative. */
  minutes: number;
}

/** What taking an option would change of the plan. */
export function effectOf(content: TemplateContent, chosen: Chosen, key: string, option: string): ChoiceEffect {
  const [now, then] = [workOf(content, chosen), workOf(content, { ...chosen, [key]: option })];
  const minutes = (work: PlainWork): number => work.steps.reduce((sum, s) => sum + s.minutes, 0);
  const without = (a: PlainWork, b: PlainWork): string[] => {
    const theirs = new Set(b.steps.map((s) => s.id));
    return a.steps.filter((s) => !theirs.has(s.id)).map((s) => s.text);
  };
  return { adds: without(then, now), drops: without(now, then), minutes: minutes(then) - minutes(now) };
}

/** The key of a choice as a decision of a job keeps it. */
export const decisionKey = (content: Pick<TemplateContent, "id">, choice: string): string =>
  `${content.id}/${choice}`.slice(-60);

/** What a job has decided of a kind, by the keys of its options; what is open is planned as the first option. */
export function chosenIn(content: TemplateContent, decided: readonly { key: string; choice: string }[]): Chosen {
  const said = content.choices.flatMap((c) => {
    const name = decided.find((d) => d.key === decisionKey(content, c.key))?.choice;
    const option = c.options.find((o) => o.name === name);
    return option ? [[c.key, option.key] as const] : [];
  });
  return { ...firstChoices(content), ...Object.fromEntries(said) };
}
