import { describe, expect, it } from "vitest";
import { suppliedTemplates } from "../templates";
import { leadOf, proposeKinds } from "./propose";

/** What drivers and owners say, five for each kind; written for this test, on a vehicle the kind is usual on. */
const SAID: Record<string, string[]> = {
  bracketBushes: [
    "When I push on, the whole shifter shifts about in its bracket; gears are vague.",
    "The base of the shifter moves when I pull the lever hard.",
    "Imprecise when driving hard, the rubber in the bracket seems soft. I want solid bushes.",
    "Shifter housing moves up and down as I change gear under load.",
    "The lever assembly wobbles as one piece, not the lever in it; bracket bushes gone.",
  ],
  subframeBushes: [
    "The rear feels loose over bumps, and bangs when I lift off.",
    "Bang from the rear when pulling away, the subframe moves.",
    "Rear end wanders in corners; the subframe bushes are split.",
    "It knocks at the back over potholes, the rubber of the subframe is gone.",
    "I want urethane in the rear subframe before the season.",
  ],
  engineMounts: [
    "Shakes at idle, worse when cold, smooth above a thousand.",
    "Vibration at idle you feel in the seat; engine sits low on one side.",
    "There is a knock on a cold start and the whole car trembles at the lights.",
    "Motor mounts look squashed, it buzzes standing still.",
    "The engine droops to the left and it shakes the dash at idle.",
  ],
  leverLockout: [
    "I get reverse by mistake when going for first, and the throw is long.",
    "Wants a short lever that drops in from above, with the lockout plate.",
    "It went into reverse by accident twice. Can you fit a lockout?",
    "A drop-in lever is to be fitted; reverse must stay blocked.",
    "The lockout plate has worn, so reverse can be had instead of first.",
  ],
  transferLever: [
    "Cannot reach the transfer lever with the belt on.",
    "The four-wheel-drive lever is stiff and far away, a longer handle please.",
    "Low range lever is too short to pull it in.",
    "The handle of the transfer box comes loose and is hard to move.",
    "Longer handle on the transfer case lever, it sits behind the brake.",
  ],
  carrierMounts: [
    "Clunk from the rear axle when drive is taken up.",
    "The axle carrier moves when I let the clutch in; its front mounts are torn.",
    "A clunk at the back as I go from overrun to drive, the rear axle mount is split.",
    "Rear axle nods on the throttle and bangs; carrier mounts worn.",
    "Bang when the drive comes in, it comes from the axle at the back.",
  ],
  tailMount: [
    "The gearbox hangs low at the back, the lever moves with the throttle.",
    "Clunks on and off the throttle, gearbox mount soaked in oil.",
    "Transmission mount collapsed, the shaft angle looks wrong.",
    "The lever walks forward when I accelerate; the gearbox sags.",
    "Tail mount cracked, found at the inspection.",
  ],
  tailMountStuds: [
    "I want a firmer mount under the gearbox, the one on studs behind the plastic cover.",
    "The gearbox moves too much; fit a stiffer mount, it is under a cover.",
    "Old rubber of the gearbox mount, it hangs on two studs.",
    "The mount studs are rusty and the gearbox rocks, cover has to come off.",
    "Gearbox moves and clunks when shifting fast, a stiffer tail mount is wanted.",
  ],
  turretRebuild: [
    "The lever flops side to side in gear, I have a rebuild kit.",
    "Turret and lever are worn, there is a bush missing.",
    "Wobbly lever, the boot is torn and the plastic bush fell out of the turret.",
    "Fit the shifter rebuild kit while the gearbox is in.",
    "Worn bush at the bottom of the lever in the turret, side to side it is loose.",
  ],
  selectorJoint: [
    "Lots of play left to right at the knob, the selector joint is worn.",
    "The shift joint at the gearbox is loose, the roll pin works out.",
    "The lever moves up and down and wanders; the joint at the gearbox has gone soft.",
    "Sloppy shift, the universal joint of the shifter has play.",
    "The roll pins of the selector joint are to be renewed, it is sloppy.",
  ],
  remoteAssembly: [
    "I cannot tell neutral from gear, and the linkage bush is no longer sold.",
    "You never know which gear you are in; bush destroyed at the gearbox end.",
    "The linkage bush fell apart, only the whole assembly can be bought.",
    "Is it in neutral or in gear? You have to stir and guess.",
    "The bush of the remote shifter is not sold any more, the lever is loose.",
  ],
  liftReverseLever: [
    "You lift for reverse and the collar sticks; a new lever is here.",
    "The reverse pin does not spring back after lifting the collar.",
    "Short lever with lift to reverse, the collar and pin move over from the old one.",
    "Reverse collar comes loose and it goes into reverse without lifting.",
    "The lift-to-reverse lever is bent; the spring and the pin go on the new one.",
  ],
  remoteBracket: [
    "An aftermarket shifter with its support bracket is to be fitted.",
    "The remote shifter feels soft, the support bracket behind the shaft is in two pieces.",
    "Shorter throw please, I bought a remote shifter with a bracket.",
    "Missed gears: the support bracket of the remote shifter is loose.",
    "The shifter bracket kit, two-piece support bracket, wants fitting.",
  ],
  shaftSeal: [
    "Oil drips where the shift shaft comes out of the gearbox.",
    "It leaks oil at the selector shaft, wet all along the bottom.",
    "There is a gearbox leak at the boot of the shaft seal.",
    "Puddle under the gearbox, the seal at the shift shaft leaks.",
    "Wet round the shaft, oil leak, the boot is soaked.",
  ],
  turretStops: [
    "Third jumps out, a stop screw has backed out.",
    "The lever goes too far in third and grinds; the stop is loose.",
    "One of the shift stops backs out again and again.",
    "Broken stop in the turret, the lever overruns the gear.",
    "It pops out of third and fourth, I think the stop screws are out.",
  ],
  cableShifter: [
    "New cable shifter assembly, the old one is notchy.",
    "The shifter cables are stiff and it baulks; a shorter throw shifter is here.",
    "Two cables come off and a short shifter assembly goes in.",
    "The throw is long, I bought a complete cable shifter.",
    "Swap the shifter assembly, cables stay; centre spring is weak.",
  ],
  cableBushes: [
    "Sloppy and you cannot find second, the cable-end bush is crumbled.",
    "The cable end pops off the lever, its bush is worn.",
    "Stirs like porridge, cable linkage sloppy at the lever.",
    "The cable bush under the lever has gone, it wanders in gear.",
    "Lever bush worn and loose, from below the plate it is all play.",
  ],
  torqueMount: [
    "Shake on the throttle, the engine rocks back and forth.",
    "It bucks on the overrun and the steering trembles when I pull away.",
    "The torque strut is torn, engine moves a hand's width.",
    "The dog bone at the bottom is gone, clunk under acceleration.",
    "Wobble under acceleration, the front mount is split.",
  ],
  factoryShort: [
    "The throw is long; I want the original short lever of the later model.",
    "Factory short lever and linkage, shorter throw please.",
    "A long throw from third to fourth, the maker has a shorter lever.",
    "Fit the factory short shift lever, knob stays.",
    "The lever's throw is too long, original short lever is on the shelf.",
  ],
  fullRefresh: [
    "Everything is worn: overhaul the whole linkage.",
    "Refresh all bushes of the shifter, rod, joint and coupling.",
    "Everything loose from lever to gearbox, do the complete linkage.",
    "Rattle at the lever, play in gear, all bushes are gone: a full overhaul.",
    "Sloppy everywhere, I want it all renewed, the complete linkage.",
  ],
  floorShifter: [
    "From column to floor: there is no shifter for this gearbox swap.",
    "The automatic has a column shift and shall have a lever on the floor.",
    "Floor shifter for the converted gearbox, park must hold.",
    "A gearbox swap left it with no shifter at all.",
    "Put the lever on the floor, the column linkage no longer fits.",
  ],
};

const rankOf = (id: string, complaint: string): number => {
  const own = suppliedTemplates.find((t) => t.id === id)!;
  const list = proposeKinds(suppliedTemplates, {
    complaint,
    vehicle: {
      shifter: own.applies.shifter[0],
      layout: own.applies.layout[0],
      ...(own.applies.gearbox.length && { automatic: own.applies.gearbox[0] === "automatic" }),
    },
    suspects: [],
    present: [],
    absent: [],
  });
  return list.findIndex((p) => p.content.id === id) + 1;
};

describe("the kind a complaint asks for", () => {
  const all = Object.entries(SAID).flatMap(([id, list]) => list.map((text) => ({ id, text, rank: rankOf(id, text) })));

  it("is among the first three for every complaint, and first for ninety of a hundred and five", () => {
    expect(Object.keys(SAID)).toHaveLength(21);
    expect(all.filter((s) => s.rank > 3)).toEqual([]);
    const first = all.filter((s) => s.rank === 1).length;
    expect(first, JSON.stringify(all.filter((s) => s.rank !== 1))).toBeGreaterThanOrEqual(90);
  });

  it("leads nowhere where nothing is said of it", () => {
    const say = (complaint: string) =>
      leadOf(proposeKinds(suppliedTemplates, { complaint, vehicle: {}, suspects: [], present: [], absent: [] }));
    expect(say("")).toBe("none");
    expect(say("Tyres are due, and the radio crackles.")).toBe("none");
  });
});
