import { SNUG_THEN_FULL } from "./passes";
import { inch, JobTale, mm, sixteenth, type Teller } from "./jobs";

/** Jobs that are done, with readings before and after. */
export async function closedJobs(t: Teller): Promise<void> {
  await minibusCarrier(t);
  await hillclimbShortLever(t);
  await pickupTailMount(t);
}

async function minibusCarrier(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(t, t.vehicles.minibus, 201, t.people.corrow, {
    said: ["You cannot tell where neutral is. It hunts about until it finds third.", "14:10, at the counter"],
    symptoms: { cannotTellNeutral: "present", playSideways: "present", playForeAft: "present", popsOut: "absent" },
    stage: "prove",
    verdict: "Neutral is plain to feel again. The lever is as long as before; only the slop went.",
    closing: {
      open: ["1 finding is open: Oil film at the shift shaft, no drip yet"],
      reason: "No drip: it is looked at again at the next visit.",
    },
    openedAt: days.at(-160, "08:05"),
    closedAt: days.at(-159, "16:20"),
  });
  const pair = { fromGear: "3", toGear: "4" };
  job
    .reading("throw", "before", mm(118, 117, 119, 118), days.at(-160, "09:10"), pair)
    .reading("throw", "after", mm(103, 104, 103, 103), days.at(-159, "15:50"), pair)
    .reading("freePlayForeAft", "before", mm(26, 27, 26, 27), days.at(-160, "09:20"))
    .reading("freePlayForeAft", "after", mm(12, 11, 12, 12), days.at(-159, "15:55"))
    .reading("freePlayCross", "before", mm(31, 30, 32), days.at(-160, "09:25"))
    .reading("freePlayCross", "after", mm(9, 8, 9), days.at(-159, "15:58"))
    .part("Carrier bush, rubber", {
      number: "UL-24-118",
      maker: "Oskerra Rubber",
      quantity: 2,
      price: 14.5,
      state: "fitted",
    })
    .part("Selector joint pin, outer", { number: "UL-24-131", quantity: 1, price: 3.2, state: "fitted" })
    .part("Selector joint pin, inner", { carriedOver: true, state: "fitted" })
    .finding("Oil film at the shift shaft, no drip yet", "under");
  const bushes = job.group("Carrier to gearbox", {
    pattern: "line",
    count: 2,
    thread: "M8",
    specTyped: "18 Nm",
    specSource: "Ulverin sheet 24-3",
    specOrigin: "specified",
    passes: SNUG_THEN_FULL,
  });
  job
    .sign(bushes, "snug", [1, 2], days.at(-159, "14:02"), "gearboxSupported")
    .sign(bushes, "100 %", [1, 2], days.at(-159, "14:20"), "gearboxSupported", [18.2, 17.9]);
  job.template({ id: "bracketBushes", done: "all", from: days.at(-160, "09:30"), stepsOnly: true });
  await job.tell("Carrier bushes, closed");
  await job.correct(
    { verdict: "Neutral is plain to feel again, and the throw is 12 % shorter. The lever is as long as before." },
    "Verdict",
    "The shorter throw was left out.",
  );
}

async function hillclimbShortLever(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(t, t.vehicles.hillclimb, 205, t.people.tannack, {
    said: [
      "Third to fourth takes too long out of the hairpin. Wants the lever that promises 45 per cent.",
      "by letter, with the kit’s leaflet",
    ],
    symptoms: { popsOut: "absent", grindsOneGear: "absent" },
    stage: "prove",
    verdict: "Quick and plain to feel. Heavier by two fifths. The promised 45 per cent is not in it.",
    openedAt: days.at(-97, "09:00"),
    closedAt: days.at(-96, "14:45"),
  });
  const pair = { fromGear: "3", toGear: "4", resolution: sixteenth };
  job
    .reading("throw", "before", [inch("5 1/4 in", 5.25)], days.at(-97, "09:40"), pair)
    .reading("throw", "after", [inch("3 3/4 in", 3.75)], days.at(-96, "13:20"), pair)
    .reading("knobHeight", "before", [inch("14 3/16 in", 14.1875)], days.at(-97, "09:50"), { resolution: sixteenth })
    .reading("knobHeight", "after", [inch("11 13/16 in", 11.8125)], days.at(-96, "13:25"), { resolution: sixteenth });
  job.lever({
    role: "old",
    name: "Club lever",
    origin: "measured",
    lever: { knob: { xMm: 0, zMm: 360 }, pin: { xMm: 0, zMm: -60 }, drive: { kind: "direct", axisDeg: 0 }, cross: {} },
  });
  const short = job.lever({
    role: "candidate",
    name: "Short lever kit",
    origin: "measured",
    claimedReductionPct: 45,
    price: 148,
    source: "Velkin Linkage Works",
    lever: { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -70 }, drive: { kind: "direct", axisDeg: 0 }, cross: {} },
  });
  job
    .choose(short, "The only kit that fits the club's turret; the driver wants it short and takes the weight.")
    .part("Short lever kit", { number: "NLW-70", maker: "Velkin Linkage Works", price: 148, state: "fitted" })
    .part("Pivot cup", { carriedOver: true, state: "fitted" });
  const turret = job.group("Turret to gearbox", {
    pattern: "box",
    count: 4,
    thread: "5/16-18",
    specTyped: "13 ft-lb",
    specSource: "club build book, page 31",
    specOrigin: "specified",
    threadLocker: "medium",
  });
  job
    .sign(turret, "snug", [1, 3, 2, 4], days.at(-96, "12:00"), "onStands")
    .sign(turret, "60 %", [1, 3, 2, 4], days.at(-96, "12:20"), "onStands", [10.6, 10.5, 10.7, 10.6])
    .sign(turret, "100 %", [1, 3, 3, 2, 4], days.at(-96, "12:40"), "onStands", [17.6, 22.4, 17.9, null, 20.1], {
      1: { outcome: "redo" },
      3: { setTo: { typed: "17.6 Nm", base: 17.6 } },
      4: { outcome: "accepted", outcomeReason: "Read at an angle; the second wrench clicked at 17.6." },
    });
  job.template({ id: "leverLockout", done: "all", from: days.at(-97, "10:00"), stepsOnly: true });
  await job.tell("Short lever, closed");
}

async function pickupTailMount(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(t, t.vehicles.pickup, 209, t.people.sorley, {
    complaint: "Bangs when it takes up the load at the crusher.",
    symptoms: { clunkTakeUp: "present", leverMovesThrottle: "present", vibIdle: "absent" },
    stage: "prove",
    verdict: "No bang under load. A little more noise in the cab.",
    openedAt: days.at(-41, "07:50"),
    closedAt: days.at(-40, "16:00"),
  });
  job
    .reading("freePlayForeAft", "before", mm(14, 14, 15, 14), days.at(-41, "08:40"))
    .reading("freePlayForeAft", "after", mm(13, 14, 14, 14), days.at(-40, "15:30"))
    .part("Tail mount, firm rubber", { number: "DM-11-402", maker: "Oskerra Rubber", price: 61, state: "fitted" })
    .finding("Left exhaust hanger torn", "under", true);
  const mount = job.group("Tail mount to crossmember", {
    pattern: "line",
    count: 2,
    thread: "M10",
    specTyped: "45 Nm",
    specSource: "Dunmorrow sheet 11-6",
    specOrigin: "specified",
    passes: SNUG_THEN_FULL,
  });
  job
    .sign(mount, "snug", [1, 2], days.at(-40, "13:30"), "gearboxSupported")
    .sign(mount, "100 %", [1, 2], days.at(-40, "14:10"), "onWheels", [44.6, 45.4]);
  job.template({ id: "tailMount", done: "all", from: days.at(-41, "08:30"), stepsOnly: true });
  await job.tell("Tail mount, closed");
}
