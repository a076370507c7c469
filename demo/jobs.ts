import type { LoadWord, NewFields, Operation, TypedValue } from "../contract";
import { seededRandom, type SheetKind, type SheetPoint } from "../core";
import type { DemoClient } from "./client";
import type { Photographed } from "./photographs";
import type { DemoDays } from "./days";
import type { SheetName } from "./sheets";
import { decidedOf, onTemplate, type OnTemplate } from "./templates";

/** What every job of the demo is told with. */
export interface Teller {
  client: DemoClient;
  days: DemoDays;
  people: { corrow: string; tannack: string; sorley: string };
  vehicles: Record<SheetName | "bakery", string>;
  /** Lines of the sheets, by "sheet/name": what a job took from them. */
  lines: Map<string, string>;
}

export const mm = (...values: number[]): TypedValue[] => values.map((v) => ({ typed: `${v} mm`, base: v }));
export const inch = (text: string, inches: number): TypedValue => ({ typed: text, base: inches * 25.4 });
const oneMm: TypedValue = { typed: "1 mm", base: 1 };
export const sixteenth = inch("1/16 in", 1 / 16);

/** The pair of gears a throw is taped between. */
export const at34 = { fromGear: "3", toGear: "4" };

/** A job with its children, written as one change. */
export class JobTale {
  readonly id: string;
  private readonly operations: Operation[] = [];
  private place = 0;

  constructor(
    private readonly teller: Teller,
    vehicleId: string,
    private readonly number: number,
    private readonly by: string,
    /** What the customer said, and when or how, stand together. */
    { said, ...job }: Omit<NewFields<"job">, "vehicleId"> & { said?: [complaint: string, how: string] },
  ) {
    this.id = teller.client.id();
    this.job = { vehicleId, ...(said && { complaint: said[0], complaintNote: said[1] }), ...job };
  }

  private readonly job: NewFields<"job">;
  private choice: Pick<NewFields<"job">, "chosenSetupId" | "choiceReason"> | null = null;

  private add<R extends Parameters<DemoClient["create"]>[0]>(resource: R, data: NewFields<R>): string {
    const op = this.teller.client.create(resource, data);
    this.operations.push(op);
    return op.id;
  }

  reading(
    quantity: NewFields<"reading">["quantity"],
    phase: "before" | "after",
    values: TypedValue[],
    takenAt: string,
    extra: Partial<NewFields<"reading">> = {},
  ): this {
    this.add("reading", {
      jobId: this.id,
      quantity,
      phase,
      values,
      resolution: oneMm,
      takenBy: this.by,
      takenAt,
      ...extra,
    });
    return this;
  }

  lever(data: Omit<NewFields<"setup">, "jobId" | "position">): string {
    return this.add("setup", { jobId: this.id, position: this.place++, ...data });
  }

  joint(name: string, at: NewFields<"joint">["at"], playMm: number, data: Partial<NewFields<"joint">> = {}): this {
    this.add("joint", {
      jobId: this.id,
      name,
      at,
      play: { typed: `${playMm} mm`, base: playMm },
      newPlay: { typed: "0.05 mm", base: 0.05 },
      origin: "measured",
      position: this.place++,
      ...data,
    });
    return this;
  }

  part(name: string, data: Partial<NewFields<"part">> = {}): this {
    this.add("part", { jobId: this.id, name, position: this.place++, ...data });
    return this;
  }

  /** A part, and other ways round it that are weighed against buying it. */
  partOr(
    name: string,
    data: Partial<NewFields<"part">>,
    ways: ({ name: string } & Partial<NewFields<"part">>)[],
  ): this {
    const insteadOf = this.add("part", { jobId: this.id, name, position: this.place++, ...data });
    for (const way of ways) this.part(way.name, { ...way, insteadOf, alternative: true });
    return this;
  }

  step(
    text: string,
    where: NewFields<"step">["place"],
    done = false,
    extra: Pick<NewFields<"step">, "hands" | "waitMin" | "position"> = {},
  ): this {
    const state = done ? "done" : "open";
    this.add("step", { jobId: this.id, text, place: where, state, position: this.place++, ...extra });
    return this;
  }

  /** A change of the job after it was closed, with its reason. */
  async correct(data: Partial<NewFields<"job">>, label: string, reason: string): Promise<void> {
    const update: Operation = { op: "update", resource: "job", id: this.id, version: 1, data };
    await this.teller.client.change(`job:${this.id}`, label, [update], this.by, reason);
  }

  /** A tool's question and answer, kept with the job. */
  setting(tool: NewFields<"setting">["tool"], data: Omit<NewFields<"setting">, "jobId" | "tool">): this {
    this.add("setting", { jobId: this.id, tool, personId: this.by, ...data });
    return this;
  }

  /** A picture drawn for the demo, taken in through the same door as a camera's. */
  async photo(name: string, svg: string, takenAt: string): Promise<void> {
    const kept = await this.teller.client.photo(`${name}.png`, svg);
    this.add("photo", { jobId: this.id, ...kept, name: `${name}.png`, takenBy: this.by, takenAt });
  }

  sheetDrawing(sheet: SheetKind): Promise<string> {
    return this.teller.client.sheetDrawing(sheet);
  }

  /** A photograph on the measuring sheet, its points clicked as far off as a hand clicks. */
  async onSheet(
    name: string,
    taken: Photographed,
    points: { part: "old" | "new" | "other"; name: string; at: SheetPoint; heightMm: number }[],
    data: Partial<NewFields<"sheetPhoto">>,
    takenAt: string,
  ): Promise<void> {
    const { photo, seen } = await this.teller.client.sheetPhoto(`${name}.jpg`, taken.jpeg);
    if (!seen.ok) throw new Error(`${name}: the sheet is not found: ${seen.why}`);
    const photoId = this.add("photo", { jobId: this.id, ...photo, name: `${name}.jpg`, takenBy: this.by, takenAt });
    const random = seededRandom(5);
    const off = (px: number): number => Math.round((px + 1.6 * (random() - 0.5)) * 100) / 100;
    this.add("sheetPhoto", {
      jobId: this.id,
      photoId,
      sheet: seen.kind,
      corners: seen.corners,
      focal35Mm: photo.focal35Mm,
      points: points.map(({ part, name, at, heightMm }) => {
        const { xPx, yPx } = taken.see(at, heightMm);
        return { part, name, xPx: off(xPx), yPx: off(yPx) };
      }),
      ...data,
    });
  }

  /** A recording of the stand-in accelerometer in this job's vehicle, taken in through the same door as a file. */
  async recording(
    name: string,
    run: Pick<NewFields<"recording">, "phase" | "condition" | "gear" | "speedKmh" | "engineRpm"> & { runUpTo?: number },
    data: Partial<NewFields<"recording">> & { takenAt: string },
    seconds = 12,
  ): Promise<void> {
    const { runUpTo, ...how } = run;
    const request = Object.entries({ vehicle: this.job.vehicleId, ...run }).map(([k, v]) => [k, String(v)] as const);
    const { wav, rpmTrack } = await this.teller.client.listen(Object.fromEntries(request), seconds);
    const kept = await this.teller.client.recording(`${name}.wav`, wav);
    this.add("recording", {
      jobId: this.id,
      ...kept,
      unit: "m/s2",
      rpmTrack: runUpTo === undefined ? null : rpmTrack,
      name,
      ...how,
      place: "driver’s seat rail",
      by: "sensor",
      simulated: true,
      takenBy: this.by,
      ...data,
    });
  }

  finding(text: string, where: NewFields<"finding">["place"], dealtWith = false): this {
    this.add("finding", { jobId: this.id, text, place: where, state: dealtWith ? "dealtWith" : "open" });
    return this;
  }

  group(name: string, data: Omit<NewFields<"torqueGroup">, "jobId" | "name" | "position">): string {
    return this.add("torqueGroup", { jobId: this.id, name, position: this.place++, ...data });
  }

  /** Bolts signed one after the other, three minutes each, read at so many N m where they were read at all. */
  sign(
    groupId: string,
    pass: string,
    bolts: readonly number[],
    from: string,
    load: LoadWord,
    nm: readonly (number | null)[] = [],
    /** What else there is to the signature at a place of the list. */
    more: Record<number, Partial<NewFields<"signature">>> = {},
  ): this {
    const { id: jobId, by: personId } = this;
    bolts.forEach((bolt, i) => {
      const at = new Date(Date.parse(from) + i * 180_000).toISOString();
      const base = nm[i] ?? null;
      const reading = base === null ? null : { typed: `${base} Nm`, base };
      this.add("signature", { jobId, groupId, bolt, pass, reading, personId, at, load: [load], ...more[i] });
    });
    return this;
  }

  /** What was looked at again after the job, and what came of it. */
  lookedAgain(data: Omit<NewFields<"recheck">, "vehicleId" | "jobId">): this {
    this.add("recheck", { vehicleId: this.job.vehicleId, jobId: this.id, ...data });
    return this;
  }

  private planned: OnTemplate | null = null;

  /** Puts the job on one of the supplied templates, so far done. */
  template(planned: OnTemplate): this {
    this.planned = planned;
    return this;
  }

  choose(setupId: string, reason: string): this {
    this.choice = { chosenSetupId: setupId, choiceReason: reason };
    return this;
  }

  async tell(label: string): Promise<void> {
    const { client } = this.teller;
    const decided = this.planned ? await decidedOf(this.planned) : [];
    const job = client.create("job", { ...this.job, decided }, this.id);
    // The lever is chosen once it exists.
    if (this.choice)
      this.operations.push({ op: "update", resource: "job", id: this.id, version: 1, data: this.choice });
    if (this.planned)
      this.operations.push(
        ...(await onTemplate(client, { id: this.id, vehicleId: this.job.vehicleId }, this.operations, this.planned)),
      );
    // In the shop's list, so that undo inside a job does not take the whole job away.
    const { operations } = this;
    const numbered = [client.numberFrom(this.number), job, client.numberFrom(null), ...operations];
    await client.change("shop", label, numbered, this.by);
  }
}
