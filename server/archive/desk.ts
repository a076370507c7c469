import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync } from "node:fs";
import { join } from "node:path";
import type { Readable } from "node:stream";
import { ulid } from "ulid";
import type { ArchivePreview, ArchiveTaken } from "../../contract";
import type { UnitOfWork } from "../db";
import type { Papers } from "../papers";
import { writeWhole, type Photos } from "../photos";
import type { Recordings } from "../recordings";
import { refuse, type Changes } from "../services";
import type { SnapshotReader } from "../snapshot";
import type { ArchiveScope } from "./contents";
import type { Merge } from "./merge";
import { zipOf, type PackedTexts } from "./pack";
import { takeIn, type TakingOrder } from "./take";
import { fileOf, SENT, type Unpacked } from "./unpack";

const NAME = /^[0-9A-Z]{26}$/;
/** What was decided, beside the archive while it is being imported. */
const ORDER_FILE = "taking.json";
/** An archive that was looked at waits so long to be imported. */
const WAITS_MS = 60 * 60_000;
const SWEEP_EVERY_MS = 10 * 60_000;

/** What archives are made of and read with. */
interface DeskParts {
  dataFolder: string;
  unit: UnitOfWork;
  changes: Changes;
  reader: SnapshotReader;
  photos: Photos;
  recordings: Recordings;
  papers: Papers;
  now?: () => string;
}

/** Archives out and in: written as a stream, looked at before anything is taken, and taken through the gate. */
export class ArchiveDesk {
  /** Archives that were looked at wait here to be imported, each in a folder of its own. */
  readonly folder: string;
  private readonly leaving: string;
  private readonly taking = new Map<string, Promise<ArchiveTaken>>();
  private readonly timer: NodeJS.Timeout;

  constructor(private readonly parts: DeskParts) {
    this.folder = join(parts.dataFolder, "arriving");
    this.leaving = join(parts.dataFolder, "leaving");
    rmSync(this.leaving, { recursive: true, force: true });
    this.sweep(Infinity);
    this.timer = setInterval(() => this.sweep(Date.now()), SWEEP_EVERY_MS).unref();
  }

  close(): void {
    clearInterval(this.timer);
  }

  /** Takes away archives that nobody imported; one that is being imported stays until all of it is there. */
  sweep(nowMs: number): void {
    mkdirSync(this.folder, { recursive: true });
    for (const name of readdirSync(this.folder)) {
      const path = join(this.folder, name);
      if (existsSync(join(path, ORDER_FILE)) || nowMs - statSync(path).mtimeMs < WAITS_MS) continue;
      rmSync(path, { recursive: true, force: true });
    }
  }

  /** A name for a file, and the archive as it is sent. */
  async out(scope: ArchiveScope, until?: AbortSignal): Promise<{ name: string; stream: Readable }> {
    const { reader, photos, recordings, papers, now } = this.parts;
    const to = join(this.leaving, ulid());
    const made = (now ?? (() => new Date().toISOString()))();
    const away = (): void => rmSync(to, { recursive: true, force: true });
    try {
      const packed = await reader.run<PackedTexts>({ do: "pack", scope, made, to }, until);
      const stream = zipOf(packed, to, {
        photo: (hash) => photos.pathOf(hash, "whole"),
        recording: (hash) => recordings.pathOf(hash),
        paper: (jobId, which) => papers.pathOf(jobId, which),
      });
      stream.once("close", away);
      return { name: packed.name, stream };
    } catch (error) {
      away();
      throw error;
    }
  }

  private folderOf(token: string): string {
    const folder = join(this.folder, token);
    if (!NAME.test(token) || !existsSync(folder))
      refuse("not_found", "token", token, "the token of an archive that was looked at within the last hour");
    return folder;
  }

  /** Where an archive that is sent is put, and its token. */
  place(): { token: string; path: string } {
    const token = ulid();
    const folder = join(this.folder, token);
    mkdirSync(folder, { recursive: true });
    return { token, path: join(folder, SENT) };
  }

  /** What taking it in would do. What cannot be read is thrown away. */
  async look(token: string, until?: AbortSignal): Promise<ArchivePreview> {
    const folder = this.folderOf(token);
    try {
      const unpacked = await this.parts.reader.run<Unpacked>({ do: "unpack", folder }, until);
      const merge = await this.parts.reader.run<Merge>({ do: "merge", folder }, until);
      const { manifest, photos, recordings, damaged, missing } = unpacked;
      return {
        token,
        manifest,
        fresh: merge.fresh,
        same: merge.same,
        conflicts: merge.conflicts,
        photos: photos.length,
        recordings: recordings.length,
        damaged,
        missing,
      };
    } catch (error) {
      rmSync(folder, { recursive: true, force: true });
      throw error;
    }
  }

  /**
   * Imports an archive that was looked at. Where the disk or the program fails in the middle, what was decided stays,
   * and the rest is imported at the next start or when it is asked for again.
   */
  take(token: string, theirs: readonly string[]): Promise<ArchiveTaken> {
    const folder = this.folderOf(token);
    const running = this.taking.get(token);
    if (running) return running;
    const taken = this.decide(folder, theirs)
      .then(() => this.carryOut(folder))
      .finally(() => this.taking.delete(token));
    this.taking.set(token, taken);
    return taken;
  }

  /** Goes on with what was being imported when the program ended; gives how many archives that were. */
  async resume(): Promise<number> {
    const open = readdirSync(this.folder).filter((name) => existsSync(join(this.folder, name, ORDER_FILE)));
    for (const token of open) await this.take(token, []);
    return open.length;
  }

  private async decide(folder: string, theirs: readonly string[]): Promise<void> {
    const path = join(folder, ORDER_FILE);
    if (existsSync(path)) return;
    const unpacked = JSON.parse(readFileSync(join(folder, "unpacked.json"), "utf8")) as Unpacked;
    const merge = await this.parts.reader.run<Merge>({ do: "merge", folder });
    const order: TakingOrder = { merge, theirs: [...theirs], shop: unpacked.manifest.shop };
    await writeWhole(path, JSON.stringify(order));
  }

  private async carryOut(folder: string): Promise<ArchiveTaken> {
    const { unit, changes, photos, recordings } = this.parts;
    const order = JSON.parse(readFileSync(join(folder, ORDER_FILE), "utf8")) as TakingOrder;
    const unpacked = JSON.parse(readFileSync(join(folder, "unpacked.json"), "utf8")) as Unpacked;
    const lacking = (hashes: string[], has: (hash: string) => boolean): string[] => hashes.filter((h) => !has(h));
    await fileOf(
      folder,
      "photos",
      lacking(unpacked.photos, (h) => photos.has(h)),
      (hash, bytes) => photos.keep(hash, bytes),
    );
    await fileOf(
      folder,
      "recordings",
      lacking(unpacked.recordings, (h) => recordings.has(h)),
      (hash, bytes) => recordings.keep(hash, bytes),
    );
    const taken = await takeIn(unit, changes, folder, order);
    rmSync(folder, { recursive: true, force: true });
    return taken;
  }

  /** Leaves an archive that was looked at; one that is being imported cannot be left any more. */
  leave(token: string): void {
    const folder = this.folderOf(token);
    if (existsSync(join(folder, ORDER_FILE)))
      refuse("conflict", "token", token, "an archive that is not being imported");
    rmSync(folder, { recursive: true, force: true });
  }
}
