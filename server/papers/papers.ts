import { mkdirSync, readdirSync, rmSync, statSync } from "node:fs";
import { join } from "node:path";
import { paperKinds, type PaperKind } from "../../contract";
import { sweepFolder, writeWhole } from "../photos";
import { refuse } from "../services";

const ULID_LENGTH = 26;
const MAGIC = "%PDF-";

/**
 * Printed sheets of jobs as PDF, in one folder beside the database. They are made from the page a person sees, in the
 * browser, and kept here so that an archive holds them; what they say is in the records, and they can be made anew.
 */
export class Papers {
  constructor(private readonly folder: string) {
    mkdirSync(folder, { recursive: true });
  }

  /** Keeps a sheet in place of the one before. Refused where it is no PDF. */
  async keep(jobId: string, which: PaperKind, bytes: Uint8Array): Promise<void> {
    if (Buffer.from(bytes.subarray(0, MAGIC.length)).toString("latin1") !== MAGIC) {
      refuse("invalid_input", "paper", bytes.length ? `${bytes.length} bytes of something else` : null, "a PDF");
    }
    await writeWhole(this.pathOf(jobId, which), bytes);
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
    for (const name of readdirSync(this.folder)) rmSync(join(this.folder, name), { force: true });
  }

  /** Takes away sheets of jobs that are no more, and rests of writing. */
  sweep(jobs: ReadonlySet<string>): void {
    sweepFolder(this.folder, (name) => jobs.has(name.slice(0, ULID_LENGTH)));
  }
}
