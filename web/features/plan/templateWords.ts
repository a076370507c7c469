import type { TemplateFault } from "../../../domain";

const WORDS: Record<TemplateFault["kind"], (what: string) => string> = {
  unknownNeed: (w) => `needs “${w}”, which is no step of it`,
  circle: (w) => `its needs go round in a circle: ${w}`,
  repeatedId: (w) => `“${w}” is there twice`,
  repeatedKey: (w) => `“${w}” is opened twice`,
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

/** What is wrong with a template, at its step. */
export const templateFaultText = ({ kind, step, what }: TemplateFault): string =>
  `step “${step}”: ${WORDS[kind](what)}`;
