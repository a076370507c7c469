import type { HowTo, Knowledge } from "../../core";

/** How a test is done: the shop's own way where it wrote one down, the usual one otherwise. */
export const howToOf = (knowledge: Knowledge, testId: string): HowTo | undefined =>
  knowledge.howTos?.[testId] ?? HOW_TO[testId];

const UNDER = "Stands before you go under; a jack is not a support.";
const ROAD = "Quiet road, within the limit. The passenger records, never the driver.";

/**
 * The usual way of each test of the standard table, keyed by the test's id. The caution is read before the first step.
 * Limits in them are common practice, no source: the maker's figure goes first.
 */
export const HOW_TO: Record<string, HowTo> = {
  wobble: {
    steps: [
      "Engine off, in third.",
      "Push and pull the knob until something resists. Then side to side.",
      "Measure the free part, end to end.",
    ],
    caution: "Handbrake on and wheels chocked: the gear alone does not hold it.",
  },
  watchBelow: {
    steps: [
      "A lamp on the linkage.",
      "The helper moves the lever slowly from third to fourth and back.",
      "Watch each joint in turn: which side moves while the other waits?",
    ],
    caution: `${UNDER} Engine off, wheels chocked. Agree with the helper that only the lever is touched.`,
  },
  lift: {
    steps: [
      "A jack under a rigid part of the gearbox, a block of wood between.",
      "Lift until the weight just comes off the tail mount, no more.",
      "Look for rubber leaving metal.",
    ],
    caution: `${UNDER} Never lift by the thin pan. No hand between mount and crossmember.`,
  },
  brakeTorque: {
    steps: [
      "Handbrake and footbrake on, bonnet open.",
      "In first, bring the clutch to its bite for one second, at idle and a little over. Then the same in reverse.",
      "The helper watches from the side how far the engine rises.",
    ],
    caution:
      "Wheels chocked front and rear, nobody in front of or behind the vehicle. Loose clothing and hands clear of fan and belts. One second, no more: the clutch heats.",
  },
  pry: {
    steps: [
      "A bar between bracket and body, on metal, not on rubber.",
      "Pry gently each way. Maker’s figure first; without one, more than 6 mm (1/4 in) or a gap that opens is a worn mount.",
      "Left, right, torque-reaction mount, tail.",
    ],
    caution: "Engine off. The exhaust is hot. Do not pry on the sump or on pipes.",
  },
  heights: {
    steps: [
      "As the vehicle’s maker says; without that, level and on its wheels.",
      "Measure from bracket to body at each mount, between the same two faces.",
      "Maker’s figure first. Without one, over 5 mm (3/16 in) lower than new has collapsed; compare with the other side only where both carry the same part.",
    ],
  },
  offOn: {
    steps: ["Engine off: every gear, noting the effort.", "Engine at idle, clutch down: every gear again."],
    caution: "Handbrake on, wheels chocked, nobody in front of or behind the vehicle.",
  },
  bump: {
    steps: ["At walking pace over one bump.", "A hand on the lever: is the knock felt there or in the floor?"],
    caution: ROAD,
  },
  look: {
    steps: [
      "A bright lamp on every mount, the couplings, the selector.",
      "Look for cracks at the rubber’s edge, dry rot, swelling, oil, missing foam.",
    ],
    caution: `${UNDER} The exhaust is hot.`,
  },
  otherGear: {
    steps: [
      "At the speed that shakes, note the gear.",
      "One gear up and one down at the same road speed. Does the shake stay?",
    ],
    caution: ROAD,
  },
  coastNeutral: {
    steps: [
      "A little over that speed, clutch down, into neutral, coast through it.",
      "Gone in neutral means it needs torque.",
    ],
    caution: `${ROAD} Straight and level, nobody close behind.`,
  },
  stopGap: {
    steps: [
      "In gear, free play taken up towards that gear, a feeler between lever and stop.",
      "Touching, or far off, is wrong. Both directions.",
    ],
    caution: "Engine off, handbrake on.",
  },
  lockoutGap: {
    steps: [
      "In the outermost forward gear, a feeler at the lockout plate.",
      "Maker’s figure first; without one, 1 to 2 mm (0.04 to 0.08 in) is typical.",
    ],
    caution: "Engine off, handbrake on.",
  },
  cableAlign: {
    steps: [
      "Unhook both cables at the gearbox.",
      "Shifter in neutral, gearbox in neutral: do the ends meet their pins?",
    ],
    caution: `${UNDER} Spring clips fly: wear eye protection.`,
  },
  drain: {
    steps: [
      "Open the filler plug first: if it does not come loose, do not drain.",
      "New oil and washer at hand. Warm, not hot, into a clean tray.",
      "A magnet and a lamp: brass glitters, steel clings.",
    ],
    caution: `${UNDER} Hot oil burns: gloves and eye protection.`,
  },
  spanner: {
    steps: [
      "Paint marks first: a mark that has moved is a fastener that turned.",
      "A wrench only where the maker allows a recheck, with its own torque set.",
      "One that turns below its torque was loose.",
    ],
    caution:
      "Never recheck torque-plus-angle, single-use or locked fasteners with a wrench. Fasteners of rubber bushes only at ride height.",
  },
  clutchSpin: {
    steps: ["Engine at idle, clutch down, count to five.", "Reverse: does it still grind?"],
    caution: "Handbrake on, wheels chocked, nobody behind the vehicle.",
  },
  swapWheels: {
    steps: ["Front pair to the rear.", "Wheel nuts to their torque. The same road, the same speed."],
    caution: `Only where front and rear wheels are the same. ${UNDER} ${ROAD}`,
  },
  cleanDry: {
    steps: ["Clean and dry round the shift shaft.", "Drive ten minutes. Look again."],
    caution: `${UNDER} The exhaust is hot after the drive.`,
  },
  handJoints: {
    steps: ["In neutral.", "Turn and rock each joint and the centre bearing by hand."],
    caution: `${UNDER} Engine off, the wheels on the ground chocked.`,
  },
  angles: {
    steps: [
      "At ride height: on its wheels, or as the maker says.",
      "Angle gauge on each shaft and flange, front to rear.",
      "Write down all of them.",
    ],
    caution: "Over a pit or on a drive-on lift, wheels chocked. Engine off.",
  },
  cylinders: {
    steps: [
      "At idle, switch the cylinders off one after the other with a tester, or unplug one injector at a time.",
      "One that changes nothing is weak.",
    ],
    caution: "Never pull a plug lead with the engine running: high voltage, and it can damage the ignition.",
  },
  compareDetents: {
    steps: [
      "Unhook cable or rod at the gearbox.",
      "Shifter in each position, gearbox arm in the same: does the pin meet its hole?",
      "Hook it up again and try every position both ways.",
    ],
    caution: `${UNDER} Wheels chocked: with the linkage off, park may not hold. Battery off before console or starter wiring is opened, and wait as the maker says.`,
  },
  startEach: {
    steps: [
      "Footbrake hard on. Try the starter in every position.",
      "It may turn only in P and N. The reversing lamp lights only in R.",
    ],
    caution: "Handbrake on, wheels chocked, nobody in front of or behind the vehicle: it may move.",
  },
  parkOnSlope: {
    steps: [
      "Chocks a hand’s width below the wheels. P, then ease the handbrake off.",
      "A helper watches how far it rolls before the pawl holds.",
    ],
    caution: "Nobody below the vehicle. Foot over the brake all the time.",
  },
  record: {
    steps: [
      "A phone or the sensor on the seat rail, held fast. Tyres warm.",
      "One gear, one speed, for ten seconds; then the same speed in another gear.",
      "Add the recording in Gauge, Vibration, and see which peak stands out.",
    ],
    caution: ROAD,
  },
};
