import { existsSync } from "node:fs";
import { join } from "node:path";
import { checkedCopy } from "../backup/checkedCopy";
import { mergeUnpacked } from "../archive/merge";
import { packTexts } from "../archive/pack";
import { unpack } from "../archive/unpack";
import { Snapshots } from "../db";
import { Papers } from "../papers";
import { Views } from "../services";
import type { BookPlace, SnapshotTask } from "./tasks";

/** One read-only connection a book, opened when it is first read. */
const open = new Map<string, Promise<Snapshots>>();

const snapshotsOf = (file: string): Promise<Snapshots> => {
  const known = open.get(file);
  if (known) return known;
  const opening = Snapshots.open(file);
  open.set(file, opening);
  // What could not be opened is tried again by the next one who asks.
  opening.catch(() => open.delete(file));
  return opening;
};

/** Closes the connections to a book: another file is to be put in its place. */
export async function closeSnapshots(file: string): Promise<void> {
  const known = open.get(file);
  open.delete(file);
  await (await known?.catch(() => undefined))?.close();
}

/** Does one piece of long reading and gives what it found. */
export async function perform({ databaseFile, dataFolder }: BookPlace, task: SnapshotTask): Promise<unknown> {
  const kept = {
    photo: (hash: string): boolean => existsSync(join(dataFolder, "photos", `${hash}.jpg`)),
    recording: (hash: string): boolean => existsSync(join(dataFolder, "recordings", `${hash}.wav`)),
  };
  switch (task.do) {
    case "view": {
      const views = new Views(await snapshotsOf(databaseFile), () => task.now);
      // As it is sent: making it of a large shop, and carrying it between threads, is long work too.
      return Buffer.from(JSON.stringify(await views[task.view]()));
    }
    case "pack": {
      const snapshots = await snapshotsOf(databaseFile);
      const papers = new Papers(join(dataFolder, "papers"));
      return snapshots.read((m) => packTexts(m, task.scope, task.made, task.to, kept, papers));
    }
    case "unpack":
      return unpack(task.folder, kept);
    case "merge": {
      const snapshots = await snapshotsOf(databaseFile);
      return snapshots.read((m) => mergeUnpacked(m, task.folder));
    }
    case "check":
      return checkedCopy(task.copy);
  }
}
