import type { HowTo, Knowledge } from "../../../core";

/** How a test is done: the shop's own way where it wrote one down, the usual one otherwise. */
export const howToOf = (knowledge: Knowledge, testId: string): HowTo | undefined =>
  knowledge.howTos?.[testId] ?? HOW_TO[testId];

/** The usual way of each test of the standard table, keyed by the test's id. */
export const HOW_TO: Record<string, HowTo> = {
  wobble: {
    steps: [
      "Engine off, in third. Handbrake on.",
      "Push and pull the knob until something resists. Then side to side.",
      "Tape the free part, end to end.",
    ],
  },
  watchBelow: {
    steps: [
      "Vehicle on stands, engine off. A lamp on the linkage.",
      "The helper moves the lever slowly from third to fourth and back.",
      "Watch each joint in turn: which side moves and the other waits?",
    ],
    caution: "Stands before you go under; a jack is not a support. Agree with the helper that nothing else is touched.",
  },
  lift: {
    steps: [
      "A jack under a rigid part of the gearbox, a wooden block between.",
      "Lift until the weight just comes off the tail mount, no more.",
      "Look for rubber leaving metal.",
    ],
    caution: "Never under the thin pan. Vehicle on stands; nobody's hand between mount and crossmember.",
  },
  brakeTorque: {
    steps: [
      "Wheels chocked front and rear, handbrake and footbrake on. Bonnet open.",
      "In first, bring the clutch to its bite for a second, at idle and a little over. Then the same in reverse.",
      "The other person stands at the side and watches how far the engine rises.",
    ],
    caution: "Nobody in front of or behind the vehicle. One second, not more: the clutch heats.",
  },
  pry: {
    steps: [
      "A bar between bracket and body, on metal, not on rubber.",
      "Lever gently each way; more than 6 mm (1/4 in) or a gap that opens is a worn mount.",
      "Left, right, torque mount, tail.",
    ],
    caution: "Hot exhaust. Do not lever on the sump or on lines.",
  },
  heights: {
    steps: [
      "Vehicle level on its wheels.",
      "Tape from bracket to body at each mount, the same two faces left and right.",
      "Over 5 mm (3/16 in) lower than the other side, or than new, is collapsed.",
    ],
  },
  offOn: {
    steps: ["Engine off: every gear, noting the effort.", "Engine at idle, clutch down: every gear again."],
  },
  bump: {
    steps: ["At walking pace over one bump.", "A hand lies on the lever: is the knock felt there or in the floor?"],
  },
  look: {
    steps: [
      "A bright lamp on every mount, the couplings, the selector.",
      "Look for cracks at the rubber's edge, dry rot, swelling, oil, foam that is gone.",
    ],
  },
  otherGear: {
    steps: [
      "At the speed that shakes, note the gear.",
      "One gear up and one down at the same road speed. Does it stay?",
    ],
  },
  coastNeutral: {
    steps: ["A little over that speed, into neutral, coast through it.", "Gone in neutral means it needs torque."],
  },
  stopGap: {
    steps: ["In gear, a feeler between lever and stop.", "Touching, or standing far off, is wrong. Both directions."],
  },
  lockoutGap: {
    steps: ["In the outermost forward gear, a feeler at the lockout plate.", "1 to 2 mm (0.04 to 0.08 in) is usual."],
  },
  cableAlign: {
    steps: [
      "Unhook both cables at the gearbox.",
      "Shifter in neutral, gearbox in neutral: do the ends meet their pins?",
    ],
    caution: "Spring clips fly: eyes covered.",
  },
  drain: {
    steps: ["Warm, into a clean tray.", "A magnet and a lamp: brass glitters, steel clings."],
    caution: "Hot oil.",
  },
  spanner: { steps: ["Each mount and linkage fastener, with its own torque set.", "One that turns was loose."] },
  clutchSpin: { steps: ["Engine at idle, clutch down, count to five.", "Reverse: does it still grind?"] },
  swapWheels: { steps: ["Front pair to the rear.", "The same road, the same speed."] },
  cleanDry: { steps: ["Clean and dry round the shift shaft.", "Drive ten minutes. Look again."] },
  handJoints: {
    steps: ["On stands, in neutral.", "Turn and rock each joint and the centre bearing by hand."],
    caution: "Stands before you go under.",
  },
  angles: {
    steps: ["On its wheels.", "Angle gauge on each shaft and flange, front to rear.", "Write down all of them."],
  },
  cylinders: { steps: ["At idle, one cylinder after the other left out.", "One that changes nothing is weak."] },
  record: {
    steps: [
      "A telephone or the sensor on the seat rail, held fast. Tyres warm.",
      "One gear, one speed, for ten seconds; then the same speed in another gear.",
      "Take it into Gauge, Vibration, and read which line stands out.",
    ],
    caution: "A second person drives; the one who records looks at the road, too.",
  },
};
