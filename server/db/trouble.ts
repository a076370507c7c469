import { basename } from "node:path";

/** What is wrong with the disk or the file, and what the person can do: one sentence each. */
export interface Trouble {
  what: string;
  toDo: string;
}

/** Thrown where a file cannot be worked with: its message is for the person who starts the program. */
export class StorageError extends Error {
  constructor(readonly trouble: Trouble) {
    super(`${trouble.what} ${trouble.toDo}`);
  }
}

const BACKUP = "Restore the newest copy of the whole data folder.";

/** By the first part of SQLite's code that fits, or the code of the file system. `%` is the file's name. */
const TROUBLES: readonly [code: string, what: string, toDo: string][] = [
  ["SQLITE_FULL", "The disk is full.", "Free some space; what waits is saved then."],
  ["ENOSPC", "The disk is full.", "Free some space, then send it again."],
  ["EDQUOT", "The space allowed for this user is used up.", "Free some space, then send it again."],
  ["SQLITE_READONLY", "% may not be written to.", "Allow this user to write to the file and its folder."],
  ["EROFS", "The disk may only be read.", "Put the data folder on a disk that can be written to."],
  ["EACCES", "The data folder may not be used by this user.", "Allow this user to read and write it."],
  ["EPERM", "The data folder may not be used by this user.", "Allow this user to read and write it."],
  ["EEXIST", "The data folder is a file.", "Name a folder that exists or can be made, with --data."],
  ["ENOTDIR", "The data folder is a file.", "Name a folder that exists or can be made, with --data."],
  ["SQLITE_CANTOPEN", "% cannot be opened.", "Look whether it is a file, and whether this user may use its folder."],
  ["SQLITE_NOTADB", "% is not a database.", `Name the right file with --data. ${BACKUP}`],
  ["SQLITE_CORRUPT", "% is damaged.", `Stop the program and keep the file. ${BACKUP}`],
  ["SQLITE_IOERR", "The disk reports an error.", `Look at the disk and its cable. ${BACKUP}`],
  ["EIO", "The disk reports an error.", `Look at the disk and its cable. ${BACKUP}`],
  ["SQLITE_BUSY", "% is in use by another program.", "End the other program."],
  ["SQLITE_LOCKED", "% is in use by another program.", "End the other program."],
];

const codeOf = (error: unknown): string => {
  if (typeof error !== "object" || error === null) return "";
  const { code, driverError } = error as { code?: unknown; driverError?: unknown };
  return typeof code === "string" ? code : codeOf(driverError);
};

/** What an error of the database or the disk means; null where it is none of these. */
export function storageTrouble(error: unknown, file: string): Trouble | null {
  if (error instanceof StorageError) return error.trouble;
  const code = codeOf(error);
  const found = TROUBLES.find(([begins]) => code.startsWith(begins));
  return found ? { what: found[1].replace("%", basename(file)), toDo: found[2] } : null;
}
