import {
  checkClearance,
  checkFloorSlot,
  checkGated,
  checkLockout,
  checkRod,
  checkShims,
  checkStops,
  floorSlotInput,
  gatedInput,
  lockoutInput,
  rodInput,
  shimsInput,
  stopsInput,
  checkCompare,
  checkDiagnose,
  checkNotch,
  clearanceInput,
  answerSlack,
  checkSlack,
  slackInput,
  checkLeverInput,
  checkTorqueSequence,
  compareInput,
  diagnoseInput,
  leverInput,
  measurementInput,
  notchInput,
  refusal,
  torqueSequenceInput,
  torqueTextInput,
} from "../contract";
import {
  clearance,
  compare,
  diagnose,
  floorSlot,
  gatedLinkage,
  lever,
  lockout,
  measurement,
  notch,
  readTorque,
  rod,
  shims,
  stops,
  torqueSequence,
} from "../core";
import { floorTemplate } from "../drawing";
import { model, type Model } from "./model";

/** Every model the product answers, in the order they are listed. Adding one is one entry here. */
export const models: readonly Model[] = [
  model({
    name: "lever",
    asks: "How far does the knob travel, how hard is it to move, where does it end up?",
    input: leverInput,
    check: checkLeverInput,
    compute: lever,
  }),
  model({
    name: "compare",
    asks: "Two or more shifters on one gearbox: how much shorter, how much harder, is the claim true?",
    input: compareInput,
    check: checkCompare,
    compute: compare,
  }),
  model({
    name: "clearance",
    asks: "What does the lever come near to, in which gear, and by how much?",
    input: clearanceInput,
    check: checkClearance,
    compute: clearance,
  }),
  model({
    name: "notch",
    asks: "Which notch of an adjustable lever to take?",
    input: notchInput,
    check: checkNotch,
    compute: notch,
  }),
  model({
    name: "slack",
    asks: "Where does the slop come from, and what is worth replacing?",
    input: slackInput,
    check: checkSlack,
    compute: answerSlack,
  }),
  model({
    name: "stops",
    asks: "How far does a stop stand off when its screw is backed off?",
    input: stopsInput,
    check: checkStops,
    compute: stops,
  }),
  model({
    name: "lockout",
    asks: "How far is a reverse lockout plate moved, and which way?",
    input: lockoutInput,
    check: checkLockout,
    compute: lockout,
  }),
  model({
    name: "shims",
    asks: "Which shims from the shelf leave the gap that is wanted?",
    input: shimsInput,
    check: checkShims,
    compute: shims,
  }),
  model({
    name: "gatedLinkage",
    asks: "Which holes and which rod make every detent line up?",
    input: gatedInput,
    check: checkGated,
    compute: gatedLinkage,
  }),
  model({
    name: "rod",
    asks: "How long is a rod cut, how far can it be set, how many turns is a change?",
    input: rodInput,
    check: checkRod,
    compute: rod,
  }),
  model({
    name: "floorSlot",
    asks: "Which slot does a floor shifter need, and what does its template look like?",
    input: floorSlotInput,
    check: checkFloorSlot,
    compute: (input) => {
      const answer = floorSlot(input);
      return { ...answer, drawing: floorTemplate(input, answer) };
    },
  }),
  model({
    name: "torqueSequence",
    asks: "In which order and to what torque are the bolts of a group tightened?",
    input: torqueSequenceInput,
    check: checkTorqueSequence,
    compute: torqueSequence,
  }),
  model({
    name: "torqueText",
    asks: "What does a torque as it was typed mean, in N m?",
    input: torqueTextInput,
    compute: ({ text }) => {
      const read = readTorque(text);
      if (read.ok) return read.value;
      const { position, expected } = read.stop;
      const where = position >= text.length ? "the text ends early" : `cannot read "${text.slice(position)}"`;
      return refusal("parse", "text", text, expected, `${where}: expected ${expected}`, { position });
    },
  }),
  model({
    name: "diagnose",
    asks: "Which part is it, and what is worth testing next?",
    input: diagnoseInput,
    check: checkDiagnose,
    compute: diagnose,
  }),
  model({
    name: "measurement",
    asks: "Is a change larger than the measuring error?",
    input: measurementInput,
    compute: measurement,
  }),
];

const byName = new Map(models.map((m) => [m.name, m]));

export const findModel = (name: string): Model | undefined => byName.get(name);
