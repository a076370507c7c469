import type { SettingTool } from "../../../contract";

/** Method kept with each tool: short, in order; where the trade has two ways, both. Common practice, no source. */
export interface Guide {
  steps: string[];
  ways?: string[];
  caution?: string;
}

export const GUIDES: Record<SettingTool, Guide> = {
  stops: {
    steps: [
      "Engine off. Put the lever in gear and push on until the free play is taken up.",
      "Run the screw in until it barely touches.",
      "Back it off, hold it, lock the jam nut. Look again: the nut draws the screw.",
      "Now the other gear of the same gate. Then drive, and look once more.",
    ],
    ways: [
      "By touch: touch, back off an eighth of a turn, lock.",
      "By gap: a feeler of the wanted gap, screw up to it, lock.",
    ],
    caution: "A stop that touches in gear holds the gear off its detent: it jumps out under load.",
  },
  lockout: {
    steps: [
      "Put it in the outermost forward gate and measure the gap to the plate.",
      "Loosen, move as shown, snug. Measure again.",
      "Work through the list before the final torque.",
    ],
    caution: "Nobody reverses it out of the shop before every forward gear was tried.",
  },
  release: {
    steps: [
      "Lever in neutral, collar down. Lay a straightedge across.",
      "Measure how far the pin stands proud, or lies under.",
      "Turn it to flush. Lift the collar: it must come free before reverse is reached.",
    ],
  },
  shims: {
    steps: [
      "Clean both faces. Measure the gap with feelers, three places round.",
      "Lay the pack in the order shown, thin ones inside.",
      "Torque, and measure what is left.",
    ],
    caution: "A shim under a base moves the pivot: look at the stops again afterwards.",
  },
  cableMarks: {
    steps: [
      "Before anything is unhooked: measure the thread that stands out past the nut, each cable, and mark it.",
      "Count the turns as it comes off.",
      "Put it back to the same figure, nut by nut, and look whether neutral is neutral.",
    ],
    ways: ["By turns: count them off and count them on.", "By length: thread past the nut, with a calliper."],
    caution: "Left and right cables look alike and are not. Tie a tag to one before both are off.",
  },
  rod: {
    steps: [
      "Measure ball centre to ball centre with the linkage where it shall stand.",
      "Cut, thread both ends, screw the rod ends on by half.",
      "Fit it, turn it to length, lock both nuts, look through the witness holes.",
    ],
    caution: "Less thread than its diameter pulls out. A rod cut short is scrap: measure twice.",
  },
  gatedLinkage: {
    steps: [
      "With the shifter, note the arm’s angle in every position; with the gearbox, the arm’s angle at every detent.",
      "Enter the holes each arm has and the lengths the rod can have.",
      "Fit the best pair, set the rod, and try every position both ways.",
    ],
    caution: "Wheels chocked. P must hold on the ramp before anybody drives it.",
  },
  floorSlot: {
    steps: [
      "Print at full size and measure the bar. If it is not 100 mm, the print is not the template.",
      "Tape it down along the line of the arm, front forward. Punch the centres.",
      "Drill the ends, cut between them, deburr. Grommet or boot before the arm goes through.",
    ],
    caution: "Look under the floor before you drill: lines, looms, tank.",
  },
  pressFit: {
    steps: [
      "Mark which way the old one sat: lip, notch, arrow. Then take it out.",
      "Clean the bore, break the edge. Measure bore and sleeve, both ways across.",
      "Support the bracket on both sides, close in. Start square, look, press in one go.",
    ],
    ways: ["Press it cold.", "Heat the bracket or cool the sleeve, and drop it in: quick hands, it grips in seconds."],
    caution: "Thin cast brackets crack when they are pressed unsupported or crooked. Eyes covered.",
  },
};
