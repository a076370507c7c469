import { SHOP_ID } from "../contract";
import { closedJobs } from "./closedJobs";
import { DemoClient } from "./client";
import { DemoDays } from "./days";
import { fleet } from "./fleet";
import type { Teller } from "./jobs";
import { openJobs } from "./openJobs";
import { pastJobs } from "./past";
import { rechecks } from "./rechecks";
import { ownValues, sheets } from "./sheets";

/** Fills an empty shop with the Skerrin Isles Carriage Shed, through the program's own doors. */
export async function seed(address: string, day: string): Promise<void> {
  const client = new DemoClient(address);
  const days = new DemoDays(day);
  const people = { corrow: client.id(), tannack: client.id(), sorley: client.id() };
  await client.change("shop", "The shed opens", [
    client.create(
      "shop",
      {
        name: "Skerrin Isles Carriage Shed",
        units: "metric",
        address: "Slip Lane 3, Torvey, phone 24 07",
        currency: "crowns",
        hourPrice: 48,
        simulatedInstruments: true,
        hours: { from: "08:00", to: "17:00", days: [1, 2, 3, 4, 5, 6] },
        tools: [
          { id: "w25", name: "Wrench 5 to 25", serial: "CS-104", minNm: 5, maxNm: 25, calibrated: days.day(-120) },
          {
            id: "w100",
            name: "Wrench 20 to 100",
            serial: "CS-098",
            minNm: 20,
            maxNm: 100,
            deviationPct: 3,
            calibrated: days.day(-200),
          },
          { id: "w200", name: "Wrench 40 to 200", serial: "CS-061", minNm: 40, maxNm: 200, calibrated: days.day(-430) },
        ],
      },
      SHOP_ID,
    ),
    client.create("person", { name: "E. Corrow", initials: "EC", role: "shift and mount work" }, people.corrow),
    client.create("person", { name: "J. Tannack", initials: "JT", role: "helper, witness" }, people.tannack),
    client.create("person", { name: "M. Sorley", initials: "MS", role: "engines" }, people.sorley),
  ]);
  await client.change("shop", "The shelf is counted", [
    client.create("stockItem", {
      name: "Grease",
      quantity: 3,
      unit: "tubes",
      least: 1,
      consumable: true,
      place: "cupboard",
    }),
    client.create("stockItem", {
      name: "Thread locker",
      quantity: 40,
      unit: "ml",
      least: 10,
      consumable: true,
      place: "cupboard",
    }),
    client.create("stockItem", {
      name: "Penetrating oil",
      quantity: 2,
      unit: "cans",
      least: 1,
      consumable: true,
      place: "cupboard",
    }),
    client.create("stockItem", {
      name: "Rust inhibitor",
      quantity: 0,
      unit: "cans",
      least: 1,
      consumable: true,
      place: "paint shelf",
      price: 11.4,
    }),
    client.create("stockItem", {
      name: "Sealant",
      quantity: 1,
      unit: "tubes",
      least: 1,
      consumable: true,
      place: "cupboard",
      price: 8.9,
    }),
    client.create("stockItem", {
      name: "Cable ties",
      quantity: 180,
      unit: "pieces",
      least: 50,
      consumable: true,
      place: "drawer 3",
    }),
    client.create("stockItem", {
      name: "Spring clip",
      number: "SK-08-21",
      quantity: 4,
      unit: "pieces",
      least: 2,
      price: 1.1,
      place: "drawer 1",
    }),
  ]);
  await client.change(
    "shop",
    "Levers that can be bought",
    (
      [
        ["Short lever", "Tarn Shift", "TS-45", -76, 288, 25, 96],
        ["Short lever, two-piece", "Vessill Works", "NW-5", -90.2, 265, 35, 104],
        ["Raised short lever", "Marn Rubber", "ML-30", -79, 270, 35, 131],
        ["Low lever", "Tarn Shift", "TS-40", -70, 215, 40, 118],
        ["Hill lever", "Hesk", "HP-1", -74, 175, 45, 88],
      ] as const
    ).map(([name, maker, number, pin, knob, claimedReductionPct, price]) =>
      client.create("kit", {
        name,
        maker,
        number,
        fits: "direct levers",
        pin: { xMm: 0, zMm: pin },
        knob: { xMm: 0, zMm: knob },
        claimedReductionPct,
        price,
        source: `${maker} list`,
      }),
    ),
  );
  const known = await sheets(client);
  const vehicles = {} as Teller["vehicles"];
  for (const [name, data] of Object.entries(fleet(days, people, known.ids)) as [keyof Teller["vehicles"], never][]) {
    vehicles[name] = client.id();
    await client.change("shop", "Vehicle entered", [client.create("vehicle", data, vehicles[name])]);
  }
  await ownValues(client, vehicles, known.lines);
  const teller: Teller = { client, days, people, vehicles, lines: known.lines };
  await pastJobs(teller);
  await closedJobs(teller);
  await openJobs(teller);
  await rechecks(teller);
}

const [, script, address, flag, day] = process.argv;
if (script?.endsWith("seed.ts") && address) {
  // The shed's latest entries are of the afternoon: take the last day whose afternoon is over.
  const last = new Date(Date.now() - 15 * 3_600_000).toISOString().slice(0, 10);
  await seed(address, flag === "--day" && day ? day : last);
}
