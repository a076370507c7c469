import { randomUUID } from "node:crypto";
import { rename, writeFile } from "node:fs/promises";

/** Whole or not at all: a stop in mid-write leaves a nameless rest, which the next start sweeps, and no half file. */
export async function writeWhole(path: string, data: Uint8Array): Promise<void> {
  const rest = `${path}.${randomUUID()}.part`;
  await writeFile(rest, data);
  await rename(rest, path);
}
