import type { NewFields } from "../contract";
import {
  drawCase,
  lever,
  seededRandom,
  shopStandard,
  withTest,
  type Gearbox,
  type Knowledge,
  type LeverGeometry,
  type Observed,
} from "../core";
import { vehicleKind } from "../domain";
import type { DemoDays } from "./days";
import { fiveSpeed, skarvane } from "./fleet";
import { JobTale, mm, type Teller } from "./jobs";

/** The same past on every machine. */
const SEED = 20_231_107;

/** The book on paper ends with job 160; the program's first is 161. */
const FIRST_NUMBER = 161;

type PastVehicle = "post2" | "post3" | "school" | "coal" | "ferry" | "club";

/** Vehicles that were in the shed in the last three years and are not just now. */
function pastFleet(days: DemoDays): Record<PastVehicle, NewFields<"vehicle">> {
  const odometer = (readings: [daysAgo: number, km: number][]): NewFields<"vehicle">["odometer"] =>
    readings.map(([ago, km]) => ({ date: days.day(-ago), typed: `${km} km`, km }));
  const bus = {
    make: "Ulverin",
    model: "L12",
    layout: "northSouth",
    drivenWheels: "rear",
    shifterKind: "rod",
    gearbox: fiveSpeed(10),
    cylinders: 4,
  } as const;
  const car = {
    make: "Tolgarth",
    model: "5",
    layout: "northSouth",
    drivenWheels: "rear",
    shifterKind: "direct",
    gearbox: fiveSpeed(10),
    cylinders: 4,
  } as const;
  return {
    post2: {
      ...skarvane,
      tag: "SI 0688",
      owner: "Skerrin Post",
      odometer: odometer([
        [1120, 41_000],
        [70, 148_000],
      ]),
    },
    post3: {
      ...skarvane,
      tag: "SI 0590",
      owner: "Nessay Laundry",
      odometer: odometer([
        [1120, 18_000],
        [90, 96_000],
      ]),
    },
    school: {
      ...bus,
      tag: "SI 0412",
      owner: "Torvey School",
      odometer: odometer([
        [1120, 88_000],
        [60, 141_000],
      ]),
    },
    coal: {
      ...bus,
      tag: "SI 0877",
      owner: "Oskerra Coal",
      odometer: odometer([
        [1120, 120_000],
        [80, 204_000],
      ]),
    },
    ferry: {
      ...car,
      tag: "SI 0133",
      owner: "Ferry Hotel",
      odometer: odometer([
        [1120, 60_000],
        [75, 118_000],
      ]),
    },
    club: {
      ...car,
      tag: "SI 0019",
      owner: "Hill-Climb Club",
      odometer: odometer([
        [1120, 71_000],
        [50, 92_000],
      ]),
    },
  };
}

/** Salt and short rounds: some faults come in far more often here than elsewhere, and show otherwise. */
const HERE: Record<string, number> = { cableEndBush: 8, mountTail: 3, pivotCup: 4, selectorJoint: 2 };
const SHOWS: Record<string, Record<string, number>> = {
  cableEndBush: { cannotTellNeutral: 0.85, reverseWontEngage: 0.2 },
  pivotCup: { playSideways: 0.6 },
};

const islandTable: Knowledge = {
  ...shopStandard,
  faults: shopStandard.faults.map((f) => ({ ...f, prior: f.prior * (HERE[f.id] ?? 1) })),
  table: Object.fromEntries(
    Object.entries(shopStandard.table).map(([fault, row]) => [fault, { ...row, ...SHOWS[fault] }]),
  ),
};

/** Kits of invented makers: what the leaflet says, and what the lever really is. */
interface Kit {
  name: string;
  maker: string;
  number: string;
  claims: number;
  price: number;
  knobMm: number;
  pinMm: number;
}
const KITS: Kit[] = [
  { name: "Raised pivot plate", maker: "Hesk", number: "HP-1", claims: 46, price: 96, knobMm: 268, pinMm: -73.5 },
  {
    name: "Short lever, adjustable",
    maker: "Tarn Shift",
    number: "TS-45",
    claims: 45,
    price: 172,
    knobMm: 258,
    pinMm: -72.3,
  },
  { name: "Short lever, fixed", maker: "Tarn Shift", number: "TS-40", claims: 40, price: 118, knobMm: 252, pinMm: -72 },
  {
    name: "Short lever, two-piece",
    maker: "Vessill Works",
    number: "NW-2",
    claims: 30,
    price: 104,
    knobMm: 262,
    pinMm: -67,
  },
  { name: "Notched lever", maker: "Hesk", number: "HL-3", claims: 35, price: 88, knobMm: 262, pinMm: -71.8 },
  {
    name: "Longer arm at the gearbox",
    maker: "Marn Rubber",
    number: "FR-72",
    claims: 20,
    price: 54,
    knobMm: 300,
    pinMm: -75.6,
  },
];
/** Which kit each upgrade got, over the years. */
const UPGRADES = [1, 4, 2, 3, 5, 1, 4, 3, 5, 1, 2, 4, 0, 5, 1, 4];

/** Vans come in worn, again and again; shorter levers are wanted for what is driven by hand on hills. */
const CARS: PastVehicle[] = ["ferry", "club", "school", "coal"];
const WORN: PastVehicle[] = ["post2", "post3", "coal", "post2", "school", "post3", "ferry", "post2", "post3"];

const straight = (knobMm: number, pinMm: number): LeverGeometry => ({
  knob: { xMm: 0, zMm: knobMm },
  pin: { xMm: 0, zMm: pinMm },
  drive: { kind: "direct", axisDeg: 0 },
  cross: {},
});

function throwOf(gearbox: Gearbox, geometry: LeverGeometry): number {
  return lever({ gearbox, lever: geometry }).throws.find((t) => t.from === "3")?.throwMm ?? 0;
}

/** Complaints in a driver's words, from what the vehicle shows. */
function inWords(seen: readonly Observed[]): string {
  const label = new Map(shopStandard.observations.map((o) => [o.id, o]));
  const said = seen.filter((s) => s.present && label.get(s.id)?.kind === "symptom").slice(0, 3);
  return said.length ? said.map((s) => `${label.get(s.id)?.label}.`).join(" ") : "Something is not right at the lever.";
}

interface Drawn {
  at: number;
  vehicle: NewFields<"vehicle">;
  vehicleId: string;
  number: number;
  by: string;
}

/**
 * Three years of closed jobs: faults drawn from a table of the islands' own, with what they show; kits with their claim
 * and the tape before and after; play that grows with distance; minutes of the steps.
 */
export async function pastJobs(t: Teller): Promise<void> {
  const random = seededRandom(SEED);
  const { client, days, people } = t;
  const fleet = pastFleet(days);
  const ids = {} as Record<PastVehicle, string>;
  const total = 37;
  const visits = Array.from({ length: total }, (_, i) => {
    const wants = i % 7 === 1 || i % 7 === 3 || i % 7 === 5;
    return {
      at: -1090 + Math.round((i * 900) / total),
      wants,
      name: wants ? CARS[i % CARS.length] : WORN[i % WORN.length],
      /** Now and then nobody reads the odometer. */
      read: i % 5 !== 4,
    };
  });
  for (const [name, data] of Object.entries(fleet) as [PastVehicle, NewFields<"vehicle">][]) {
    ids[name] = client.id();
    const read = visits.filter((v) => v.name === name && v.read).map((v) => odometerAt(data, days.day(v.at)));
    const [first, last] = data.odometer ?? [];
    const odometer = [first, ...read, last];
    await client.change("shop", "Vehicle entered", [client.create("vehicle", { ...data, odometer }, ids[name])]);
  }
  const workers = [people.corrow, people.tannack, people.sorley];
  let upgrade = 0;
  for (const [i, { at, wants, name }] of visits.entries()) {
    const own: Drawn = {
      at,
      vehicle: fleet[name],
      vehicleId: ids[name],
      number: FIRST_NUMBER + i,
      by: workers[i % workers.length],
    };
    if (wants && upgrade < UPGRADES.length) await shorter(t, own, KITS[UPGRADES[upgrade++]], random);
    else await repair(t, own, random, i);
  }
}

/** Somebody wants a shorter throw and gets a kit. */
async function shorter(t: Teller, own: Drawn, kit: Kit, random: () => number): Promise<void> {
  const { days } = t;
  const gearbox = own.vehicle.gearbox as Gearbox;
  const [old, fitted] = [straight(300, -60), straight(kit.knobMm, kit.pinMm)];
  const [before, after] = [throwOf(gearbox, old), throwOf(gearbox, fitted)];
  const taped = (value: number) => mm(...[0, 0, 0].map(() => Math.round(value + (random() - 0.5) * 3)));
  const job = new JobTale(t, own.vehicleId, own.number, own.by, {
    complaint: `The throw is too long. Wants the ${kit.name.toLowerCase()} that promises ${kit.claims} per cent.`,
    stage: "prove",
    verdict: random() < 0.25 ? "Shorter, and heavier than the driver likes." : "Shorter, and the driver is content.",
    openedAt: days.at(own.at, "08:10"),
    closedAt: days.at(own.at + 1, "15:30"),
  });
  const pair = { fromGear: "3", toGear: "4" };
  job
    .reading("throw", "before", taped(before), days.at(own.at, "09:00"), pair)
    .reading("throw", "after", taped(after), days.at(own.at + 1, "14:00"), pair);
  job.lever({ role: "old", name: "Original lever", origin: "measured", lever: old });
  const chosen = job.lever({
    role: "candidate",
    name: kit.name,
    maker: kit.maker,
    number: kit.number,
    origin: "measured",
    claimedReductionPct: kit.claims,
    price: kit.price,
    source: kit.maker,
    lever: fitted,
  });
  job
    .choose(chosen, "The customer brought the leaflet.")
    .part(kit.name, { number: kit.number, maker: kit.maker, price: kit.price, state: "fitted" });
  job.template({ id: "factoryShort", done: "all", from: days.at(own.at, "10:00"), stepsOnly: true, shift: own.number });
  await job.tell(`${kit.name}, closed`);
}

/** A fault comes in, is found and mended; one in six is not the first time. */
async function repair(t: Teller, own: Drawn, random: () => number, i: number): Promise<void> {
  const { days } = t;
  const kind = vehicleKind({
    shifterKind: own.vehicle.shifterKind ?? "rod",
    layout: own.vehicle.layout ?? "northSouth",
    automatic: false,
  });
  const drawn = drawCase(islandTable, kind, random);
  const fault = islandTable.faults.find((f) => f.id === drawn.fault);
  // What was asked: what it does, some of what it does not, and what two or three tests showed.
  let seen: Observed[] = drawn.symptoms.filter((s) => s.present || random() < 0.4);
  for (const test of islandTable.tests) if (random() < 0.2) seen = withTest(islandTable, drawn, seen, test.id);
  const symptoms = Object.fromEntries(seen.map((s) => [s.id, s.present ? ("present" as const) : ("absent" as const)]));
  const cured = random() > 0.15;
  const told = drawn.symptoms.filter((s) => s.present);
  const after = Object.fromEntries(
    told.map((s, k) => [s.id, cured || k > 0 ? ("absent" as const) : ("present" as const)]),
  );
  const job = new JobTale(t, own.vehicleId, own.number, own.by, {
    complaint: inWords(drawn.symptoms),
    symptoms,
    symptomsAfter: told.length ? after : null,
    repaired: fault?.referOn ? [] : [drawn.fault],
    cause: cured ? drawn.fault : null,
    stage: "prove",
    verdict: fault?.referOn
      ? `Referred to a specialist: ${fault.label.toLowerCase()}.`
      : cured
        ? "The complaint is gone."
        : "Better; some of it is left.",
    openedAt: days.at(own.at, "08:00"),
    closedAt: days.at(own.at + (i % 3), "16:40"),
  });
  const km = kmAt(own, days);
  const wornMm = (rate: number): number => Math.max(0.1, (km / 1000) * rate + (random() - 0.5) * 0.35);
  if (own.vehicle.shifterKind === "cable") {
    job.joint("Cable-end bush", "rodEnd", Math.round(wornMm(0.0105) * 20) / 20);
  } else if (own.vehicle.shifterKind === "rod") {
    job.joint("Selector joint", "selectorJoint", Math.round(wornMm(0.0075) * 20) / 20);
  } else if (i % 2) job.joint("Lever pivot cup", "pivot", Math.round(wornMm(0.009) * 20) / 20);
  if (fault && !fault.referOn) job.part(fault.label, { state: "fitted", price: 10 + Math.round(random() * 60) });
  if (own.vehicle.shifterKind === "rod") housingBolts(job, own, km, days);
  const template = TEMPLATES[drawn.fault];
  if (template)
    job.template({ id: template, done: "all", from: days.at(own.at, "09:30"), stepsOnly: true, shift: own.number });
  await job.tell(`${fault?.label ?? "Repair"}, closed`);
}

/** The bolts that were out for it, signed, and what they had kept of their torque when they were looked at again. */
function housingBolts(job: JobTale, own: Drawn, km: number, days: DemoDays): void {
  const random = seededRandom(own.number);
  const groupId = job.group("Selector housing bolts", {
    count: 4,
    pattern: "box",
    thread: "M8",
    specTyped: "23-27 Nm",
    specOrigin: "specified",
    specSource: "club build book",
    passes: [{ name: "100 %", pct: 100 }],
  });
  const read = (nm: number): number => Math.round(nm * 10) / 10;
  const bolts = [1, 2, 3, 4];
  const reads = bolts.map(() => read(25 + (random() - 0.5) * 0.8));
  job.sign(groupId, "100 %", bolts, days.at(own.at, "15:30"), "onWheels", reads);
  const after = 500 + Math.round((random() * 9500) / 100) * 100;
  const nm = read(24.9 - after * 1.4e-4 - random() * 0.5);
  job.lookedAgain({
    what: "Torque: Selector housing bolts",
    groups: [{ id: groupId, name: "Selector housing bolts" }],
    fromKm: Math.round(km),
    fromDate: days.day(own.at),
    everyKm: 500,
    doneKm: Math.round(km) + after,
    doneAt: days.day(own.at + 20),
    outcome: nm < 23 ? "corrected" : "good",
    found: [{ groupId, typed: `${nm} Nm`, base: nm }],
  });
}

/** The work each fault asks for, where one of the supplied templates is it. */
const TEMPLATES: Record<string, string> = {
  cableEndBush: "cableBushes",
  mountTail: "tailMount",
  selectorJoint: "selectorJoint",
  pivotCup: "turretRebuild",
  carrierBush: "bracketBushes",
  shaftSeal: "shaftSeal",
};

/** Distance of a vehicle on a day, km: it does as much every day. */
function kmOnDay({ odometer }: NewFields<"vehicle">, day: string): number {
  const [a, b] = odometer ?? [];
  if (!a || !b) return 0;
  const [from, to, at] = [a.date, b.date, day].map((d) => Date.parse(d));
  return a.km + ((b.km - a.km) * (at - from)) / (to - from);
}

const kmAt = (own: Drawn, days: DemoDays): number => kmOnDay(own.vehicle, days.day(own.at));

function odometerAt(vehicle: NewFields<"vehicle">, day: string): { date: string; typed: string; km: number } {
  const km = Math.round(kmOnDay(vehicle, day));
  return { date: day, typed: `${km} km`, km };
}
