import {
  clearance,
  compare,
  diagnose,
  driveline,
  elastomer,
  floorSlot,
  gatedLinkage,
  lever,
  lockout,
  isolation,
  match,
  orders,
  measurement,
  mountCompare,
  mountModes,
  mountSag,
  notch,
  pressFit,
  readTorque,
  rod,
  shims,
  stops,
  torqueSequence,
  fastener,
  torqueTool,
} from "../../core";
import {
  checkClearance,
  checkMatch,
  checkOrders,
  matchInput,
  ordersInput,
  spectrumInput,
  checkDriveline,
  checkElastomer,
  checkIsolation,
  checkMountCompare,
  checkMountModes,
  checkMountSag,
  checkPressFit,
  drivelineInput,
  elastomerInput,
  isolationInput,
  mountCompareInput,
  mountModesInput,
  mountSagInput,
  pressFitInput,
  refusedIf,
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
  torqueSequenceInput,
  torqueToolInput,
  fastenerInput,
  checkFastener,
  checkTorqueTool,
  torqueTextInput,
} from "../inputs";
import { refusal } from "../refusal";
import { validated } from "../validated";
import { answerSpectrum } from "./spectrum";

/*
 * Each model tied once to the shape of its question and the checks between its fields. Screens, workers, server and
 * command line ask by these alone. An answer or a refusal; never an exception.
 */

export const askLever = validated(leverInput, checkLeverInput, lever);
export const askCompare = validated(compareInput, checkCompare, compare);
export const askClearance = validated(clearanceInput, checkClearance, clearance);
export const askNotch = validated(notchInput, checkNotch, notch);
export const askSlack = validated(slackInput, checkSlack, answerSlack);
export const askStops = validated(stopsInput, checkStops, stops);
export const askLockout = validated(lockoutInput, checkLockout, lockout);
export const askShims = validated(shimsInput, checkShims, shims);
export const askGatedLinkage = validated(gatedInput, checkGated, gatedLinkage);
export const askRod = validated(rodInput, checkRod, rod);
export const askFloorSlot = validated(floorSlotInput, checkFloorSlot, floorSlot);
export const askMountSag = validated(mountSagInput, checkMountSag, (input) => refusedIf(mountSag(input), input));
export const askDriveline = validated(drivelineInput, checkDriveline, driveline);
export const askMountModes = validated(mountModesInput, checkMountModes, (input) =>
  refusedIf(mountModes(input), input),
);
export const askIsolation = validated(isolationInput, checkIsolation, (input) => refusedIf(isolation(input), input));
export const askMountCompare = validated(mountCompareInput, checkMountCompare, (input) =>
  refusedIf(mountCompare(input), input),
);
export const askElastomer = validated(elastomerInput, checkElastomer, elastomer);
export const askPressFit = validated(pressFitInput, checkPressFit, pressFit);
export const askFastener = validated(fastenerInput, checkFastener, fastener);
export const askTorqueTool = validated(torqueToolInput, checkTorqueTool, torqueTool);
export const askTorqueSequence = validated(torqueSequenceInput, checkTorqueSequence, torqueSequence);
export const askTorqueText = validated(torqueTextInput, null, ({ text }) => {
  const read = readTorque(text);
  if (read.ok) return read.value;
  const { position, expected } = read.stop;
  const where = position >= text.length ? "the text ends early" : `cannot read "${text.slice(position)}"`;
  return refusal("parse", "text", text, expected, `${where}: expected ${expected}`, { position });
});
export const askOrders = validated(ordersInput, checkOrders, orders);
export const askSpectrum = validated(spectrumInput, null, answerSpectrum);
export const askMatch = validated(matchInput, checkMatch, match);
export const askDiagnose = validated(diagnoseInput, checkDiagnose, diagnose);
export const askMeasurement = validated(measurementInput, null, measurement);
