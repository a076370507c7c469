import { readdirSync, rmSync, statSync } from "node:fs";
import { join } from "node:path";

/** Files are named by the SHA-256 of what they hold, in hexadecimal. */
export const HASH_LENGTH = 64;

/** A file may be younger than its record: whoever sent it is still filling in what belongs to it. */
const ORPHAN_AFTER_MS = 60 * 60 * 1000;

/** Takes away rests of writing, and files of some age that are not to be kept. */
export function sweepFolder(folder: string, keep: (name: string, madeMs: number) => boolean): void {
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    const made = statSync(path).mtimeMs;
    const old = Date.now() - made > ORPHAN_AFTER_MS;
    if (name.endsWith(".part") || (old && !keep(name, made))) rmSync(path, { force: true });
  }
}
