import type { ArchiveScope } from "../archive/contents";

/** Views over the whole shop: they read all of it, so they are read from a snapshot. */
export const shopViews = ["lists", "memory", "book", "sheets", "bin", "due"] as const;
export type ShopView = (typeof shopViews)[number];

/** One piece of long reading. Paths are absolute. */
export type SnapshotTask =
  | { do: "view"; view: ShopView; now: string }
  /** Writes the texts of an archive into a folder. */
  | { do: "pack"; scope: ArchiveScope; made: string; to: string }
  /** Reads an archive through and writes its records, one a line, beside it. */
  | { do: "unpack"; folder: string }
  /** Compares unpacked records with the book. */
  | { do: "merge"; folder: string }
  /** Reads a copy of the book from end to end. */
  | { do: "check"; copy: string };

/** The book that is read, and the folder that holds its pictures, recordings and printed sheets. */
export interface BookPlace {
  databaseFile: string;
  dataFolder: string;
}
