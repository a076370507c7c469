import { defaultKnowledge, type Knowledge } from "./knowledge";
import { WORKSHOP } from "./workshop";
import { withChanges, type KnowledgeChanges } from "./shopKnowledge";

/** Source of a recording's strongest line, and the observation it is in Ask. */
export const RECORDED_AS: Readonly<Record<string, string>> = {
  engine1: "recEngine1",
  engineFiring: "recFiring",
  prop1: "recProp1",
  prop2: "recProp2",
  halfShaft1: "recWheel",
  halfShaftJoint: "recHalfShaftJoint",
  wheel1: "recWheel",
  wheel2: "recWheel",
};

const shafts = { layout: ["northSouth" as const] };

/**
 * What a vibration recording can show, as a test of the bench. A line that stands out says much when it is there,
 * and is hardly ever there without its cause. Likelihoods are a starting point: common practice, no source.
 */
const RECORDED: KnowledgeChanges = {
  observations: [
    { id: "recFiring", label: "Recorded: the engine’s firing stands out", kind: "result", faultFree: "rarely" },
    { id: "recEngine1", label: "Recorded: engine, first order", kind: "result", faultFree: "rarely" },
    { id: "recProp1", label: "Recorded: prop shaft, first order", kind: "result", faultFree: "never", applies: shafts },
    {
      id: "recProp2",
      label: "Recorded: prop shaft, second order",
      kind: "result",
      faultFree: "never",
      applies: shafts,
    },
    { id: "recWheel", label: "Recorded: wheel, first order", kind: "result", faultFree: "never" },
    { id: "recHalfShaftJoint", label: "Recorded: joint of a half shaft", kind: "result", faultFree: "never" },
  ],
  tests: [
    {
      id: "record",
      label: "Record the shake where it is worst",
      minutes: 20,
      hands: 1,
      results: ["recFiring", "recEngine1", "recProp1", "recProp2", "recWheel", "recHalfShaftJoint"],
    },
  ],
  table: {
    mountLeft: { recFiring: "sometimes" },
    mountRight: { recFiring: "sometimes" },
    mountFront: { recFiring: "sometimes" },
    mountTail: { recFiring: "sometimes", recProp2: "sometimes" },
    engineRough: { recFiring: "sometimes", recEngine1: "sometimes" },
    propCoupling: { recProp1: "often", recProp2: "rarely" },
    propAngle: { recProp2: "nearlyAlways" },
    shaftJoint: { recProp1: "sometimes", recProp2: "sometimes", recHalfShaftJoint: "often" },
    wheelImbalance: { recWheel: "nearlyAlways" },
  },
  reasons: {
    mountLeft: { recFiring: "torn or hard rubber passes the firing shake to the body" },
    mountRight: { recFiring: "torn or hard rubber passes the firing shake to the body" },
    mountFront: { recFiring: "a hard torque mount ties the engine to the body" },
    mountTail: {
      recFiring: "a hard or touching tail mount passes the firing shake on",
      recProp2: "a low tail bends the first joint of the prop shaft",
    },
    engineRough: {
      recFiring: "it shakes more than its mounts can isolate",
      recEngine1: "a weak cylinder or poor balance shakes once per revolution",
    },
    propCoupling: {
      recProp1: "a torn coupling lets the shaft run out of true",
      recProp2: "a coupling that gives unevenly shakes at the second order too",
    },
    propAngle: { recProp2: "a universal joint at an angle speeds up and slows down twice per revolution" },
    shaftJoint: {
      recProp1: "a loose joint or centre bearing lets the shaft whirl",
      recProp2: "a joint that binds shakes at the second order",
      recHalfShaftJoint: "worn tracks shake as often as the joint has them",
    },
    wheelImbalance: { recWheel: "a heavy spot comes round once per revolution" },
  },
};

/** The table a shop begins with: the model's own, what a workshop needs beyond it, and what a recording can show. */
export const shopStandard: Knowledge = {
  ...withChanges(withChanges(defaultKnowledge, WORKSHOP), RECORDED),
  // One vehicle in eleven that is complained of has nothing. Common practice, no source.
  nothing: 0.1,
};
