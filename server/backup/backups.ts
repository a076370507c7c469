import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";
import type { BackupKind, BackupLine } from "../../contract";
import { StorageError, storageTrouble, type OpenBook } from "../db";
import { refuse } from "../services";

/** Name of a copy: why it was made, and when. */
const NAME = /^(hand|schedule|before-restore)-(\d{4}-\d{2}-\d{2}T\d{6})\.sqlite$/;
const KINDS: Record<string, BackupKind> = { hand: "hand", schedule: "schedule", "before-restore": "beforeRestore" };

const stamp = (at: string): string => at.slice(0, 19).replace(/:/g, "");
const momentOf = (text: string): string =>
  `${text.slice(0, 10)}T${text.slice(11, 13)}:${text.slice(13, 15)}:${text.slice(15, 17)}.000Z`;

/** A copy is one file: without a journal beside it, it can be carried away as it is. */
function standAlone(path: string): void {
  const db = new Database(path);
  try {
    db.pragma("journal_mode = DELETE");
  } finally {
    db.close();
  }
}

interface Counted {
  jobs: number;
  vehicles: number;
}

/** Reads a copy from end to end: whether it is whole, and what is in it; null where it is not whole. */
function checked(path: string): Counted | null {
  try {
    const db = new Database(path, { readonly: true, fileMustExist: true });
    try {
      if (db.pragma("integrity_check", { simple: true }) !== "ok") return null;
      const count = (table: string): number =>
        (db.prepare(`SELECT count(*) AS n FROM "${table}" WHERE "deletedAt" IS NULL`).get() as { n: number }).n;
      return { jobs: count("job"), vehicles: count("vehicle") };
    } finally {
      db.close();
    }
  } catch {
    return null;
  }
}

/**
 * Copies of the book beside it, made while the program runs (SQLite's online backup), each read through before it
 * counts; and the way back, which keeps the present book as a copy too. Pictures and recordings are kept by their
 * contents beside the book and serve every copy.
 */
export class Backups {
  private readonly folder: string;

  constructor(
    private readonly book: OpenBook,
    private readonly now: () => string = () => new Date().toISOString(),
  ) {
    this.folder = join(book.folder, "backups");
  }

  /** Newest first. */
  list(): BackupLine[] {
    if (!existsSync(this.folder)) return [];
    return readdirSync(this.folder)
      .flatMap((name): BackupLine[] => {
        const [, kind, at] = NAME.exec(name) ?? [];
        if (!kind) return [];
        const path = join(this.folder, name);
        return [{ name, kind: KINDS[kind], at: momentOf(at), bytes: statSync(path).size, ...this.said(path) }];
      })
      .sort((a, b) => b.at.localeCompare(a.at) || a.name.localeCompare(b.name));
  }

  private readonly known = new Map<string, Counted | null>();

  /** What the check of a copy said; a copy is never written to, so once is enough. */
  private said(path: string): { ok: boolean; jobs: number | null; vehicles: number | null } {
    const key = `${path} ${statSync(path).mtimeMs}`;
    const found = this.known.has(key) ? (this.known.get(key) ?? null) : checked(path);
    this.known.set(key, found);
    return { ok: found !== null, jobs: found?.jobs ?? null, vehicles: found?.vehicles ?? null };
  }

  /** The file of a copy; refused where there is none of this name. */
  pathOf(name: string): string {
    const path = join(this.folder, name);
    if (!NAME.test(name) || !existsSync(path)) refuse("not_found", "name", name, "the name of a backup that is kept");
    return path;
  }

  /** Makes a copy and reads it through; nothing half-made is left behind. */
  async make(kind: BackupKind): Promise<BackupLine> {
    const word = Object.keys(KINDS).find((k) => KINDS[k] === kind) ?? "hand";
    const name = `${word}-${stamp(this.now())}.sqlite`;
    const path = join(this.folder, name);
    const part = `${path}.part`;
    try {
      mkdirSync(this.folder, { recursive: true });
      await this.book.copyTo(part);
      standAlone(part);
      if (!checked(part))
        throw new StorageError({ what: "The copy could not be read back.", toDo: "Look at the disk." });
      renameSync(part, path);
    } catch (error) {
      rmSync(part, { force: true });
      const trouble = storageTrouble(error, name);
      throw trouble ? new StorageError(trouble) : error;
    }
    return this.list().find((b) => b.name === name)!;
  }

  /** Takes the book back to a copy; the present one is kept as a copy first. */
  async restore(name: string): Promise<BackupLine> {
    const from = this.pathOf(name);
    if (!checked(from)) refuse("invalid_input", "name", name, "a backup that is whole");
    const kept = await this.make("beforeRestore");
    await this.book.replaceBy((file) => copyFileSync(from, file));
    return kept;
  }

  /** When the newest copy of a kind was made; null without one. */
  newest(kind?: BackupKind): string | null {
    return this.list().find((b) => kind === undefined || b.kind === kind)?.at ?? null;
  }

  /** Makes the copy that is due by the shop's schedule, and lets the oldest ones of the schedule go. */
  async bySchedule(schedule: { everyHours: number; keep: number } | null): Promise<void> {
    if (!schedule) return;
    const last = this.newest("schedule");
    if (last && Date.parse(this.now()) - Date.parse(last) < schedule.everyHours * 3_600_000) return;
    await this.make("schedule");
    for (const old of this.list()
      .filter((b) => b.kind === "schedule")
      .slice(schedule.keep)) {
      rmSync(join(this.folder, old.name), { force: true });
    }
  }
}
