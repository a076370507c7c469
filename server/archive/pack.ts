import { createWriteStream } from "node:fs";
import { mkdir, writeFile } from "node:fs/promises";
import { dirname, join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { EntityManager } from "typeorm";
import { ZipFile } from "yazl";
import { ARCHIVE_FORMAT, ARCHIVE_VERSION, type ArchiveManifest, type ResourceName } from "../../contract";
import type { Papers } from "../papers";
import { titleOf } from "../services/titles";
import { changesOf, filesOf, recordsOf, shopName, type ArchiveScope, type Records } from "./contents";
import { drawingsOf } from "./drawings";
import { tablesOf } from "./tables";

/** Every entry is of this day: the same records give the same archive. */
const DAY = new Date(Date.UTC(2000, 0, 1));

/** Which pictures and recordings are kept beside the book, by hash. */
export interface KeptBeside {
  photo: (hash: string) => boolean;
  recording: (hash: string) => boolean;
}

/** What an archive is made of: its texts written into a folder, and the files beside the book that it takes along. */
export interface PackedTexts {
  /** Name for the file, with its ending. */
  name: string;
  texts: string[];
  photos: string[];
  recordings: string[];
  papers: { entry: string; jobId: string; which: ReturnType<Papers["of"]>[number] }[];
}

const fileName = (title: string): string =>
  `${title
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-|-$/g, "")
    .toLowerCase()}.zip`;

/** All records, one a line: a whole shop is longer than a text may be. */
function* asJson(records: Records): Generator<string> {
  yield "{";
  let first = true;
  for (const [name, list] of Object.entries(records)) {
    yield `${first ? "" : ","}\n "${name}": [`;
    for (const [i, record] of list.entries()) yield `${i ? "," : ""}\n  ${JSON.stringify(record)}`;
    yield "\n ]";
    first = false;
  }
  yield "\n}\n";
}

/** Writes what an archive says into a folder: records as JSON, tables and drawings. */
export async function packTexts(
  manager: EntityManager,
  scope: ArchiveScope,
  made: string,
  to: string,
  kept: KeptBeside,
  papers: Papers,
): Promise<PackedTexts> {
  const records = await recordsOf(manager, scope);
  const shop = await shopName(manager);
  const [vehicle] = records.vehicle ?? [];
  const title =
    scope.kind === "shop"
      ? shop || "Shop"
      : scope.kind === "vehicle"
        ? `${vehicle.tag} ${titleOf(vehicle)}`.trim()
        : `Job ${records.job?.[0]?.number ?? ""} of ${vehicle.tag}`;
  const counts = Object.fromEntries(
    Object.entries(records).flatMap(([name, list]) => (list.length ? [[name as ResourceName, list.length]] : [])),
  );
  const manifest: ArchiveManifest = {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    scope: scope.kind,
    title,
    shop,
    made,
    counts,
  };
  const texts: [name: string, bytes: string | Buffer][] = [
    ["manifest.json", JSON.stringify(manifest, null, 2)],
    ...Object.entries(tablesOf(records)),
    ...drawingsOf(records),
  ];
  await mkdir(to, { recursive: true });
  for (const [name, bytes] of texts) {
    await mkdir(dirname(join(to, name)), { recursive: true });
    await writeFile(join(to, name), bytes);
  }
  await pipeline(Readable.from(asJson(records)), createWriteStream(join(to, "records.json")));
  const files = filesOf(records);
  const changed = changesOf(records);
  return {
    name: fileName(title),
    texts: ["manifest.json", "records.json", ...texts.slice(1).map(([name]) => name)],
    photos: files.photos.filter(kept.photo),
    recordings: files.recordings.filter(kept.recording),
    papers: (records.job ?? []).flatMap((job) =>
      papers.of(job.id, changed.get(job.id) ?? job.updatedAt).map((which) => ({
        entry: `papers/job-${job.number ?? job.id}-${which}.pdf`,
        jobId: job.id,
        which,
      })),
    ),
  };
}

/** An archive as it is sent: its texts, then pictures, recordings and sheets one after the other, never all at once. */
export function zipOf(
  packed: PackedTexts,
  folder: string,
  pathOf: { photo: (hash: string) => string; recording: (hash: string) => string; paper: Papers["pathOf"] },
): Readable {
  const zip = new ZipFile();
  const asIs = { mtime: DAY, compress: false, mode: 0o100644 };
  for (const name of packed.texts) zip.addFile(join(folder, name), name, { mtime: DAY, mode: 0o100644 });
  for (const hash of packed.photos) zip.addFile(pathOf.photo(hash), `photos/${hash}.jpg`, asIs);
  for (const hash of packed.recordings) zip.addFile(pathOf.recording(hash), `recordings/${hash}.wav`, asIs);
  for (const { entry, jobId, which } of packed.papers) zip.addFile(pathOf.paper(jobId, which), entry, asIs);
  zip.end();
  const sent = zip.outputStream as unknown as Readable;
  // A file that went meanwhile breaks the archive off, and never the program.
  zip.on("error", (error: Error) => sent.destroy(error));
  return sent;
}
