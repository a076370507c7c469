import { createHash } from "node:crypto";
import { writeFile } from "node:fs/promises";
import { join } from "node:path";
import { Writable, type Readable } from "node:stream";
import { buffer } from "node:stream/consumers";
import { pipeline } from "node:stream/promises";
import { crc32 } from "node:zlib";
import { JSONParser } from "@streamparser/json";
import { openPromise, type Entry, type ZipFile } from "yauzl";
import { z } from "zod";
import {
  ARCHIVE_VERSION,
  archiveManifest,
  moment,
  resourceNames,
  resources,
  SHOP_ID,
  ulid,
  type ArchiveManifest,
  type RecordOf,
  type ResourceName,
} from "../../contract";
import { photosOf } from "../../domain";
import { Refused } from "../services/refused";
import { damagedArchive, refusedArchive } from "./refusedArchive";
import { addRecords } from "./lines";
import type { KeptBeside } from "./pack";

/** What an archive may hold at most: beyond it is none of ours. */
const MOST_ENTRIES = 200_000;
const MOST_RECORDS = 1024 * 1024 * 1024;
const MOST_TEXT = 300 * 1024 * 1024;
const MOST_FILE = 200 * 1024 * 1024;
const MOST_IN_ALL = 8 * 1024 * 1024 * 1024;
/** What packs to a hundredth and less is there to fill the disk: records are not so much alike. */
const MOST_RATIO = 100;

/** Records that are written at a time. */
const AT_ONCE = 500;

const PHOTO = /^photos\/([0-9a-f]{64})\.jpg$/;
const RECORDING = /^recordings\/([0-9a-f]{64})\.wav$/;

/** Name of the archive itself in its folder, as it was sent. */
export const SENT = "sent.zip";

/** What an archive holds, once it was read through. */
export interface Unpacked {
  manifest: ArchiveManifest;
  /** Pictures and recordings that are whole and that records name, by hash. */
  photos: string[];
  recordings: string[];
  /** Those that are damaged, by what their records call them. */
  damaged: string[];
  /** Files that records name and that are neither in the archive nor here. */
  missing: number;
}

async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  if (zip.entryCount > MOST_ENTRIES) refusedArchive(`it holds ${zip.entryCount} files`);
  let inAll = 0;
  for await (const entry of zip.eachEntry()) {
    const { fileName, uncompressedSize, compressedSize } = entry;
    if (entries.has(fileName)) refusedArchive(`"${fileName}" is in it twice`);
    const most = fileName === "records.json" ? MOST_RECORDS : fileName.includes("/") ? MOST_FILE : MOST_TEXT;
    if (uncompressedSize > most) refusedArchive(`"${fileName}" would be ${uncompressedSize} bytes`);
    if (uncompressedSize > 1e6 && uncompressedSize > MOST_RATIO * compressedSize)
      refusedArchive(`"${fileName}" is packed too small`);
    inAll += uncompressedSize;
    if (inAll > MOST_IN_ALL) refusedArchive("it would unpack to more than 8 GB");
    entries.set(fileName, entry);
  }
  return entries;
}

/** Reads an entry through to `to`; false where its bytes are not those that were packed. */
async function readThrough(zip: ZipFile, entry: Entry, to: (chunk: Buffer) => void): Promise<boolean> {
  let sum = 0;
  try {
    const source = (await zip.openReadStreamPromise(entry)) as unknown as Readable;
    await pipeline(
      source,
      new Writable({
        write(chunk: Buffer, _encoding, next) {
          sum = crc32(chunk, sum);
          try {
            to(chunk);
            next();
          } catch (error) {
            next(error as Error);
          }
        },
      }),
    );
  } catch (error) {
    if (error instanceof Refused) throw error;
    return false;
  }
  return sum >>> 0 === entry.crc32 >>> 0;
}

async function manifestOf(zip: ZipFile, entries: Map<string, Entry>): Promise<ArchiveManifest> {
  const name = "manifest.json";
  const entry = entries.get(name);
  if (!entry) return refusedArchive(`there is no ${name} in it`);
  const parts: Buffer[] = [];
  if (!(await readThrough(zip, entry, (chunk) => void parts.push(chunk)))) return damagedArchive(name);
  let raw: unknown;
  try {
    raw = JSON.parse(Buffer.concat(parts).toString("utf8"));
  } catch {
    return refusedArchive(`${name} cannot be read`);
  }
  const head = archiveManifest.safeParse(raw);
  if (!head.success) return refusedArchive("it is an archive of another program");
  if (head.data.version > ARCHIVE_VERSION) {
    const { version } = head.data;
    return refusedArchive(
      `it was written by a newer version of the program (form ${version}; this one reads ${ARCHIVE_VERSION})`,
    );
  }
  return head.data;
}

const headShape = z.object({
  id: ulid,
  version: z.number().int().min(0),
  createdAt: z.literal("").or(moment),
  updatedAt: z.literal("").or(moment),
  deletedAt: moment.nullable(),
});

/** A record by the shape of its kind; one that is not of it is refused with its place. */
function parsed(name: ResourceName, at: number, record: unknown): RecordOf<ResourceName> {
  const wrong = (path: string): never => refusedArchive(`${name} ${at + 1} is not what it should be at "${path}"`);
  if (typeof record !== "object" || record === null || Array.isArray(record)) return wrong("");
  const { id, version, createdAt, updatedAt, deletedAt, ...fields } = record as Record<string, unknown>;
  const head = headShape.safeParse({ id, version, createdAt, updatedAt, deletedAt });
  if (!head.success) return wrong(head.error.issues[0].path.join("."));
  if (name === "shop" && id !== SHOP_ID) return wrong("id");
  const read = resources[name].safeParse(fields);
  if (!read.success) return wrong(read.error.issues[0].path.join("."));
  return { ...head.data, ...read.data } as RecordOf<ResourceName>;
}

/** The files a record names, by hash, and what it calls them. */
function filesNamed(
  name: ResourceName,
  record: RecordOf<ResourceName>,
): [kind: "photos" | "recordings", string, string][] {
  switch (name) {
    case "photo": {
      const photo = record as RecordOf<"photo">;
      return [["photos", photo.file, photo.name || "a picture without a name"]];
    }
    case "specLine": {
      const line = record as RecordOf<"specLine">;
      return photosOf([line]).map((file) => ["photos", file, `the picture of ${line.name || "a source"}`]);
    }
    case "recording": {
      const recording = record as RecordOf<"recording">;
      return [["recordings", recording.file, recording.name || "a recording without a name"]];
    }
    default:
      return [];
  }
}

/** Reads records.json piece by piece and writes its records, one a line. */
async function unpackRecords(
  zip: ZipFile,
  entries: Map<string, Entry>,
  folder: string,
  named: (kind: "photos" | "recordings", hash: string, called: string) => void,
): Promise<void> {
  const name = "records.json";
  const entry = entries.get(name);
  if (!entry) return refusedArchive(`there is no ${name} in it`);
  const waiting = new Map<ResourceName, RecordOf<ResourceName>[]>();
  const parser = new JSONParser({ paths: ["$", "$.*", "$.*.*"], keepStack: false });
  parser.onValue = ({ value, key, stack }) => {
    if (stack.length === 0) {
      if (typeof value !== "object" || value === null || Array.isArray(value))
        refusedArchive("records.json is no list of records");
      return;
    }
    const kind = String(stack.length === 1 ? key : stack[1].key) as ResourceName;
    if (!resourceNames.includes(kind)) refusedArchive(`records of a kind that is not known: "${kind.slice(0, 40)}"`);
    if (stack.length === 1) {
      if (!Array.isArray(value)) refusedArchive(`"${kind}" is no list`);
      return;
    }
    if (typeof key !== "number") refusedArchive(`"${kind}" is no list`);
    const record = parsed(kind, Number(key), value);
    for (const file of filesNamed(kind, record)) named(...file);
    const list = waiting.get(kind) ?? [];
    list.push(record);
    waiting.set(kind, list);
    if (list.length >= AT_ONCE) addRecords(folder, "all", kind, list.splice(0));
  };
  parser.onError = (error) => {
    if (error instanceof Refused) throw error;
    refusedArchive(`${name} cannot be read`);
  };
  let bytes = 0;
  const whole = await readThrough(zip, entry, (chunk) => {
    bytes += chunk.length;
    try {
      parser.write(chunk);
    } catch (error) {
      if (error instanceof Refused) throw error;
      refusedArchive(`${name} cannot be read`);
    }
  });
  if (!whole) return damagedArchive(name);
  if (!bytes || !parser.isEnded) return refusedArchive(`${name} cannot be read`);
  for (const [kind, list] of waiting) addRecords(folder, "all", kind, list);
}

/** A picture or recording: its bytes are those that were packed, and what its name says. */
async function isWhole(
  zip: ZipFile,
  entry: Entry,
  hash: string,
  begins: readonly number[],
  least: number,
): Promise<boolean> {
  const sum = createHash("sha256");
  let size = 0;
  let head = Buffer.alloc(0);
  const whole = await readThrough(zip, entry, (chunk) => {
    sum.update(chunk);
    size += chunk.length;
    if (head.length < begins.length) head = Buffer.concat([head, chunk.subarray(0, begins.length)]);
  });
  return whole && size >= least && begins.every((b, i) => head[i] === b) && sum.digest("hex") === hash;
}

const JPEG = [0xff, 0xd8, 0xff];
const RIFF = [...Buffer.from("RIFF", "latin1")];
/** A WAV file of one sample. */
const LEAST_WAV = 46;

/**
 * Opens the archive in a folder, reads every entry of it through and writes its records beside it, one a line.
 *
 * Refused: what is no zip, torn, damaged, of another program, of a newer form, or dressed up to harm (paths out of its
 * folder, files twice, files that unpack beyond measure). A damaged picture or recording is left out and named.
 */
export async function unpack(folder: string, kept: KeptBeside): Promise<Unpacked> {
  let zip: ZipFile;
  try {
    zip = await openPromise(join(folder, SENT), { autoClose: false });
  } catch {
    return refusedArchive("it is no zip archive, or torn");
  }
  try {
    const entries = await entriesOf(zip).catch((error: unknown) => {
      // The reader itself refuses paths that lead out of the archive, and sizes that do not agree.
      if (error instanceof Refused) throw error;
      return refusedArchive(`it cannot be read: ${error instanceof Error ? error.message : "torn"}`);
    });
    const manifest = await manifestOf(zip, entries);
    const named = { photos: new Map<string, string>(), recordings: new Map<string, string>() };
    await unpackRecords(zip, entries, folder, (kind, hash, called) => void named[kind].set(hash, called));
    const unpacked: Unpacked = { manifest, photos: [], recordings: [], damaged: [], missing: 0 };
    for (const [name, entry] of entries) {
      if (name === "manifest.json" || name === "records.json") continue;
      const [photo, recording] = [PHOTO.exec(name)?.[1], RECORDING.exec(name)?.[1]];
      const hash = photo ?? recording;
      if (hash === undefined) {
        if (!(await readThrough(zip, entry, () => undefined))) damagedArchive(name);
        continue;
      }
      const kind = photo ? "photos" : "recordings";
      const called = named[kind].get(hash);
      // What no record names is not taken.
      if (called === undefined) continue;
      const good = photo ? await isWhole(zip, entry, hash, JPEG, 4) : await isWhole(zip, entry, hash, RIFF, LEAST_WAV);
      if (good) unpacked[kind].push(hash);
      else unpacked.damaged.push(called);
    }
    const lacks = (kind: "photos" | "recordings", here: (hash: string) => boolean): number =>
      [...named[kind].keys()].filter((h) => !unpacked[kind].includes(h) && !here(h)).length;
    unpacked.missing = lacks("photos", kept.photo) + lacks("recordings", kept.recording) - unpacked.damaged.length;
    await writeFile(join(folder, "unpacked.json"), JSON.stringify(unpacked));
    return unpacked;
  } finally {
    zip.close();
  }
}

/** The bytes of a picture or recording of an archive that was unpacked. */
export async function fileOf(
  folder: string,
  kind: "photos" | "recordings",
  hashes: readonly string[],
  use: (hash: string, bytes: Buffer) => Promise<unknown>,
): Promise<void> {
  if (!hashes.length) return;
  const zip = await openPromise(join(folder, SENT), { autoClose: false });
  try {
    const entries = await entriesOf(zip);
    for (const hash of hashes) {
      const entry = entries.get(kind === "photos" ? `photos/${hash}.jpg` : `recordings/${hash}.wav`);
      if (entry) await use(hash, await buffer((await zip.openReadStreamPromise(entry)) as unknown as Readable));
    }
  } finally {
    zip.close();
  }
}
