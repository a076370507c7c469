import { SNUG_THEN_FULL } from "./passes";
import type { NewFields } from "../contract";
import type { DemoClient } from "./client";
import { bolts, part, sourcesOf, torque, type Line } from "./sheetLines";

const P2 = "Skarvane sheet 8-2";
const p2 = { edition: "2016" } as const;
const leaflet = { how: "leaflet", trust: "some" } as const;

/** Skarvane P2: two builds of the cable bracket, one conflict, one value nobody has found, one slip of the unit. */
const van: Line[] = [
  torque("Shifter to floor", "Shifter", [], bolts(4, "M8", "8.8", { pattern: "box", lengthMm: 20, finish: "zinc" })),
  torque(
    "Cable bracket to gearbox",
    "Selector",
    [
      ["22 Nm", P2, "15", p2],
      ["18 ft-lb", "Oskerra leaflet FR-72", "3", leaflet],
    ],
    bolts(2, "M8", "8.8", { pattern: "line", lengthMm: 25 }),
  ),
  torque(
    "Bell-crank to gearbox",
    "Selector",
    [
      ["13 Nm", P2, "16", p2],
      ["13 lb ft", "shop’s wall chart", "", { how: "colleague", trust: "little" }],
    ],
    bolts(3, "M8", "8.8", { pattern: "circle", lengthMm: 30 }),
  ),
  torque(
    "Bottom plate",
    "Floor plate",
    [["90 in-lb", P2, "14", p2]],
    bolts(4, "M6", "8.8", { pattern: "box", lengthMm: 16 }),
  ),
  torque("Exhaust shield", "Exhaust", [["9 Nm", P2, "19", p2]], bolts(3, "M6", "8.8", { pattern: "line" })),
  torque(
    "Tail mount, centre bolt",
    "Tail mount",
    [["70 Nm + 90°", "Skarvane sheet 2-4", "6"]],
    bolts(1, "M12x1.5", "10.9", { lengthMm: 70, loadNeeded: "rideHeight", reuse: "replace" }),
  ),
  torque(
    "Torque strut to subframe",
    "Torque-reaction mount",
    [["25 Nm then 50 Nm + 60°", "Skarvane sheet 2-4", "9"]],
    bolts(1, "M12x1.5", "10.9", {
      lengthMm: 85,
      loadNeeded: "rideHeight",
      reuse: "replace",
      threadLocker: "medium strength",
    }),
  ),
  torque(
    "Engine mount, right, to body",
    "Engine mount, right",
    [["48 Nm + 60°", "Skarvane sheet 2-4", "4"]],
    bolts(3, "M10x1.25", "10.9", { pattern: "line", reuse: "replace", passes: SNUG_THEN_FULL }),
  ),
  torque(
    "Engine mount, left, to gearbox",
    "Engine mount, left",
    [["54 Nm", "Skarvane sheet 2-4", "5"]],
    bolts(3, "M10x1.25", "8.8", { pattern: "circle" }),
  ),
  torque(
    "Subframe to body",
    "Subframe",
    [["100 Nm + 120°", "Skarvane sheet 3-1", "2"]],
    bolts(4, "M14x1.5", "10.9", { pattern: "box", lengthMm: 95, reuse: "replace", twoPeople: true }),
  ),
  torque("Cable clamp at the tunnel", "Cables", [["8 Nm", P2, "13", p2]], bolts(2, "M6", "8.8", { pattern: "line" }), {
    builtTo: "2017-06",
  }),
  torque(
    "Cable clamp at the tunnel",
    "Cables",
    [["11 Nm", "Skarvane sheet 8-2", "13", { edition: "2018" }]],
    bolts(2, "M6", "10.9", { pattern: "line" }),
    { builtFrom: "2017-07" },
  ),
  part(
    "Cable-end bush",
    "Cables",
    [["SK-08-12", P2, "22", p2]],
    { quantity: 2, maker: "Skarvane", price: 8.2 },
    { builtTo: "2014-12", note: "the early bush has a lip" },
  ),
  part(
    "Cable-end bush",
    "Cables",
    [["SK-08-14", P2, "22", p2]],
    { quantity: 2, maker: "Skarvane", price: 9.4 },
    { builtFrom: "2015-01" },
  ),
  part(
    "Cable bracket",
    "Selector",
    [["SK-08-31", P2, "23", p2]],
    { maker: "Skarvane", price: 31 },
    { builtTo: "2017-06", feature: "one pin" },
  ),
  part(
    "Cable bracket",
    "Selector",
    [["SK-08-33", P2, "23", p2]],
    { maker: "Skarvane", price: 34 },
    { builtFrom: "2016-01", feature: "two pins" },
  ),
  part("Spring clip", "Cables", [["SK-08-21", P2, "22", p2]], { quantity: 2, maker: "Skarvane", price: 1.1 }),
  part(
    "Tail mount",
    "Tail mount",
    [["SK-02-61", "Skarvane sheet 2-4", "30"]],
    { maker: "Skarvane", supersededBy: "SK-02-64", noLonger: true },
    { builtTo: "2017-12" },
  ),
  part("Tail mount", "Tail mount", [["SK-02-64", "Skarvane parts notice", "1"]], { maker: "Skarvane", price: 62 }),
  part("Engine mount, right", "Engine mount, right", [], { maker: "Skarvane" }, { chassisTo: "3 114" }),
  part(
    "Engine mount, right",
    "Engine mount, right",
    [["SK-02-77", "Skarvane sheet 2-4", "31"]],
    { maker: "Skarvane", price: 88 },
    { chassisFrom: "3 115" },
  ),
  part("Torque strut bolt", "Torque-reaction mount", [["SK-02-70", "Skarvane sheet 2-4", "31"]], {
    maker: "Skarvane",
    price: 4.6,
  }),
  part("Lever with longer cable arm", "Shifter", [["FR-72", "Oskerra leaflet FR-72", "1", leaflet]], {
    maker: "Oskerra Rubber",
    price: 74,
    contains: [
      { name: "lever", quantity: 1 },
      { name: "cable arm", quantity: 1 },
    ],
    lacks: ["collar", "spring"],
  }),
  {
    kind: "setting",
    name: "Knob height",
    place: "Shifter",
    sources: sourcesOf([["231 mm", P2, "11", p2]]),
    setting: { what: "knobHeight" },
  },
  {
    kind: "setting",
    name: "Lockout gap at reverse",
    place: "Shifter",
    sources: sourcesOf([["1.5 mm", P2, "12", p2]]),
    setting: { what: "lockoutGap" },
  },
  {
    kind: "fluid",
    name: "Gearbox oil",
    place: "Gearbox",
    sources: sourcesOf([["75W-80", "Skarvane sheet 1-1", "3"]]),
    fluid: { quantity: "1.9 l" },
  },
  {
    kind: "interval",
    name: "Cable ends",
    place: "Cables",
    sources: sourcesOf([["clean and grease", "Skarvane sheet 1-1", "8"]]),
    interval: { km: 40000, months: 24 },
  },
];

const UL = "Ulverin sheet 24-3";
const minibus: Line[] = [
  torque("Carrier to gearbox", "Gearbox", [["18 Nm", UL, "4"]], bolts(2, "M8", "8.8", { pattern: "line" })),
  torque("Selector joint pin", "Selector", [["25 Nm", UL, "6"]], bolts(1, "M8", "8.8", { reuse: "replace" }), {
    builtTo: "2013-02",
  }),
  torque(
    "Selector joint bolt",
    "Selector",
    [["22 Nm", UL, "6"]],
    bolts(1, "M8", "8.8", { reuse: "replace", threadLocker: "medium strength" }),
    { builtFrom: "2013-03" },
  ),
  torque(
    "Gearbox mount to crossmember",
    "Crossmember",
    [["45 Nm", "Ulverin sheet 22-1", "3"]],
    bolts(2, "M10", "8.8", { pattern: "line", loadNeeded: "rideHeight" }),
  ),
  torque(
    "Prop shaft to flange",
    "Prop shaft",
    [["62 Nm", "Ulverin sheet 26-1", "2"]],
    bolts(4, "M10", "10.9", { pattern: "circle", reuse: "replace" }),
  ),
  part("Carrier bush, rubber", "Gearbox", [["UL-24-118", UL, "18"]], {
    quantity: 2,
    maker: "Oskerra Rubber",
    price: 14.5,
  }),
  part(
    "Selector joint, early",
    "Selector",
    [["UL-24-130", UL, "18"]],
    { maker: "Ulverin", price: 46 },
    { builtTo: "2013-02" },
  ),
  part(
    "Selector joint, late",
    "Selector",
    [["UL-24-140", UL, "18"]],
    { maker: "Ulverin", price: 49 },
    { builtFrom: "2013-03" },
  ),
  {
    kind: "fluid",
    name: "Gearbox oil",
    place: "Gearbox",
    sources: sourcesOf([["75W-90", "Ulverin sheet 1-2", "2"]]),
    fluid: { quantity: "2.1 l" },
  },
];

const DU = "Dunmorrow sheet 11-6";
const pickup: Line[] = [
  torque(
    "Tail mount to crossmember",
    "Crossmember",
    [["48 Nm", DU, "2"]],
    bolts(2, "M10", "8.8", { pattern: "line", loadNeeded: "rideHeight" }),
  ),
  torque("Transfer lever turret", "Shifter", [["22 Nm", DU, "9"]], bolts(4, "M8", "8.8", { pattern: "box" })),
  part("Tail mount", "Tail mount", [["DM-11-20", DU, "14"]], { maker: "Dunmorrow", price: 71 }),
];

const HE = "Hestrel D service sheet";
const tractor: Line[] = [
  torque("Shifter bracket to floor", "Shifter", [["24 Nm", HE, "12"]], bolts(4, "M8", "8.8", { pattern: "box" })),
  torque("Arm on the selector shaft", "Selector", [["19 Nm", HE, "13"]], bolts(1, "M8", "8.8")),
  {
    kind: "fluid",
    name: "Automatic gearbox oil",
    place: "Gearbox",
    sources: sourcesOf([["type T-4", HE, "3"]]),
    fluid: { quantity: "6.5 l" },
  },
];

const HC = "club build book";
const hillclimb: Line[] = [
  torque(
    "Prop shaft to flange",
    "Prop shaft",
    [["62 Nm", HC, "44"]],
    bolts(6, "M10", "10.9", { pattern: "circle", reuse: "replace" }),
  ),
  torque(
    "Tail mount centre bolt",
    "Tail mount",
    [["103-105 lb ft", "Oskerra leaflet for HC-T-2", "1", leaflet]],
    bolts(1, "M12", "10.9", { reuse: "replace", loadNeeded: "rideHeight", passes: SNUG_THEN_FULL }),
  ),
  torque(
    "Crossmember to body",
    "Crossmember",
    [["26 lb-ft + 90 deg", HC, "40"]],
    bolts(4, "M10", "10.9", { pattern: "box", reuse: "replace" }),
  ),
  part("Flexible coupling", "Prop shaft", [["HC-6-110", HC, "51"]], { maker: "Oskerra Rubber", price: 72 }),
  part("Coupling bolts", "Prop shaft", [["HC-6-111", HC, "51"]], { quantity: 6, price: 2.6 }),
  part("Tail mount, firm rubber", "Tail mount", [["HC-T-2", "Oskerra leaflet for HC-T-2", "1", leaflet]], {
    maker: "Oskerra Rubber",
    price: 44,
  }),
];

const SHEETS = {
  van: {
    head: {
      name: "Skarvane P2, cable shift",
      make: "Skarvane",
      model: "P2",
      builtFrom: "2014-01",
      builtTo: "2021-12",
      transmission: "five-speed",
      layout: "eastWest",
      shifterKind: "cable",
    },
    lines: van,
  },
  minibus: {
    head: {
      name: "Ulverin L12, rod linkage",
      make: "Ulverin",
      model: "L12",
      builtFrom: "2010-01",
      builtTo: "2016-12",
      transmission: "five-speed",
      shifterKind: "rod",
    },
    lines: minibus,
  },
  pickup: {
    head: {
      name: "Dunmorrow 44",
      make: "Dunmorrow",
      model: "44",
      builtFrom: "2007-01",
      transmission: "five-speed with transfer case",
      shifterKind: "direct",
    },
    lines: pickup,
  },
  tractor: {
    head: {
      name: "Hestrel D deck tractor",
      make: "Hestrel",
      model: "D",
      builtFrom: "2016-01",
      transmission: "automatic",
      shifterKind: "arm",
    },
    lines: tractor,
  },
  hillclimb: {
    head: {
      name: "Club hill-climb car",
      model: "Hill-climb car",
      variant: "club build",
      transmission: "five-speed",
      shifterKind: "direct",
    },
    lines: hillclimb,
  },
} as const satisfies Record<string, { head: NewFields<"sheet">; lines: Line[] }>;

export type SheetName = keyof typeof SHEETS;

/** The shed's sheets; gives the id of each, and of its lines by "sheet/name". */
export async function sheets(
  client: DemoClient,
): Promise<{ ids: Record<SheetName, string>; lines: Map<string, string> }> {
  const ids = {} as Record<SheetName, string>;
  const lines = new Map<string, string>();
  for (const [name, { head, lines: own }] of Object.entries(SHEETS) as [SheetName, (typeof SHEETS)[SheetName]][]) {
    const sheet = client.create("sheet", head);
    ids[name] = sheet.id;
    await client.change("shop", `Sheet: ${head.name}`, [
      sheet,
      ...own.map((line, position) => {
        const op = client.create("specLine", { ...line, sheetId: sheet.id, position });
        const key = `${name}/${line.name}`;
        if (!lines.has(key)) lines.set(key, op.id);
        return op;
      }),
    ]);
  }
  return { ids, lines };
}

/** What two of the vehicles know better than their sheet. */
export async function ownValues(
  client: DemoClient,
  vehicles: { van: string; bakery: string },
  lines: Map<string, string>,
): Promise<void> {
  const line = (name: string): string => lines.get(`van/${name}`) ?? "";
  await client.change(`vehicle:${vehicles.van}`, "Tail mount: differs from the sheet", [
    client.create("specLine", {
      ...torque(
        "Tail mount, centre bolt",
        "Tail mount",
        [["62 Nm", "job 198", "", { how: "measured", trust: "full" }]],
        bolts(1, "M12x1.5", "8.8", { loadNeeded: "rideHeight" }),
      ),
      vehicleId: vehicles.van,
      overrides: line("Tail mount, centre bolt"),
      reason: "thread repaired, job 198",
    }),
  ]);
  await client.change(`vehicle:${vehicles.bakery}`, "Engine mount and shelf", [
    client.create("specLine", {
      ...torque(
        "Engine mount, right, to body",
        "Engine mount, right",
        [["45 Nm + 60°", "Skarvane sheet 2-4", "4", { edition: "2014" }]],
        bolts(3, "M10x1.25", "10.9", { pattern: "line", reuse: "replace" }),
      ),
      vehicleId: vehicles.bakery,
      overrides: line("Engine mount, right, to body"),
      reason: "early bolt",
    }),
    client.create("specLine", {
      ...torque(
        "Shelf bracket to floor",
        "",
        [["9 Nm", "body builder’s note", ""]],
        bolts(4, "M6", "8.8", { pattern: "box" }),
      ),
      vehicleId: vehicles.bakery,
    }),
  ]);
}
