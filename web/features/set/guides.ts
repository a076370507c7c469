import type { SettingTool } from "../../../contract";

/** Method kept with each tool: short, in order; where the trade has two ways, both. Common practice, no source. */
export interface Guide {
  steps: string[];
  ways?: string[];
  /** Read before the first step. */
  caution?: string;
}

export const GUIDES: Record<SettingTool, Guide> = {
  stops: {
    steps: [
      "Engine off. Put the lever in gear and push on until the free play towards that gear is taken up.",
      "Run the screw in until it barely touches.",
      "Back it off, hold it, lock the jam nut. Check again: the nut draws the screw.",
      "Then the other gear of the same gate. Then a short slow drive, and check once more.",
    ],
    ways: [
      "By touch: touch, back off an eighth of a turn, lock.",
      "By gap: a feeler of the wanted gap, screw up to it, lock.",
    ],
    caution: "A stop that touches in gear keeps the gear off its detent: it jumps out under load.",
  },
  lockout: {
    steps: [
      "Put it in the outermost forward gate and measure the gap to the plate.",
      "Loosen, move as shown, bring the fasteners down snug. Measure again in every gate.",
      "Torque the plate, then try all gears at rest, reverse only by its lockout.",
      "A short slow drive, then check the gap again.",
    ],
    caution: "Do not drive it until every forward gear was tried at rest: reverse must not be reached by accident.",
  },
  release: {
    steps: [
      "Lever in neutral, collar down. Lay a straightedge across.",
      "Measure how far the pin is above the face, or below it.",
      "Turn it to flush. Lift the collar: it must come free before reverse is reached.",
    ],
    caution: "Engine off. A pin that is too high lets reverse in without the lift.",
  },
  shims: {
    steps: [
      "Clean both faces. Measure the gap with feelers at three places round.",
      "Place the pack in the order shown, thin ones inside.",
      "Torque, and measure what is left.",
    ],
    caution: "A shim under a base moves the pivot: check the stops again afterwards.",
  },
  cableMarks: {
    steps: [
      "Before anything is unhooked: measure the thread past the nut of each cable, or count its turns, and mark it.",
      "Count the turns as it comes off.",
      "Put it back to the same figure, nut by nut. Check that neutral is neutral at the gearbox.",
    ],
    ways: ["By turns: count them off and count them on.", "By length: thread past the nut, with a calliper."],
    caution: "Spring clips fly: wear eye protection. Left and right cables look alike: tag one before both are off.",
  },
  rod: {
    steps: [
      "Measure ball centre to ball centre with lever and gearbox both in neutral.",
      "Cut, thread both ends, screw the rod ends on by half.",
      "Fit it, turn it to length, lock both nuts, look through the witness holes.",
    ],
    caution:
      "Cutting: eye protection, no loose clothing near the machine. Less thread than one diameter pulls out: measure twice.",
  },
  gatedLinkage: {
    steps: [
      "At the shifter, note the arm’s angle in every position; at the gearbox, the arm’s angle at every detent.",
      "Enter the holes each arm has and the lengths the rod can have.",
      "Fit the best pair, set the rod, and try every position both ways.",
      "Check: it starts only in P and N, and the reversing lamp lights only in R.",
    ],
    caution:
      "Wheels chocked and handbrake on: P is not proved until it holds. Battery off before console or starter wiring is opened, and wait as the maker says.",
  },
  floorSlot: {
    steps: [
      "Print at full size and measure the bar. If it is not 100 mm, the print is not the template.",
      "Tape it down along the line of the arm, front forward. Punch the centres.",
      "Drill the ends, cut between them, deburr. Grommet or boot before the arm goes through.",
      "Rust inhibitor on the cut edge.",
    ],
    caution:
      "Look under the floor before you drill: pipes, looms, fuel tank. Eye protection and a dust mask. Local rules decide on cutting the body.",
  },
  pressFit: {
    steps: [
      "Mark how the old one was placed: lip, notch, arrow. Then remove it.",
      "Clean the bore, break the edge. Measure bore and sleeve, both ways across.",
      "Support the bracket on both sides, close to the bore. Start square, check, press in one go.",
    ],
    ways: [
      "Press it cold.",
      "Heat the bracket, or cool the sleeve with dry ice or nitrogen, and drop it in: it grips in seconds. Gloves, ventilation; both heat and cold burn.",
    ],
    caution:
      "Eye protection: thin cast brackets crack when pressed unsupported or crooked. Never burn old rubber out in the vehicle: outdoors, respirator, away from fuel.",
  },
};
