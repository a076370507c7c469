import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ulid } from "ulid";
import { resources, type SpecLine } from "../contract";
import { audit, impactOf, linesFor, questionsOfLine, stateOf } from "../domain";
import { entities, openDatabase, toRow, UnitOfWork } from "../server/db";
import { Views } from "../server/services";
import { median, type Figure } from "./report";

const GROUPS = 400;
const PARTS = 2000;
const VEHICLES = 500;
const AT = "2025-11-25T08:00:00.000Z";

const head = (id = ulid()) => ({ id, version: 1, createdAt: AT, updatedAt: AT, deletedAt: null });

const lineOf = (sheetId: string, kind: "torque" | "part", i: number): SpecLine =>
  ({
    ...head(),
    ...(resources.specLine.parse({
      sheetId,
      kind,
      name: `${kind} ${i}`,
      place: `place ${i % 20}`,
      position: i,
      sources: [{ id: "s", typed: kind === "torque" ? "25 Nm" : `SK-${i}`, title: "sheet 8-2" }],
      ...(kind === "torque" ? { torque: { thread: "M8", grade: "8.8", reuse: "reuse" } } : { part: { price: 1 } }),
    }) as object),
  }) as SpecLine;

const timed = (work: () => unknown, times = 15): number[] =>
  Array.from({ length: times }, () => {
    const begun = performance.now();
    work();
    return performance.now() - begun;
  });

/** A large sheet read, worked out for the screen, its change over many vehicles, and the audit of many sheets. */
export async function sheetFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-bench-"));
  const source = await openDatabase(join(folder, "sheets.sqlite"));
  const sheet = { ...head(), ...(resources.sheet.parse({ name: "Large" }) as object) } as never as { id: string };
  const lines = [
    ...Array.from({ length: GROUPS }, (_, i) => lineOf(sheet.id, "torque", i)),
    ...Array.from({ length: PARTS }, (_, i) => lineOf(sheet.id, "part", i)),
  ];
  const vehicles = Array.from({ length: VEHICLES }, (_, i) => ({
    ...head(),
    ...resources.vehicle.parse({ tag: `SI ${i}`, sheetId: sheet.id, buildDate: "2016-04" }),
  }));
  await source.transaction(async (manager) => {
    await manager.insert(entities.sheet, toRow("sheet", sheet as never));
    for (let i = 0; i < lines.length; i += 200) {
      await manager.insert(
        entities.specLine,
        lines.slice(i, i + 200).map((l) => toRow("specLine", l as never)),
      );
    }
    for (let i = 0; i < vehicles.length; i += 200) {
      await manager.insert(
        entities.vehicle,
        vehicles.slice(i, i + 200).map((v) => toRow("vehicle", v as never)),
      );
    }
  });
  const views = new Views(new UnitOfWork(source));
  const reads: number[] = [];
  for (let i = 0; i < 8; i++) {
    const begun = performance.now();
    await views.sheet(sheet.id);
    reads.push(performance.now() - begun);
  }
  const worked = timed(() => lines.map((l) => [stateOf(l), questionsOfLine(l)]));
  const filtered = timed(() => lines.filter((l) => `${l.name} ${l.place}`.toLowerCase().includes("part 19")));
  const reach = timed(() => impactOf(lines[0], { vehicles: vehicles as never, vehicleLines: [], jobs: [] }), 8);
  const inherit = timed(() => vehicles.map((v) => linesFor(v as never, lines.slice(0, GROUPS), [])), 3);
  const many = Array.from({ length: 200 }, () => ulid());
  const book = {
    sheets: many.map((id) => ({ ...(sheet as object), id })) as never,
    lines: many.flatMap((id) => Array.from({ length: 40 }, (_, i) => lineOf(id, "torque", i))),
    vehicles: [],
    openJobs: [],
    groups: [],
    signatures: [],
    tools: [],
  };
  const audits = timed(() => audit(book), 5);
  await source.destroy();
  rmSync(folder, { recursive: true, force: true });
  return [
    {
      what: `sheet of ${GROUPS} groups and ${PARTS} parts, read`,
      unit: "ms",
      value: median(reads),
      limit: 300,
    },
    { what: "the same, worked out for the screen", unit: "ms", value: median(worked), limit: 300 },
    { what: "the same, filtered", unit: "ms", value: median(filtered), limit: 16 },
    {
      what: `what a change reaches, ${VEHICLES} vehicles`,
      unit: "ms",
      value: median(reach),
      limit: 2000,
    },
    {
      what: `${VEHICLES} vehicles inherit ${GROUPS} values`,
      unit: "ms",
      value: median(inherit),
      limit: 2000,
    },
    { what: "audit of 200 sheets", unit: "ms", value: median(audits), limit: 1000 },
  ];
}
