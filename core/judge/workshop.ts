import { defaultKnowledge, type Knowledge } from "./knowledge";
import type { KnowledgeChanges } from "./shopKnowledge";

const automatic = { gearbox: ["automatic" as const] };
const manual = { gearbox: ["manual" as const] };

/** Rows of the model's own table that speak of a clutch, a gate or forks: an automatic has none of them. */
const MANUAL_FAULTS = ["gearboxInside", "clutchDrag", "lockout", "shiftStop"];
const MANUAL_OBSERVATIONS = [
  "cannotTellNeutral",
  "popsOut",
  "grindsOneGear",
  "baulksAll",
  "reverseByAccident",
  "freeOnlyOff",
  "stopGapWrong",
  "lockoutGapWrong",
  "clutchSpins",
];
const MANUAL_TESTS = ["offOn", "stopGap", "lockoutGap", "clutchSpin"];

const forManual = <T extends { id: string; applies?: object }>(list: readonly T[], ids: readonly string[]): T[] =>
  list.filter((item) => ids.includes(item.id)).map((item) => ({ ...item, applies: { ...item.applies, ...manual } }));

const { faults, observations, tests }: Knowledge = defaultKnowledge;

/**
 * What a workshop needs beyond the model's own table: faults that are referred on, steering that trembles at one road
 * speed apart from under load, and an automatic gearbox with its own symptoms, tests and faults. Likelihoods are a
 * starting point: common practice, no source.
 */
export const WORKSHOP: KnowledgeChanges = {
  faults: [
    ...forManual(faults, MANUAL_FAULTS),
    { id: "dualMass", label: "Dual-mass flywheel worn", prior: 3, referOn: true, applies: manual },
    { id: "finalDrive", label: "Final-drive backlash", prior: 2, referOn: true },
    { id: "rangeLinkage", label: "Selector cable or rod of the automatic misadjusted", prior: 8, applies: automatic },
    { id: "detentPlate", label: "Detent plate or roller of the shifter worn", prior: 4, applies: automatic },
    { id: "parkPawl", label: "Park pawl or its rod worn", prior: 2, referOn: true, applies: automatic },
    { id: "startSwitch", label: "Neutral start switch misadjusted or worn", prior: 4, applies: automatic },
    { id: "automaticInside", label: "Fault inside the automatic gearbox", prior: 3, referOn: true, applies: automatic },
  ],
  observations: [
    ...forManual(observations, MANUAL_OBSERVATIONS),
    { id: "steerOneSpeed", label: "Steering trembles at one road speed", kind: "symptom", faultFree: "never" },
    { id: "parkRolls", label: "Does not hold in park", kind: "symptom", faultFree: "never", applies: automatic },
    {
      id: "startsInGear",
      label: "Starts in another position than P or N",
      kind: "symptom",
      faultFree: "never",
      applies: automatic,
    },
    { id: "noStartInPark", label: "Does not start in P or N", kind: "symptom", faultFree: "never", applies: automatic },
    {
      id: "indicatorOff",
      label: "Indicator and selected position do not agree",
      kind: "symptom",
      faultFree: "rarely",
      applies: automatic,
    },
    {
      id: "detentsVague",
      label: "Positions cannot be felt at the lever",
      kind: "symptom",
      faultFree: "rarely",
      applies: automatic,
    },
    {
      id: "detentsApart",
      label: "Shifter and gearbox detents do not line up",
      kind: "result",
      faultFree: "rarely",
      applies: automatic,
    },
    {
      id: "cranksWrong",
      label: "Starter turns outside P and N, or not in them",
      kind: "result",
      faultFree: "never",
      applies: automatic,
    },
    {
      id: "parkSlips",
      label: "Moves in P by more than the pawl’s play",
      kind: "result",
      faultFree: "never",
      applies: automatic,
    },
  ],
  tests: [
    ...forManual(tests, MANUAL_TESTS),
    {
      id: "compareDetents",
      label: "Unhook cable or rod, compare every detent",
      minutes: 15,
      hands: 2,
      results: ["detentsApart"],
      applies: automatic,
    },
    {
      id: "startEach",
      label: "Try the starter in every position",
      minutes: 4,
      hands: 1,
      results: ["cranksWrong"],
      applies: automatic,
    },
    {
      id: "parkOnSlope",
      label: "Try park on a slope, chocked",
      minutes: 6,
      hands: 2,
      results: ["parkSlips"],
      applies: automatic,
    },
  ],
  table: {
    mountTail: { followsRoadSpeed: "sometimes" },
    dualMass: {
      vibIdle: "often",
      clunkTakeUp: "often",
      vibThrottle: "sometimes",
      buckOverrun: "sometimes",
      goneInNeutral: "rarely",
    },
    finalDrive: { clunkTakeUp: "nearlyAlways", buckOverrun: "often", leverMovesThrottle: "rarely" },
    wheelImbalance: { steerOneSpeed: "often" },
    shaftJoint: { steerOneSpeed: "sometimes" },
    rangeLinkage: {
      parkRolls: "often",
      startsInGear: "sometimes",
      noStartInPark: "sometimes",
      indicatorOff: "nearlyAlways",
      detentsApart: "nearlyAlways",
      cranksWrong: "sometimes",
      reverseWontEngage: "sometimes",
    },
    detentPlate: {
      detentsVague: "nearlyAlways",
      indicatorOff: "sometimes",
      detentsApart: "sometimes",
      playForeAft: "often",
    },
    parkPawl: { parkRolls: "nearlyAlways", parkSlips: "nearlyAlways" },
    startSwitch: { startsInGear: "often", noStartInPark: "often", cranksWrong: "nearlyAlways" },
    automaticInside: { reverseWontEngage: "often", metalOil: "often", parkRolls: "rarely" },
  },
  reasons: {
    mountTail: { followsRoadSpeed: "a low tail pulls the joint angles out, and those shake with the road speed" },
    dualMass: {
      vibIdle: "worn springs inside let the masses knock at idle",
      clunkTakeUp: "the masses run to their stops as the drive is taken up",
    },
    finalDrive: { clunkTakeUp: "the gears cross their backlash at every change of load" },
    wheelImbalance: { steerOneSpeed: "a heavy spot shakes the wheel at one speed" },
    rangeLinkage: {
      indicatorOff: "the lever is in one position and the gearbox in another",
      detentsApart: "the cable or rod is too long or too short",
      parkRolls: "the gearbox has not reached park",
    },
    detentPlate: { detentsVague: "roller or plate is worn, so the lever finds no notch" },
    parkPawl: { parkSlips: "the pawl does not drop into its gear" },
    startSwitch: { cranksWrong: "the switch closes in the wrong position" },
    automaticInside: { metalOil: "clutch or gear debris is in the oil" },
  },
};
