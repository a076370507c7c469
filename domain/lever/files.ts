import { z } from "zod";
import {
  validated,
  checkGearbox,
  checkLever,
  gearboxSchema,
  isRefusal,
  leverSchema,
  list,
  num,
  point,
  refusal,
  text,
  type Refusal,
} from "../../contract";
import type { Gearbox } from "../../core";
import type { BenchSetup } from "./bench";

const leversFile = z.strictObject({
  gearbox: gearboxSchema,
  levers: list(
    z.strictObject({
      name: text(60),
      lever: leverSchema,
      pivot: point(5000).prefault({ xMm: 0, zMm: 0 }),
      claimedReductionPct: num(-100, 100, "%").optional(),
      price: num(0, 1e7).optional(),
      source: z.string().max(200).optional(),
    }),
    1,
    12,
  ),
});
export type LeversFile = z.output<typeof leversFile>;

function check(file: LeversFile): Refusal | null {
  const kind = file.levers[0].lever.drive.kind;
  for (const [i, { lever }] of file.levers.entries()) {
    const offence = checkLever(lever, file.gearbox, `levers[${i}].lever`);
    if (offence) return offence;
    if ((lever.drive.kind === "arm") !== (kind === "arm")) {
      return refusal("invalid_input", `levers[${i}].lever.drive.kind`, lever.drive.kind, "the kind of the first lever");
    }
  }
  return checkGearbox(file.gearbox, kind);
}

const read = validated(leversFile, check, (file): LeversFile => file);

/** Levers and their gearbox as a file's text. */
export const writeLevers = (gearbox: Gearbox, setups: readonly BenchSetup[]): string =>
  JSON.stringify(
    {
      gearbox,
      levers: setups.map((s) => ({
        name: s.name,
        lever: s.lever,
        pivot: s.pivot,
        ...(s.claimedReductionPct !== null && { claimedReductionPct: s.claimedReductionPct }),
        ...(s.price !== null && { price: s.price }),
        ...(s.source && { source: s.source }),
      })),
    },
    null,
    2,
  );

/** Levers from a file's text, or the path of the first field that will not do. */
export function readLevers(content: string): { ok: true; file: LeversFile } | { ok: false; why: string } {
  let raw: unknown;
  try {
    raw = JSON.parse(content);
  } catch {
    return { ok: false, why: "This file is not JSON text." };
  }
  const out = read(raw);
  return isRefusal(out) ? { ok: false, why: `${out.error.message}.` } : { ok: true, file: out };
}
