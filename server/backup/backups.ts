import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { basename, join } from "node:path";
import Database from "better-sqlite3";
import type { BackupKind, BackupLine } from "../../contract";
import { StorageError, storageTrouble, type OpenBook } from "../db";
import { refuse } from "../services/refused";
import type { SnapshotReader } from "../snapshot";
import type { CountedCopy } from "./checkedCopy";

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

/**
 * Copies of the book beside it, made while the program runs (SQLite's online backup), each read through before it
 * counts; and the way back, which keeps the present book as a copy too. Pictures and recordings are kept by their
 * contents beside the book and serve every copy.
 */
export class Backups {
  private readonly folder: string;

  constructor(
    private readonly book: OpenBook,
    private readonly reader: Pick<SnapshotReader, "run">,
    private readonly now: () => string = () => new Date().toISOString(),
  ) {
    this.folder = join(book.folder, "backups");
  }

  /** Newest first. A copy that was carried in and never read through is read through first. */
  async list(): Promise<BackupLine[]> {
    const lines: BackupLine[] = [];
    for (const { name, kind, at } of this.names()) {
      const path = join(this.folder, name);
      const bytes = statSync(path, { throwIfNoEntry: false })?.size;
      if (bytes === undefined) continue;
      const said = await this.said(path);
      lines.push({
        name,
        kind,
        at,
        bytes,
        ok: said !== null,
        jobs: said?.jobs ?? null,
        vehicles: said?.vehicles ?? null,
      });
    }
    return lines;
  }

  /** The copies there are, newest first, by their names alone. */
  private names(): { name: string; kind: BackupKind; at: string }[] {
    if (!existsSync(this.folder)) return [];
    return readdirSync(this.folder)
      .flatMap((name) => {
        const [, kind, at] = NAME.exec(name) ?? [];
        return kind ? [{ name, kind: KINDS[kind], at: momentOf(at) }] : [];
      })
      .sort((a, b) => b.at.localeCompare(a.at) || a.name.localeCompare(b.name));
  }

  /** What the check of a copy said, by its size and when it was written: a copy is never written to. */
  private known: Record<string, CountedCopy | null> | null = null;

  private get memory(): string {
    return join(this.folder, "checked.json");
  }

  private remembered(): Record<string, CountedCopy | null> {
    if (this.known) return this.known;
    try {
      const read: unknown = JSON.parse(readFileSync(this.memory, "utf8"));
      this.known = typeof read === "object" && read !== null ? (read as Record<string, CountedCopy | null>) : {};
    } catch {
      // Without it the copies are read through once more.
      this.known = {};
    }
    return this.known;
  }

  private remember(key: string, said: CountedCopy | null): void {
    const keys = new Set(this.names().map(({ name }) => keyOf(join(this.folder, name))));
    this.known = Object.fromEntries(Object.entries({ ...this.remembered(), [key]: said }).filter(([k]) => keys.has(k)));
    try {
      writeFileSync(this.memory, JSON.stringify(this.known));
    } catch {
      // It is known until the program ends.
    }
  }

  private async said(path: string): Promise<CountedCopy | null> {
    const key = keyOf(path);
    const known = this.remembered()[key];
    if (known !== undefined) return known;
    const said = await this.reader.run<CountedCopy | null>({ do: "check", copy: path });
    this.remember(key, said);
    return said;
  }

  /** The file of a copy; refused where there is none of this name. */
  pathOf(name: string): string {
    const path = join(this.folder, name);
    if (!NAME.test(name) || !existsSync(path)) refuse("not_found", "name", name, "the name of a backup that is kept");
    return path;
  }

  private tail: Promise<unknown> = Promise.resolve();

  /**
   * Makes a copy and reads it through; nothing half-made is left behind. One after the other: a second one within the
   * same second takes the place of the first, and holds all that it held.
   */
  make(kind: BackupKind): Promise<BackupLine> {
    const made = this.tail.then(() => this.makeNow(kind));
    this.tail = made.catch(() => undefined);
    return made;
  }

  private async makeNow(kind: BackupKind): Promise<BackupLine> {
    const word = Object.keys(KINDS).find((k) => KINDS[k] === kind) ?? "hand";
    const at = stamp(this.now());
    const name = `${word}-${at}.sqlite`;
    const path = join(this.folder, name);
    const part = `${path}.part`;
    try {
      mkdirSync(this.folder, { recursive: true });
      await this.book.copyTo(part);
      standAlone(part);
      const said = await this.reader.run<CountedCopy | null>({ do: "check", copy: part });
      if (!said) throw new StorageError({ what: "The copy could not be read back.", toDo: "Look at the disk." });
      renameSync(part, path);
      this.remember(keyOf(path), said);
      return { name, kind, at: momentOf(at), bytes: statSync(path).size, ok: true, ...said };
    } catch (error) {
      rmSync(part, { force: true });
      const trouble = storageTrouble(error, name);
      throw trouble ? new StorageError(trouble) : error;
    }
  }

  /** Takes the book back to a copy; the present one is kept as a copy first. */
  async restore(name: string): Promise<BackupLine> {
    const from = this.pathOf(name);
    const whole = await this.reader.run<CountedCopy | null>({ do: "check", copy: from });
    if (!whole) refuse("invalid_input", "name", name, "a backup that is whole");
    const kept = await this.make("beforeRestore");
    await this.book.replaceBy(from);
    return kept;
  }

  /** When the newest copy of a kind was made; null without one. */
  newest(kind?: BackupKind): string | null {
    return this.names().find((b) => kind === undefined || b.kind === kind)?.at ?? null;
  }

  /** Makes the copy that is due by the shop's schedule, and lets the oldest ones of the schedule go. */
  async bySchedule(schedule: { everyHours: number; keep: number } | null): Promise<void> {
    if (!schedule) return;
    const last = this.newest("schedule");
    if (last && Date.parse(this.now()) - Date.parse(last) < schedule.everyHours * 3_600_000) return;
    await this.make("schedule");
    for (const old of this.names()
      .filter((b) => b.kind === "schedule")
      .slice(schedule.keep)) {
      rmSync(join(this.folder, old.name), { force: true });
    }
  }
}

function keyOf(path: string): string {
  const stat = statSync(path, { throwIfNoEntry: false });
  return `${basename(path)} ${stat?.size ?? 0} ${stat?.mtimeMs ?? 0}`;
}
