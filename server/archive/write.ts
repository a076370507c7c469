import type { Readable } from "node:stream";
import { ZipFile } from "yazl";
import { ARCHIVE_FORMAT, ARCHIVE_VERSION, type ArchiveManifest, type ResourceName } from "../../contract";
import type { Papers } from "../papers";
import type { Photos } from "../photos";
import type { Recordings } from "../recordings";
import { changesOf, filesOf, type ArchiveScope, type Records } from "./contents";
import { drawingsOf } from "./drawings";
import { tablesOf } from "./tables";

/** Every entry is of this day: the same records give the same archive. */
const DAY = new Date(Date.UTC(2000, 0, 1));

export interface ArchiveParts {
  scope: ArchiveScope;
  title: string;
  shop: string;
  made: string;
  records: Records;
}

/** An archive as it is sent: records as JSON and tables, pictures and recordings one after the other, never all at once. */
export function archiveOf(parts: ArchiveParts, photos: Photos, recordings: Recordings, papers: Papers): Readable {
  const zip = new ZipFile();
  const { records } = parts;
  const counts = Object.fromEntries(
    Object.entries(records).flatMap(([name, list]) => (list.length ? [[name as ResourceName, list.length]] : [])),
  );
  const manifest: ArchiveManifest = {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    scope: parts.scope.kind,
    title: parts.title,
    shop: parts.shop,
    made: parts.made,
    counts,
  };
  const put = (name: string, text: string): void => zip.addBuffer(Buffer.from(text), name, { mtime: DAY });
  put("manifest.json", JSON.stringify(manifest, null, 2));
  put("records.json", JSON.stringify(records, null, 1));
  for (const [name, text] of Object.entries(tablesOf(records))) put(name, text);
  for (const [name, bytes] of drawingsOf(records)) zip.addBuffer(bytes, name, { mtime: DAY });
  const files = filesOf(records);
  for (const file of files.photos.filter((f) => photos.has(f))) {
    zip.addFile(photos.pathOf(file, "whole"), `photos/${file}.jpg`, { mtime: DAY, compress: false, mode: 0o100644 });
  }
  for (const file of files.recordings.filter((f) => recordings.has(f))) {
    zip.addFile(recordings.pathOf(file), `recordings/${file}.wav`, { mtime: DAY, compress: false, mode: 0o100644 });
  }
  const changed = changesOf(records);
  for (const job of records.job ?? []) {
    for (const which of papers.of(job.id, changed.get(job.id) ?? job.updatedAt)) {
      const name = `papers/job-${job.number ?? job.id}-${which}.pdf`;
      zip.addFile(papers.pathOf(job.id, which), name, { mtime: DAY, compress: false, mode: 0o100644 });
    }
  }
  zip.end();
  return zip.outputStream as unknown as Readable;
}
