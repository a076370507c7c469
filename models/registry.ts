import {
  checkCompare,
  checkDiagnose,
  answerSlack,
  checkSlack,
  slackInput,
  checkLeverInput,
  checkTorqueSequence,
  compareInput,
  diagnoseInput,
  leverInput,
  measurementInput,
  refusal,
  torqueSequenceInput,
  torqueTextInput,
} from "../contract";
import { compare, diagnose, lever, measurement, readTorque, torqueSequence } from "../core";
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
    name: "slack",
    asks: "Where does the slop come from, and what is worth replacing?",
    input: slackInput,
    check: checkSlack,
    compute: answerSlack,
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
