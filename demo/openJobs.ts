import { deckLinkage, deckSlot, hillclimbNotches } from "./setting";
import { wornBush, wornRodEnd } from "./drawings";
import { hillclimbRoom, minibusRoom, vanRoom } from "./mounts";
import { JobTale, mm, type Teller } from "./jobs";

const at34 = { fromGear: "3", toGear: "4" };

/** Jobs in every stage, each waiting for something else. */
export async function openJobs(t: Teller): Promise<void> {
  await vanProve(t);
  await minibusCompare(t);
  await vanPlan(t);
  await tractorGauge(t);
  await hillclimbFit(t);
  await pickupAsk(t);
  await hillclimbNotches(t);
}

async function vanProve(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(
    t,
    {
      vehicleId: t.vehicles.van,
      number: 211,
      complaint: "Shakes the whole front at the stops, worse in the morning.",
      complaintNote: "07:40, by telephone",
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
      loadState: "onWheels",
      loadStateAt: days.at(-9, "14:30"),
      loadStateBy: t.people.sorley,
      waits: {
        kind: "customer",
        what: "Says how it idles after 200 km",
        since: days.at(-8, "10:00"),
        until: days.at(4, "10:00"),
      },
      nextAction: "Send a reminder",
      openedAt: days.at(-10, "08:00"),
    },
    t.people.sorley,
  );
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
    passes: [
      { name: "snug", pct: null },
      { name: "100 %", pct: 100 },
    ],
  });
  job
    .sign(
      mount,
      "snug",
      [
        [2, null],
        [1, null],
        [3, null],
      ],
      days.at(-9, "12:30"),
      "onStands",
    )
    .sign(
      mount,
      "100 %",
      [
        [2, 48.3],
        [1, 47.6],
        [3, 48.1],
      ],
      days.at(-9, "12:50"),
      "onStands",
    );
  await job.tell("Engine mount, road test");
}

async function minibusCompare(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(
    t,
    {
      vehicleId: t.vehicles.minibus,
      number: 214,
      mountRoom: minibusRoom,
      roughness: {
        speedKmh: 70,
        marks: {
          idleInGear: { before: 0, after: null },
          bump: { before: 1, after: null },
          onThrottle: { before: 2, after: null },
          overrun: { before: 1, after: null },
          roadSpeed: { before: 3, after: null },
        },
      },
      complaint: "The drivers want a shorter change. It takes the whole arm to get from third to fourth on the hill.",
      complaintNote: "08:15, the trust’s manager",
      symptoms: { playForeAft: "absent", cannotTellNeutral: "absent", popsOut: "absent", vibRoadSpeed: "present" },
      stage: "compare",
      loadState: "onStands",
      loadStateAt: days.at(0, "09:10"),
      loadStateBy: t.people.corrow,
      bay: "Bay 1",
      waits: { kind: "nothing", what: "Choose the lever", since: days.at(0, "09:30"), until: null },
      nextAction: "Throw bench",
      openedAt: days.at(-1, "08:15"),
    },
    t.people.corrow,
  );
  job
    .reading("throw", "before", mm(104, 103, 104, 104), days.at(0, "09:20"), at34)
    .reading("throw", "before", mm(105, 104), days.at(0, "09:24"), { fromGear: "1", toGear: "2" })
    .reading("freePlayForeAft", "before", mm(12, 12, 11, 12), days.at(0, "09:32"))
    .reading("freePlayCross", "before", mm(9, 9, 8), days.at(0, "09:36"))
    .reading("knobHeight", "before", mm(312, 312, 311, 312), days.at(0, "09:40"))
    .reading("mountHeight", "before", mm(42.3, 42.2, 42.4), days.at(0, "09:48"), { place: "tail" })
    .reading("mountHeight", "before", mm(62), days.at(0, "09:49"), { place: "left" })
    .reading("mountHeight", "before", mm(62), days.at(0, "09:50"), { place: "right" })
    .reading(
      "inclination",
      "before",
      [
        { typed: "3.4 deg", base: 3.4 },
        { typed: "3.5 deg", base: 3.5 },
      ],
      days.at(0, "09:52"),
      {
        place: "gearbox",
        method: "angleGauge",
        resolution: { typed: "0.1 deg", base: 0.1 },
      },
    );
  const drive = { kind: "rod" as const, joint: { xMm: 370, zMm: -38 }, axisDeg: 3 };
  job.lever({
    role: "old",
    name: "Old lever",
    origin: "measured",
    lever: { knob: { xMm: 0, zMm: 312 }, pin: { xMm: 0, zMm: -60 }, drive, cross: {} },
  });
  job.lever({
    role: "candidate",
    name: "Notched lever, at 3",
    origin: "measured",
    claimedReductionPct: 25,
    price: 96,
    source: "Ness Linkage Works",
    lever: { knob: { xMm: 0, zMm: 290 }, pin: { xMm: 0, zMm: -68 }, drive, cross: {} },
  });
  job.lever({
    role: "candidate",
    name: "Notched lever, at 5",
    origin: "measured",
    claimedReductionPct: 30,
    price: 96,
    source: "Ness Linkage Works",
    shown: false,
    lever: { knob: { xMm: 0, zMm: 284 }, pin: { xMm: 0, zMm: -74 }, drive, cross: {} },
  });
  job.lever({
    role: "candidate",
    name: "Fixed short lever",
    origin: "claimed",
    claimedReductionPct: 40,
    price: 58,
    source: "Corran Spares",
    shown: false,
    lever: { knob: { xMm: -6, zMm: 268 }, pin: { xMm: 0, zMm: -66 }, drive, cross: {} },
  });
  await job.recording(
    "70 in fifth",
    { phase: "before", condition: "roadSpeed", gear: "5", speedKmh: 70 },
    { takenAt: days.at(-1, "16:10"), note: "The straight by the pier, two aboard." },
  );
  await job.recording(
    "70 in fourth",
    { phase: "before", condition: "roadSpeed", gear: "4", speedKmh: 70 },
    { takenAt: days.at(-1, "16:16") },
  );
  await job.tell("Shorter change for the minibus");
}

async function vanPlan(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(
    t,
    {
      vehicleId: t.vehicles.van,
      number: 215,
      mountRoom: vanRoom,
      complaint: "Stirs like porridge. Second is somewhere between first and the door.",
      complaintNote: "10:20, the driver",
      symptoms: { playForeAft: "present", playSideways: "present", cannotTellNeutral: "present", dripsShaft: "absent" },
      stage: "plan",
      loadState: "onWheels",
      loadStateAt: days.at(-3, "11:00"),
      loadStateBy: t.people.tannack,
      slackTarget: { typed: "8 mm", base: 8 },
      waits: {
        kind: "part",
        what: "Two cable-end bushes, by the ferry",
        since: days.at(-3, "12:00"),
        until: days.at(2, "09:00"),
      },
      nextAction: "Mark as arrived",
      openedAt: days.at(-3, "10:20"),
    },
    t.people.tannack,
  );
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
    source: "Firth Rubber",
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
    .part("Lever with longer cable arm", { number: "FR-72", maker: "Firth Rubber", price: 74, state: "arrived" })
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
    .step("Mark where each cable sits in its thread", "cabin")
    .step("Exhaust shield off, bottom plate off", "under")
    .step("Cables off; clips fly, eyes covered", "under")
    .step("Lever out at a quarter turn, collar over to the new one", "under")
    .step("Bushes in, clips over, cables on: left to left", "under")
    .step("Every gear at rest, reverse needs the lift", "cabin");
  job.group("Bottom plate", {
    pattern: "box",
    count: 4,
    thread: "M6",
    specTyped: "90 in-lb",
    specSource: "Skarvane sheet 8-2",
    specOrigin: "specified",
  });
  job.group("Shifter to floor", { pattern: "box", count: 4, thread: "M8" });
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
    { takenAt: days.at(-3, "10:50"), note: "The post fitted a urethane strut in spring." },
  );
  await job.tell("Cable-end bushes for the post van");
}

async function tractorGauge(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(
    t,
    {
      vehicleId: t.vehicles.tractor,
      number: 216,
      complaint: "Park does not always hold on the ramp, you have to pull it twice.",
      complaintNote: "06:55, the deck crew",
      symptoms: { playForeAft: "present", reverseWontEngage: "absent" },
      stage: "gauge",
      loadState: "onWheels",
      loadStateAt: days.at(0, "07:30"),
      loadStateBy: t.people.tannack,
      bay: "Pit",
      waits: {
        kind: "helper",
        what: "J. Tannack holds the arm in park",
        since: days.at(0, "08:00"),
        until: days.at(0, "13:00"),
      },
      nextAction: "Call the helper",
      openedAt: days.at(0, "06:55"),
    },
    t.people.corrow,
  );
  job
    .reading("throw", "before", mm(121, 122, 121), days.at(0, "08:20"), { fromGear: "R", toGear: "D" })
    .reading("freePlayForeAft", "before", mm(17, 18), days.at(0, "08:30"));
  job.lever({
    role: "old",
    name: "Deck shifter",
    origin: "measured",
    lever: {
      knob: { xMm: 0, zMm: 260 },
      pin: { xMm: 0, zMm: -58 },
      drive: { kind: "arm", joint: { xMm: 420, zMm: -70 }, armPivot: { xMm: 420, zMm: -124 } },
      cross: {},
    },
  });
  // Measured 17.5 mm, the listed joints give far less: one is missing from the list.
  job
    .joint("Knob thread", "knob", 0.1, { cost: null, minutes: 5 })
    .joint("Shifter pivot bush", "pivot", 0.3, { cost: 21, minutes: 40 })
    .joint("Rod end at the shifter", "rodEnd", 0.9, { cost: 17, minutes: 15 })
    .joint("Rod end at the arm", "selectorJoint", 0.8, { cost: 17, minutes: 15 });
  job
    .setting("gatedLinkage", {
      name: "Deck shifter to gearbox",
      input: deckLinkage,
      says: "Shifter hole at 40.0 mm, gearbox hole at 48.0 mm, rod 470.4 mm. The worst detent is 1.3° off; all are inside their capture.",
      at: days.at(0, "10:40"),
    })
    .setting("floorSlot", {
      name: "Slot for the new base",
      input: deckSlot,
      says: "Cut a slot 69.9 by 16.0 mm.",
      at: days.at(0, "11:05"),
    });
  await job.photo("Rod end at the arm", wornRodEnd, days.at(0, "08:45"));
  await job.tell("Park on the deck tractor");
}

async function hillclimbFit(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(
    t,
    {
      vehicleId: t.vehicles.hillclimb,
      number: 217,
      mountRoom: hillclimbRoom,
      complaint: "Clunks as it takes up the drive, and the lever walks on the throttle.",
      complaintNote: "17:40, after the practice run",
      symptoms: { clunkTakeUp: "present", leverMovesThrottle: "present", vibIdle: "absent", knockBumps: "absent" },
      stage: "fit",
      loadState: "onStands",
      loadStateAt: days.at(0, "09:10"),
      loadStateBy: t.people.corrow,
      bay: "Bay 3",
      waits: { kind: "nothing", what: "Torque the prop shaft to its flange", since: days.at(0, "10:00"), until: null },
      nextAction: "Torque board",
      openedAt: days.at(-1, "17:40"),
    },
    t.people.corrow,
  );
  job
    .reading("throw", "before", mm(95, 95, 96, 95), days.at(0, "09:20"), at34)
    .reading("freePlayForeAft", "before", mm(16, 15, 16, 16), days.at(0, "09:25"))
    .reading("freePlayCross", "before", mm(7, 7), days.at(0, "09:28"))
    .part("Flexible coupling", { number: "HC-6-110", maker: "Firth Rubber", price: 72, state: "arrived" })
    .part("Tail mount, firm rubber", { number: "HC-T-2", maker: "Firth Rubber", price: 44, state: "arrived" })
    .part("Coupling bolts, single use", { number: "HC-6-111", quantity: 6, price: 2.6, state: "arrived" })
    .step("Gearbox supported on a pad, crossmember off", "under", true)
    .step("Old coupling off, marks on shaft and flange", "under", true)
    .step("Coupling on, arrows to the flange arms", "under", true)
    .step("Tail mount in, centre bolt hand tight", "under", true)
    .step("Set the stops in 3rd and 4th: touch, back off, lock", "cabin")
    .finding("Coupling cracked at two of six bolts", "under", true)
    .finding("Shift-shaft seal damp", "under");
  const prop = job.group("Prop shaft to flange", {
    pattern: "circle",
    count: 6,
    thread: "M10",
    specTyped: "62 Nm",
    specSource: "club build book, page 44",
    specOrigin: "specified",
    reuse: "replace",
  });
  job.group("Tail mount centre bolt", {
    pattern: "circle",
    count: 1,
    thread: "M12",
    specTyped: "103-105 lb ft",
    specSource: "Firth leaflet for HC-T-2",
    specOrigin: "specified",
    loadNeeded: "rideHeight",
    passes: [
      { name: "snug", pct: null },
      { name: "100 %", pct: 100 },
    ],
  });
  job.group("Crossmember to body", {
    pattern: "box",
    count: 4,
    thread: "M10",
    specTyped: "26 lb-ft + 90 deg",
    specSource: "club build book, page 40",
    specOrigin: "specified",
  });
  job.group("Tunnel brace", { pattern: "line", count: 2, thread: "M8" });
  const order = [1, 4, 2, 5, 3, 6];
  job
    .sign(
      prop,
      "snug",
      order.map((b) => [b, null]),
      days.at(0, "13:40"),
      "onStands",
    )
    .sign(
      prop,
      "60 %",
      order.map((b, i) => [b, [37.1, 37.4, 37.0, 37.3, 37.2, 37.1][i]]),
      days.at(0, "14:00"),
      "onStands",
    )
    .sign(
      prop,
      "100 %",
      [
        [1, 61.9],
        [4, 62.3],
        [2, 61.2],
      ],
      days.at(0, "14:21"),
      "onStands",
    );
  await job.recording(
    "run-up in third",
    { phase: "before", condition: "onThrottle", gear: "3", engineRpm: 2200, runUpTo: 5800 },
    { takenAt: days.at(-1, "17:55"), note: "Up the hill from the second bend." },
    11,
  );
  await job.tell("Coupling and tail mount of the hill-climb car");
}

async function pickupAsk(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(
    t,
    {
      vehicleId: t.vehicles.pickup,
      number: 219,
      complaint:
        "The stick jumps when I come off the pedal, there is a clunk when it pulls away, and at about sixty it shakes on the quarry road.",
      complaintNote: "08:25, by telephone",
      symptoms: {
        leverMovesThrottle: "present",
        clunkTakeUp: "present",
        vibRoadSpeed: "present",
        vibIdle: "absent",
        knockBumps: "absent",
        playForeAft: "absent",
      },
      stage: "ask",
      loadState: "onWheels",
      loadStateAt: days.at(0, "08:20"),
      loadStateBy: t.people.tannack,
      waits: { kind: "nothing", what: "Lift the gearbox and look", since: days.at(0, "08:30"), until: null },
      nextAction: "Go on asking",
      openedAt: days.at(0, "08:25"),
    },
    t.people.tannack,
  );
  job.lever({
    role: "old",
    name: "Transfer lever",
    origin: "measured",
    lever: { knob: { xMm: 18, zMm: 340 }, pin: { xMm: 0, zMm: -64 }, drive: { kind: "direct", axisDeg: 0 }, cross: {} },
  });
  job.lever({
    role: "candidate",
    name: "Longer handle",
    origin: "claimed",
    price: 39,
    source: "Corran Spares",
    lever: { knob: { xMm: 18, zMm: 420 }, pin: { xMm: 0, zMm: -64 }, drive: { kind: "direct", axisDeg: 0 }, cross: {} },
  });
  await job.tell("Jumping stick on the quarry pickup");
}
