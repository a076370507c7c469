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
  learn,
  plan,
  service,
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
  uncertainty,
  design,
  photoMeasure,
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
  checkLearn,
  learnInput,
  checkPlan,
  planInput,
  checkService,
  serviceInput,
  notchInput,
  torqueSequenceInput,
  torqueToolInput,
  fastenerInput,
  checkFastener,
  checkTorqueTool,
  torqueTextInput,
  checkUncertainty,
  uncertaintyInput,
  checkDesign,
  designInput,
  checkPhoto,
  photoInput,
} from "../inputs";
import { refusal } from "../refusal";
import { validated } from "../validated";
import { answerSpectrum } from "./spectrum";

/*
 * Each model tied once to the shape of its question and the checks between its fields. Screens, workers, server and
 * command line ask by these alone. An answer or a refusal; never an exception.
 */

export const askLever = /* @__PURE__ */ validated(leverInput, checkLeverInput, lever);
export const askCompare = /* @__PURE__ */ validated(compareInput, checkCompare, compare);
export const askClearance = /* @__PURE__ */ validated(clearanceInput, checkClearance, clearance);
export const askNotch = /* @__PURE__ */ validated(notchInput, checkNotch, notch);
export const askSlack = /* @__PURE__ */ validated(slackInput, checkSlack, answerSlack);
export const askStops = /* @__PURE__ */ validated(stopsInput, checkStops, stops);
export const askLockout = /* @__PURE__ */ validated(lockoutInput, checkLockout, lockout);
export const askShims = /* @__PURE__ */ validated(shimsInput, checkShims, shims);
export const askGatedLinkage = /* @__PURE__ */ validated(gatedInput, checkGated, gatedLinkage);
export const askRod = /* @__PURE__ */ validated(rodInput, checkRod, rod);
export const askFloorSlot = /* @__PURE__ */ validated(floorSlotInput, checkFloorSlot, floorSlot);
export const askMountSag = /* @__PURE__ */ validated(mountSagInput, checkMountSag, (input) =>
  refusedIf(mountSag(input), input),
);
export const askDriveline = /* @__PURE__ */ validated(drivelineInput, checkDriveline, driveline);
export const askMountModes = /* @__PURE__ */ validated(mountModesInput, checkMountModes, (input) =>
  refusedIf(mountModes(input), input),
);
export const askIsolation = /* @__PURE__ */ validated(isolationInput, checkIsolation, (input) =>
  refusedIf(isolation(input), input),
);
export const askMountCompare = /* @__PURE__ */ validated(mountCompareInput, checkMountCompare, (input) =>
  refusedIf(mountCompare(input), input),
);
export const askElastomer = /* @__PURE__ */ validated(elastomerInput, checkElastomer, elastomer);
export const askPressFit = /* @__PURE__ */ validated(pressFitInput, checkPressFit, pressFit);
export const askFastener = /* @__PURE__ */ validated(fastenerInput, checkFastener, fastener);
export const askTorqueTool = /* @__PURE__ */ validated(torqueToolInput, checkTorqueTool, torqueTool);
export const askTorqueSequence = /* @__PURE__ */ validated(torqueSequenceInput, checkTorqueSequence, torqueSequence);
export const askTorqueText = /* @__PURE__ */ validated(torqueTextInput, null, ({ text }) => {
  const read = readTorque(text);
  if (read.ok) return read.value;
  const { position, expected } = read.stop;
  const where = position >= text.length ? "the text ends early" : `cannot read "${text.slice(position)}"`;
  return refusal("parse", "text", text, expected, `${where}: expected ${expected}`, { position });
});
export const askOrders = /* @__PURE__ */ validated(ordersInput, checkOrders, orders);
export const askSpectrum = /* @__PURE__ */ validated(spectrumInput, null, answerSpectrum);
export const askMatch = /* @__PURE__ */ validated(matchInput, checkMatch, match);
export const askDiagnose = /* @__PURE__ */ validated(diagnoseInput, checkDiagnose, diagnose);
/** `tell` hears how far it is, 0 to 1. */
export const askPlan = (raw: unknown, tell?: (part: number) => void) =>
  validated(planInput, checkPlan, (input) => plan(input, tell))(raw);
export const askLearn = /* @__PURE__ */ validated(learnInput, checkLearn, learn);
export const askService = /* @__PURE__ */ validated(serviceInput, checkService, service);
export const askMeasurement = /* @__PURE__ */ validated(measurementInput, null, measurement);
export const askUncertainty = (raw: unknown) =>
  validated(uncertaintyInput, (input) => checkUncertainty(input, raw), uncertainty)(raw);
/** `tell` hears how far it is, 0 to 1. */
export const askDesign = (raw: unknown, tell?: (part: number) => void) =>
  validated(designInput, checkDesign, (input) => design(input, tell))(raw);
export const askPhotoMeasure = /* @__PURE__ */ validated(photoInput, checkPhoto, photoMeasure);
