import { randomUUID } from "node:crypto";
import { open, rename } from "node:fs/promises";
import { dirname } from "node:path";
import { mkdirSync } from "node:fs";

/**
 * Whole or not at all: a stop in mid-write leaves a nameless rest, which the next start sweeps, and no half file. It is
 * on the disk when this resolves, not only on its way there. A folder that was taken away meanwhile is made again.
 */
export async function writeWhole(path: string, data: Uint8Array | string): Promise<void> {
  mkdirSync(dirname(path), { recursive: true });
  const rest = `${path}.${randomUUID()}.part`;
  const file = await open(rest, "w");
  try {
    await file.writeFile(data);
    await file.sync();
  } finally {
    await file.close();
  }
  await rename(rest, path);
}
