import { SNUG_THEN_FULL } from "../passes";
import { wornBush } from "../drawings";
import { vanRoom } from "../mounts";
import { JobTale, type Teller, mm, at34 } from "../jobs";

/** The post van, its mount replaced: proved but for what the customer says. */
export async function vanProve(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(t, t.vehicles.van, 211, t.people.sorley, {
    said: ["Shakes the whole front at the stops, worse in the morning.", "07:40, by telephone"],
    symptoms: { vibIdle: "present", worseCold: "present", knockBumps: "present", buckOverrun: "absent" },
    roughness: {
      speedKmh: null,
      marks: {
        idleInGear: { before: 3, after: 0 },
        idleCold: { before: 4, after: 1 },
        bump: { before: 2, after: 2 },
        overrun: { before: 0, after: 0 },
      },
    },
    symptomsAfter: { vibIdle: "absent", worseCold: "absent", knockBumps: "present" },
    repaired: ["mountRight"],
    stage: "prove",
    waits: {
      kind: "customer",
      what: "Says how it idles after 200 km",
      since: days.at(-8, "10:00"),
      until: days.at(4, "10:00"),
    },
    nextAction: "Send a reminder",
    openedAt: days.at(-10, "08:00"),
  });
  job
    .reading("knobHeight", "before", mm(231, 230, 231, 231), days.at(-10, "09:05"))
    .reading("knobHeight", "after", mm(230, 231, 231, 230), days.at(-9, "14:40"))
    .reading("freePlayForeAft", "before", mm(24, 25, 24, 25), days.at(-10, "09:12"))
    .reading("freePlayForeAft", "after", mm(19, 18, 19, 19), days.at(-9, "14:50"))
    .part("Engine mount, right", { number: "SK-02-77", maker: "Skarvane", price: 88, state: "fitted" });
  const mount = job.group("Engine mount, right, to body", {
    pattern: "line",
    count: 3,
    thread: "M10x1.25",
    specTyped: "48 Nm + 60 deg",
    specSource: "Skarvane sheet 2-4",
    specOrigin: "specified",
    reuse: "replace",
    passes: SNUG_THEN_FULL,
  });
  job
    .sign(mount, "snug", [2, 1, 3], days.at(-9, "12:30"), "onStands")
    .sign(mount, "100 %", [2, 1, 3], days.at(-9, "12:50"), "onStands", [48.3, 47.6, 48.1]);
  await job.tell("Engine mount, road test");
}

/** The post van again: slop in its cable shift, planned and waiting. */
export async function vanPlan(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(t, t.vehicles.van, 215, t.people.tannack, {
    mountRoom: vanRoom,
    said: ["Stirs like porridge. Second is somewhere between first and the door.", "10:20, the driver"],
    symptoms: { playForeAft: "present", playSideways: "present", cannotTellNeutral: "present", dripsShaft: "absent" },
    stage: "plan",
    slackTarget: { typed: "8 mm", base: 8 },
    waits: {
      kind: "part",
      what: "Two cable-end bushes, by the ferry",
      since: days.at(-3, "12:00"),
      until: days.at(2, "09:00"),
    },
    nextAction: "Mark as arrived",
    openedAt: days.at(-3, "10:20"),
  });
  const drive = { kind: "cable" as const, anchor: { xMm: 250, zMm: -60 }, ratio: 1 };
  job
    .reading("throw", "before", mm(96, 95, 97, 96), days.at(-3, "10:50"), at34)
    .reading("freePlayForeAft", "before", mm(19, 20, 19, 19), days.at(-3, "10:56"))
    .reading("freePlayCross", "before", mm(22, 23, 22), days.at(-3, "10:59"))
    .reading("knobHeight", "before", mm(230, 231), days.at(-3, "11:02"));
  job.lever({
    role: "old",
    name: "Old lever",
    origin: "measured",
    lever: { knob: { xMm: 0, zMm: 230 }, pin: { xMm: 0, zMm: -60 }, drive, cross: {} },
  });
  const firm = job.lever({
    role: "candidate",
    name: "Lever with longer cable arm",
    origin: "measured",
    claimedReductionPct: 20,
    price: 74,
    source: "Oskerra Rubber",
    lever: { knob: { xMm: 0, zMm: 230 }, pin: { xMm: 0, zMm: -72 }, drive, cross: {} },
  });
  // The cable end at the lever is worn through: two cheap bushes take most of the play away.
  job
    .joint("Knob thread", "knob", 0.1, { cost: null, minutes: 5 })
    .joint("Pivot cup", "pivot", 0.4, { cost: 26, minutes: 45 })
    .joint("Cable-end bush at the lever", "rodEnd", 2.4, { cost: 18.8, minutes: 25, part: "Cable-end bush" })
    .joint("Cable-end bush at the gearbox", "selectorJoint", 1.4, { cost: 18.8, minutes: 25, part: "Cable-end bush" })
    .joint("Bell-crank bush", "pin", 0.5, { cost: 12, minutes: 30, origin: "estimated" })
    .choose(firm, "Keeps the knob where the drivers know it.")
    .part("Lever with longer cable arm", { number: "FR-72", maker: "Oskerra Rubber", price: 74, state: "arrived" })
    .part("Cable-end bush", {
      number: "SK-08-14",
      maker: "Skarvane",
      variant: "P2 from 2015",
      builtFrom: "2015-01-01",
      quantity: 2,
      price: 9.4,
      state: "ordered",
      note: "the early bush has a lip and does not fit",
    })
    .part("Spring clip", { number: "SK-08-21", quantity: 2, price: 1.1, state: "ordered" })
    .part("Lift collar and spring", { carriedOver: true, state: "needed" })
    .template({
      id: "cableBushes",
      done: 0,
      from: days.at(0, "08:00"),
      chosen: { lever: "cup", plate: "sealed" },
    });
  job.group("Bottom plate", {
    lineId: t.lines.get("van/Bottom plate"),
    grade: "8.8",
    pattern: "box",
    count: 4,
    thread: "M6",
    specTyped: "90 in-lb",
    specSource: "Skarvane sheet 8-2",
    specOrigin: "specified",
  });
  job.group("Shifter to floor", {
    lineId: t.lines.get("van/Shifter to floor"),
    pattern: "box",
    count: 4,
    thread: "M8",
    grade: "8.8",
    lengthMm: 20,
  });
  job.group("Exhaust shield", {
    pattern: "line",
    count: 3,
    thread: "M6",
    specTyped: "snug",
    specSource: "by custom here",
    specOrigin: "estimated",
  });
  job.setting("cableMarks", {
    name: "Cables at the gearbox",
    input: {
      cables: [
        { name: "Left cable", end: "rightHand", pitchMm: 1, beforeMm: 12, afterMm: null },
        { name: "Right cable", end: "rightHand", pitchMm: 1, beforeMm: 9.5, afterMm: null },
      ],
    },
    says: "Measured before removal. Measure left cable and right cable again when they are back on.",
    at: days.at(0, "09:20"),
  });
  await job.photo("Cable-end bush", wornBush, days.at(-1, "15:10"));
  await job.recording(
    "idle at the post office",
    { phase: "before", condition: "idleInGear", engineRpm: 800 },
    { takenAt: days.at(-3, "10:50"), note: "Rubber strut, as inspected." },
  );
  await job.tell("Cable-end bushes for the post van");
}
