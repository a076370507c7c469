import { appendFileSync, createReadStream, existsSync, rmSync } from "node:fs";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { resourceNames, type RecordOf, type ResourceName } from "../../contract";

/*
 * Records of an archive on their way in: one file a kind, one record a line, so that no step holds all of them.
 */

export type ArchivedRecord = RecordOf<ResourceName> & Record<string, unknown>;

const fileOf = (folder: string, state: "all" | "fresh", resource: ResourceName): string =>
  join(folder, `${state}.${resource}.ndjson`);

/** The records of a kind in lists of at most so many; none where there is no file. */
export async function* recordsIn(
  folder: string,
  state: "all" | "fresh",
  resource: ResourceName,
  most: number,
): AsyncGenerator<ArchivedRecord[]> {
  const path = fileOf(folder, state, resource);
  if (!existsSync(path)) return;
  let list: ArchivedRecord[] = [];
  for await (const line of createInterface({ input: createReadStream(path), crlfDelay: Infinity })) {
    list.push(JSON.parse(line) as ArchivedRecord);
    if (list.length < most) continue;
    yield list;
    list = [];
  }
  if (list.length) yield list;
}

/** Adds records of one kind to its file. It waits for the disk: it is called where nobody else waits. */
export function addRecords(
  folder: string,
  state: "all" | "fresh",
  resource: ResourceName,
  records: readonly unknown[],
): void {
  if (records.length)
    appendFileSync(fileOf(folder, state, resource), records.map((r) => `${JSON.stringify(r)}\n`).join(""));
}

/** Takes away what an earlier comparison found to be new. */
export function dropFresh(folder: string): void {
  for (const resource of resourceNames) rmSync(fileOf(folder, "fresh", resource), { force: true });
}
