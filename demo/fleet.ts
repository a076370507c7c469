import type { LoadWord, NewFields } from "../contract";
import type { Gearbox, Obstacle } from "../core";
import type { DemoDays } from "./days";
import { hillclimbDrive, minibusDrive, vanDrive } from "./driveTrains";
import type { SheetName } from "./sheets";
import { hillclimbUnit, minibusUnit, vanUnit } from "./mounts";

/** Five forward gears and reverse in three gates; odd gears to the front. */
export const fiveSpeed = (travelMm: number, crossMm = 6): Gearbox => ({
  columns: [
    { column: "1-2", crossMm: -crossMm },
    { column: "3-4", crossMm: 0 },
    { column: "5-R", crossMm },
  ],
  gears: (
    [
      ["1", "1-2"],
      ["2", "1-2"],
      ["3", "3-4"],
      ["4", "3-4"],
      ["5", "5-R"],
      ["R", "5-R"],
    ] as const
  ).map(([gear, column], i) => ({ gear, column, travelMm: i % 2 === 0 ? -travelMm : travelMm })),
});

type NewVehicle = NewFields<"vehicle">;

const km = (days: DemoDays, readings: [daysAgo: number, km: number][]): NewVehicle["odometer"] =>
  readings.map(([ago, value]) => ({ date: days.day(-ago), typed: `${value} km`, km: value }));

/** Who said it, when, and what is true of the vehicle now. */
const on = (at: string, by: string, ...now: LoadWord[]): NewVehicle["load"] => ({ now, at, by });

/** Something long near the lever, from and to in x and z, mm. */
const bar = (name: string, from: [number, number], to: [number, number], halfWidthMm: number): Obstacle => ({
  name,
  kind: "segment",
  from: { xMm: from[0], zMm: from[1] },
  to: { xMm: to[0], zMm: to[1] },
  halfWidthMm,
});

/** What every van of the kind has. */
export const skarvane = {
  make: "Skarvane",
  model: "P2",
  layout: "eastWest",
  drivenWheels: "front",
  shifterKind: "cable",
  gearbox: fiveSpeed(11),
  cylinders: 4,
  idleRpm: 800,
} as const satisfies Partial<NewVehicle>;

/** The islands' vehicles. Makes, models, owners and figures are invented. */
export function fleet(
  days: DemoDays,
  people: Record<"corrow" | "tannack" | "sorley", string>,
  sheetIds: Record<SheetName, string>,
): Record<SheetName | "bakery", NewVehicle> {
  return {
    van: {
      load: on(days.at(-3, "11:00"), people.tannack, "onWheels"),
      tag: "SI 0311",
      owner: "Skerrin Post",
      ...skarvane,
      variant: "high roof",
      buildDate: "2016-04-11",
      odometer: km(days, [
        [760, 121400],
        [480, 141950],
        [210, 160720],
        [12, 174380],
      ]),
      powerUnit: vanUnit,
      driveTrain: vanDrive,
      sheetId: sheetIds.van,
      chassis: "4 207",
      notes: "Island rounds, a hundred stops a day. Cables replaced once, at 98 000 km.",
    },
    bakery: {
      tag: "SI 1142",
      owner: "Hesk Bakery",
      ...skarvane,
      variant: "bakery body",
      buildDate: "2014-11-03",
      odometer: km(days, [[30, 203110]]),
      sheetId: sheetIds.van,
      chassis: "1 188",
    },
    minibus: {
      load: on(days.at(0, "09:10"), people.corrow, "onWheels"),
      tag: "SI 0724",
      owner: "Torvey Isle Bus Trust",
      make: "Ulverin",
      model: "L12",
      variant: "long base",
      buildDate: "2012-09-03",
      layout: "northSouth",
      drivenWheels: "rear",
      shifterKind: "rod",
      gearbox: fiveSpeed(10),
      cylinders: 4,
      idleRpm: 750,
      odometer: km(days, [
        [690, 151200],
        [410, 165880],
        [160, 178040],
        [1, 184320],
      ]),
      powerUnit: minibusUnit,
      driveTrain: minibusDrive,
      sheetId: sheetIds.minibus,
      notes: "Selector joint changed in the build from March 2013; this one has the early joint.",
    },
    pickup: {
      load: on(days.at(0, "08:20"), people.tannack, "onWheels"),
      tag: "SI 0958",
      owner: "Hesk Quarry",
      make: "Dunmorrow",
      model: "44",
      variant: "crew cab",
      buildDate: "2009-06-22",
      layout: "northSouth",
      drivenWheels: "all",
      shifterKind: "direct",
      gearbox: {
        columns: [{ column: "transfer", crossMm: 0 }],
        gears: [
          { gear: "2H", column: "transfer", travelMm: -15 },
          { gear: "4H", column: "transfer", travelMm: -5 },
          { gear: "N2", column: "transfer", travelMm: 5 },
          { gear: "4L", column: "transfer", travelMm: 15 },
        ],
      },
      cylinders: 4,
      idleRpm: 780,
      odometer: km(days, [
        [820, 61200],
        [395, 83100],
        [130, 94020],
        [0, 97410],
      ]),
      surroundings: {
        obstacles: [
          { name: "main lever", kind: "circle", xMm: 150, zMm: 300, radiusMm: 24 },
          bar("seat edge", [-170, 190], [-280, 214], 26),
        ],
        body: { shaftRadiusMm: 8, knobRadiusMm: 20, tailRadiusMm: 10, stubMm: 8 },
        hand: null,
      },
      sheetId: sheetIds.pickup,
      notes: "The transfer-case lever is the one on the bench here; the main lever is a turret of its own.",
    },
    tractor: {
      load: on(days.at(0, "07:30"), people.tannack, "onWheels", "overPit"),
      tag: "SI 0040",
      owner: "Sound Ferries",
      make: "Hestrel",
      model: "D",
      variant: "deck tractor",
      buildDate: "2018-02-15",
      layout: "northSouth",
      drivenWheels: "rear",
      shifterKind: "arm",
      gearbox: {
        columns: [{ column: "gate", crossMm: 0 }],
        gears: [
          { gear: "P", column: "gate", travelDeg: 26 },
          { gear: "R", column: "gate", travelDeg: 13 },
          { gear: "D", column: "gate", travelDeg: -13 },
          { gear: "2", column: "gate", travelDeg: -26 },
        ],
      },
      cylinders: 6,
      idleRpm: 700,
      odometer: km(days, [
        [500, 8100],
        [3, 11320],
      ]),
      automatic: true,
      sheetId: sheetIds.tractor,
      notes: "Floor shifter on an automatic that never had one. Hours count more than kilometres.",
    },
    hillclimb: {
      load: on(days.at(0, "09:10"), people.corrow, "onStands"),
      tag: "SI 0007",
      owner: "Skerrin Hill Club",
      make: "",
      model: "Hill-climb car",
      variant: "club build",
      buildDate: "2019-05-01",
      layout: "northSouth",
      drivenWheels: "rear",
      shifterKind: "direct",
      // 2 H s / L: 360 over 60 throws 133.35 mm, 300 over 70 throws 95.25 mm on this travel.
      gearbox: fiveSpeed(11.1125, 7),
      cylinders: 4,
      idleRpm: 950,
      odometer: km(days, [
        [610, 4120],
        [240, 5010],
        [2, 5630],
      ]),
      // The shaft rises to the front, so the even gears, whose tail swings forward, come nearest to it.
      surroundings: {
        obstacles: [
          bar("prop shaft", [260, -124], [-420, -198], 38),
          bar("console, rear edge", [-96, 92], [-190, 90], 2),
          bar("brake lever", [-150, 96], [-300, 150], 13),
        ],
        body: { shaftRadiusMm: 8, knobRadiusMm: 22, tailRadiusMm: 9, stubMm: 12 },
        hand: { xMm: -34, zMm: 318 },
      },
      powerUnit: hillclimbUnit,
      driveTrain: hillclimbDrive,
      sheetId: sheetIds.hillclimb,
      notes: "Built by the club. Solid bushes at the gearbox since last season.",
    },
  };
}
