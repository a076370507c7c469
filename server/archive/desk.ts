import { mkdirSync, readdirSync, rmSync } from "node:fs";
import { join } from "node:path";
import type { Readable } from "node:stream";
import { ulid } from "ulid";
import type { ArchivePreview, ArchiveTaken } from "../../contract";
import type { UnitOfWork } from "../db";
import type { Papers } from "../papers";
import type { Photos } from "../photos";
import type { Recordings } from "../recordings";
import { refuse, type Changes } from "../services";
import { titleOf } from "../services/titles";
import { filesOf, recordsOf, shopName, type ArchiveScope } from "./contents";
import { mergeOf } from "./merge";
import { readArchive, type ReadArchive } from "./read";
import { takeIn } from "./take";
import { archiveOf } from "./write";

const NAME = /^[0-9A-Z]{26}$/;

/** Archives out and in: written as a stream, looked at before anything is taken, and taken through the gate. */
export class ArchiveDesk {
  /** Archives that were looked at wait here to be taken in. */
  readonly folder: string;

  constructor(
    dataFolder: string,
    private readonly unit: UnitOfWork,
    private readonly changes: Changes,
    private readonly photos: Photos,
    private readonly recordings: Recordings,
    private readonly papers: Papers,
    private readonly now: () => string = () => new Date().toISOString(),
  ) {
    this.folder = join(dataFolder, "arriving");
    mkdirSync(this.folder, { recursive: true });
    // What nobody took in before the program ended is sent again where it is still wanted.
    for (const rest of readdirSync(this.folder)) rmSync(join(this.folder, rest), { force: true });
  }

  /** A name for a file, and the archive as it is sent. */
  async out(scope: ArchiveScope): Promise<{ name: string; stream: Readable }> {
    const { records, shop } = await this.unit.read(async (m) => ({
      records: await recordsOf(m, scope),
      shop: await shopName(m),
    }));
    const [vehicle] = records.vehicle ?? [];
    const title =
      scope.kind === "shop"
        ? shop || "Shop"
        : scope.kind === "vehicle"
          ? `${vehicle.tag} ${titleOf(vehicle)}`.trim()
          : `Job ${records.job?.[0]?.number ?? ""} of ${vehicle.tag}`;
    const name = `${title
      .replace(/[^\p{L}\p{N}]+/gu, "-")
      .replace(/^-|-$/g, "")
      .toLowerCase()}.zip`;
    const parts = { scope, title, shop, made: this.now(), records };
    const stream = archiveOf(parts, this.photos, this.recordings, this.papers);
    return { name, stream };
  }

  private pathOf(token: string): string {
    if (!NAME.test(token)) refuse("not_found", "token", token, "the token of an archive that was looked at");
    return join(this.folder, token);
  }

  /** Where an archive that is sent is put, and its token. */
  place(): { token: string; path: string } {
    const token = ulid();
    return { token, path: join(this.folder, token) };
  }

  /** What taking it in would do. What cannot be read is thrown away. */
  async look(token: string): Promise<ArchivePreview> {
    const archive = await this.open(token);
    try {
      const merge = await this.unit.read((m) => mergeOf(m, archive.records));
      const named = filesOf(archive.records);
      const lacks = (files: string[], held: string[], kept: (f: string) => boolean): number =>
        files.filter((f) => !held.includes(f) && !kept(f)).length;
      return {
        token,
        manifest: archive.manifest,
        fresh: Object.fromEntries(Object.entries(merge.fresh).map(([k, v]) => [k, v.length])),
        same: merge.same,
        conflicts: merge.conflicts,
        photos: archive.photos.length,
        recordings: archive.recordings.length,
        missing:
          lacks(named.photos, archive.photos, (f) => this.photos.has(f)) +
          lacks(named.recordings, archive.recordings, (f) => this.recordings.has(f)),
      };
    } finally {
      archive.close();
    }
  }

  private async open(token: string): Promise<ReadArchive> {
    const path = this.pathOf(token);
    try {
      return await readArchive(path);
    } catch (error) {
      rmSync(path, { force: true });
      throw error;
    }
  }

  async take(token: string, theirs: readonly string[]): Promise<ArchiveTaken> {
    const archive = await this.open(token);
    try {
      const named = filesOf(archive.records);
      for (const hash of archive.photos.filter((f) => named.photos.includes(f) && !this.photos.has(f))) {
        await this.photos.keep(hash, await archive.file("photos", hash));
      }
      for (const hash of archive.recordings.filter((f) => named.recordings.includes(f) && !this.recordings.has(f))) {
        await this.recordings.keep(hash, await archive.file("recordings", hash));
      }
      return await takeIn(this.unit, this.changes, archive.records, new Set(theirs), archive.manifest.shop);
    } finally {
      archive.close();
      rmSync(this.pathOf(token), { force: true });
    }
  }

  /** Leaves an archive that was looked at. */
  leave(token: string): void {
    rmSync(this.pathOf(token), { force: true });
  }
}
