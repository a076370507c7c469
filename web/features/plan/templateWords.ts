import type { PlainWork } from "../../../contract";
import { formatNumber } from "../../../core";
import type { ChoiceEffect, TemplateFault } from "../../../domain";
import { count } from "../../format/words";

const WORDS: Record<TemplateFault["kind"], (what: string) => string> = {
  unknownNeed: (w) => `needs “${w}”, which is no step of it`,
  circle: (w) => `its needs go round in a circle: ${w}`,
  repeatedId: (w) => `“${w}” is there twice`,
  notFitted: (w) => `“${w}” comes out and never goes back`,
  fittedNotFreed: (w) => `“${w}” goes back and never came out`,
  noGroup: (w) => `“${w}” has no torque group`,
  notTorqued: (w) => `“${w}” is never tightened`,
  unknownGroup: (w) => `“${w}” is no torque group of it`,
  notPlugged: (w) => `“${w}” is unplugged and never plugged in`,
  pluggedNotUnplugged: (w) => `“${w}” is plugged in and never was unplugged`,
  notAsked: (w) => `“${w}” is marked and never asked for`,
  askedNotMarked: (w) => `“${w}” is asked for and never was marked`,
  unknownPart: (w) => `“${w}” is no part of it`,
  wrongWay: (w) => `“${w}” may go back before it comes out`,
};

/** A step by what is done in it, a fastener, plug or mark by its name, where the template says. */
function namedIn(content: PlainWork, key: string): string {
  for (const { id, text, facts } of content.steps) {
    const thing =
      facts.frees.find((f) => f.key === key)?.name ??
      facts.unplugs.find((u) => u.key === key)?.name ??
      facts.marks.find((m) => m.key === key)?.text;
    if (thing || id === key) return thing ?? text;
  }
  return key;
}

/** What is wrong with a template, at its step: by the names of its file, or in words where the template is at hand. */
export function templateFaultText({ kind, step, what }: TemplateFault, content?: PlainWork): string {
  const named = (key: string): string => (content ? namedIn(content, key) : key);
  return `step “${named(step)}”: ${WORDS[kind](what.split(", ").map(named).join(", "))}`;
}

/** What an option changes: "4 steps fewer, 62 min less". */
export function effectText({ adds, drops, minutes }: ChoiceEffect): string {
  const steps = adds.length - drops.length;
  const parts = [
    steps > 0 ? `${count(steps, "step")} more` : steps < 0 ? `${count(-steps, "step")} fewer` : "",
    minutes > 0 ? `${formatNumber(minutes, 0)} min more` : minutes < 0 ? `${formatNumber(-minutes, 0)} min less` : "",
  ].filter(Boolean);
  if (parts.length) return `${parts.join(", ")}.`;
  return adds.length ? `Other steps: ${adds.slice(0, 2).join("; ")}.` : "The same steps, other parts or dates.";
}
