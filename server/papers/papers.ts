import { randomUUID } from "node:crypto";
import { createWriteStream, mkdirSync, readdirSync, rmSync, statSync } from "node:fs";
import { open, rename } from "node:fs/promises";
import { join } from "node:path";
import type { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { PAPER_BYTES, paperKinds, type PaperKind } from "../../contract";
import { sweepFolder } from "../photos/sweep";
import { refuse } from "../services/refused";
import { upTo } from "./upTo";

const ULID_LENGTH = 26;
const MAGIC = "%PDF-";

async function beginningOf(path: string, length: number): Promise<string> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(length), 0, length, 0);
    return buffer.subarray(0, bytesRead).toString("latin1");
  } finally {
    await file.close();
  }
}

/**
 * Printed sheets of jobs as PDF, in one folder beside the database. They are made from the page a person sees, in the
 * browser, and kept here so that an archive holds them; what they say is in the records, and they can be made anew.
 */
export class Papers {
  constructor(private readonly folder: string) {
    mkdirSync(folder, { recursive: true });
  }

  /**
   * Keeps a sheet in place of the one before, straight from where it comes to the disk. Refused where it is no PDF or
   * larger than may be kept; the sheet before stays then.
   */
  async keep(jobId: string, which: PaperKind, from: Readable): Promise<void> {
    mkdirSync(this.folder, { recursive: true });
    const rest = `${this.pathOf(jobId, which)}.${randomUUID()}.part`;
    try {
      await pipeline(from, upTo(PAPER_BYTES, "paper", "a PDF"), createWriteStream(rest, { flush: true }));
      const head = await beginningOf(rest, MAGIC.length);
      if (head !== MAGIC) {
        const bytes = statSync(rest).size;
        refuse("invalid_input", "paper", bytes ? `${bytes} bytes of something else` : null, "a PDF");
      }
      await rename(rest, this.pathOf(jobId, which));
    } finally {
      rmSync(rest, { force: true });
    }
  }

  pathOf(jobId: string, which: PaperKind): string {
    return join(this.folder, `${jobId}-${which}.pdf`);
  }

  /** Sheets of a job that were made since its records were last changed, ISO 8601. */
  of(jobId: string, changed: string): PaperKind[] {
    return paperKinds.filter((which) => {
      const made = statSync(this.pathOf(jobId, which), { throwIfNoEntry: false })?.mtimeMs;
      return made !== undefined && made >= Date.parse(changed);
    });
  }

  /** Takes all of them away: they are made anew when they are asked for. */
  clear(): void {
    mkdirSync(this.folder, { recursive: true });
    for (const name of readdirSync(this.folder)) rmSync(join(this.folder, name), { force: true });
  }

  /** Takes away sheets of jobs that are no more, and rests of writing. */
  sweep(jobs: ReadonlySet<string>): void {
    sweepFolder(this.folder, (name) => jobs.has(name.slice(0, ULID_LENGTH)));
  }
}
