import type { Readable } from "node:stream";
import { buffer } from "node:stream/consumers";
import { fromBufferPromise, openPromise, type Entry, type ZipFile } from "yauzl";
import {
  ARCHIVE_VERSION,
  archiveManifest,
  resourceNames,
  resources,
  type ArchiveManifest,
  type ResourceName,
} from "../../contract";
import { refuse, Refused } from "../services";
import type { Records } from "./contents";

/** What an archive may hold at most: beyond it is none of ours. */
const MOST_ENTRIES = 200_000;
const MOST_TEXT = 300 * 1024 * 1024;
const MOST_FILE = 200 * 1024 * 1024;
/** A text packs to a tenth; what packs to a thousandth is there to fill the memory. */
const MOST_RATIO = 400;

const FIELD = "archive";
const PHOTO = /^photos\/([0-9a-f]{64})\.jpg$/;
const RECORDING = /^recordings\/([0-9a-f]{64})\.wav$/;
const ACCEPTS = "an archive of this program, as it writes them";

const no = (why: string): never => refuse("invalid_input", FIELD, null, ACCEPTS, why);

export interface ReadArchive {
  manifest: ArchiveManifest;
  records: Records;
  photos: string[];
  recordings: string[];
  /** The bytes of a picture or recording in it. */
  file: (kind: "photos" | "recordings", hash: string) => Promise<Buffer>;
  close: () => void;
}

async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  if (zip.entryCount > MOST_ENTRIES) no(`it holds ${zip.entryCount} files`);
  for await (const entry of zip.eachEntry()) {
    const { fileName, uncompressedSize, compressedSize } = entry;
    if (entries.has(fileName)) no(`"${fileName}" is in it twice`);
    const text = !fileName.includes("/");
    if (uncompressedSize > (text ? MOST_TEXT : MOST_FILE)) no(`"${fileName}" would be ${uncompressedSize} bytes`);
    if (uncompressedSize > 1e6 && uncompressedSize > MOST_RATIO * compressedSize)
      no(`"${fileName}" is packed too small`);
    entries.set(fileName, entry);
  }
  return entries;
}

const bytesOf = async (zip: ZipFile, entry: Entry): Promise<Buffer> =>
  buffer((await zip.openReadStreamPromise(entry)) as unknown as Readable);

async function jsonOf(zip: ZipFile, entries: Map<string, Entry>, name: string): Promise<unknown> {
  const entry = entries.get(name);
  if (!entry) return no(`there is no ${name} in it`);
  try {
    return JSON.parse((await bytesOf(zip, entry)).toString("utf8"));
  } catch {
    return no(`${name} cannot be read`);
  }
}

/** Each record by the shape of its kind; one that is not of it is refused with its place. */
function parsed(raw: unknown): Records {
  if (typeof raw !== "object" || raw === null) return no("records.json is no list of records");
  const out: Record<string, unknown> = {};
  for (const [name, list] of Object.entries(raw)) {
    if (!resourceNames.includes(name as ResourceName)) no(`records of a kind that is not known: "${name}"`);
    if (!Array.isArray(list)) return no(`"${name}" is no list`);
    out[name] = list.map((record: unknown, i) => {
      const { id, version, createdAt, updatedAt, deletedAt, ...fields } = record as Record<string, unknown>;
      const read = resources[name as ResourceName].safeParse(fields);
      if (!read.success || typeof id !== "string") {
        const at = read.success ? "id" : read.error.issues[0].path.join(".");
        return no(`${name} ${i + 1} is not what it should be at "${at}"`);
      }
      return { id, version, createdAt, updatedAt, deletedAt, ...read.data };
    });
  }
  return out as Records;
}

/**
 * Opens an archive and reads its records. Refused: what is no zip, torn, of another program, of a newer form, or
 * dressed up to harm: paths out of its folder, files twice, files that unpack beyond measure.
 */
export async function readArchive(from: string | Buffer): Promise<ReadArchive> {
  let zip: ZipFile;
  try {
    zip = typeof from === "string" ? await openPromise(from, { autoClose: false }) : await fromBufferPromise(from);
  } catch {
    return no("it is no zip archive, or torn");
  }
  try {
    const entries = await entriesOf(zip).catch((error: unknown) => {
      // The reader itself refuses paths that lead out of the archive, and sizes that do not agree.
      if (error instanceof Refused) throw error;
      return no(`it cannot be read: ${error instanceof Error ? error.message : "torn"}`);
    });
    const head = archiveManifest.safeParse(await jsonOf(zip, entries, "manifest.json"));
    if (!head.success) return no("it is an archive of another program");
    const manifest = head.data;
    if (manifest.version > ARCHIVE_VERSION) {
      return no(
        `it was written by a newer version of the program (form ${manifest.version}; this one reads ${ARCHIVE_VERSION})`,
      );
    }
    const records = parsed(await jsonOf(zip, entries, "records.json"));
    const hashes = (of: RegExp): string[] => [...entries.keys()].flatMap((name) => of.exec(name)?.[1] ?? []);
    return {
      manifest,
      records,
      photos: hashes(PHOTO),
      recordings: hashes(RECORDING),
      file: (kind, hash) =>
        bytesOf(zip, entries.get(kind === "photos" ? `photos/${hash}.jpg` : `recordings/${hash}.wav`)!),
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error;
  }
}
