import { fieldsOf, resources, type Sheet, type SpecLine } from "../../contract";
import { brokenLine } from "./check";
import type { LineFields } from "./value";
import { lineKey } from "./compare";
import { sourceText, stateOf } from "./value";

export const SHEET_FORMAT = "ash-lever-sheet";
export const SHEET_VERSION = 1;

export type SheetFields = Omit<Sheet, "id" | "version" | "createdAt" | "updatedAt" | "deletedAt">;

/** A sheet as a file holds it: what a person can set, without ids of this shop. */
export interface SheetFile {
  format: typeof SHEET_FORMAT;
  version: number;
  sheet: SheetFields;
  lines: LineFields[];
}

/** Fields of a line that belong to this shop only. */
const OWN = new Set(["sheetId", "vehicleId", "overrides", "reason", "position"]);

export const lineFields = (line: SpecLine): LineFields =>
  Object.fromEntries(Object.entries(fieldsOf("specLine", line)).filter(([k]) => !OWN.has(k))) as unknown as LineFields;

/** The sheet as text: the same sheet gives the same bytes, whichever way it came. */
export function writeSheet(sheet: Sheet, lines: readonly SpecLine[]): string {
  const file: SheetFile = {
    format: SHEET_FORMAT,
    version: SHEET_VERSION,
    sheet: inOrder(fieldsOf("sheet", sheet), Object.keys(resources.sheet.shape)),
    lines: lines.map((l) => inOrder(lineFields(l), Object.keys(resources.specLine.shape))),
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

const inOrder = <T extends object>(value: T, keys: readonly string[]): T =>
  Object.fromEntries(keys.flatMap((k) => (k in value ? [[k, value[k as keyof T]]] : []))) as T;

export type SheetRead =
  | { ok: true; file: SheetFile; bad: { line: number; name: string; field: string; accepts: string }[] }
  | { ok: false; why: "notJson" | "notASheet" | "newer" | "sheet"; detail: string };

/** Pictures of pages are files of the shop they were taken in: a sheet from elsewhere comes without them. */
const withPhotos = (line: LineFields, has: (file: string) => boolean): LineFields => ({
  ...line,
  featurePhoto: line.featurePhoto && has(line.featurePhoto) ? line.featurePhoto : null,
  sources: line.sources.map((s) => ({ ...s, photo: s.photo && has(s.photo) ? s.photo : null })),
});

/**
 * Reads a sheet's file. A file of a newer version is refused as a whole; a line that cannot be read is listed and
 * the others are taken. `hasPhoto` tells whether a picture is in this shop: one of another shop is left out.
 */
export function readSheet(text: string, hasPhoto: (file: string) => boolean): SheetRead {
  let data: unknown;
  try {
    data = JSON.parse(text.replace(/^\uFEFF/, ""));
  } catch (error) {
    return { ok: false, why: "notJson", detail: error instanceof Error ? error.message : "" };
  }
  if (typeof data !== "object" || data === null || (data as SheetFile).format !== SHEET_FORMAT) {
    return { ok: false, why: "notASheet", detail: "" };
  }
  const { version, sheet, lines } = data as { version: unknown; sheet: unknown; lines: unknown };
  if (typeof version !== "number" || version > SHEET_VERSION) {
    return { ok: false, why: "newer", detail: String(version) };
  }
  const head = resources.sheet.safeParse(sheet);
  if (!head.success) {
    const [issue] = head.error.issues;
    return { ok: false, why: "sheet", detail: `${issue.path.join(".")}: ${issue.message}` };
  }
  const good: LineFields[] = [];
  const bad: Extract<SheetRead, { ok: true }>["bad"] = [];
  for (const [i, raw] of (Array.isArray(lines) ? lines : []).entries()) {
    const read = resources.specLine.safeParse(raw);
    if (read.success) {
      const fields = Object.fromEntries(
        Object.entries(read.data).filter(([k]) => !OWN.has(k)),
      ) as unknown as LineFields;
      const wrong = brokenLine(fields);
      if (wrong) bad.push({ line: i + 1, name: fields.name, ...wrong });
      else good.push(withPhotos(fields, hasPhoto));
    } else {
      const [issue] = read.error.issues;
      const name = typeof (raw as { name?: unknown })?.name === "string" ? (raw as { name: string }).name : "";
      bad.push({ line: i + 1, name, field: issue.path.join("."), accepts: issue.message.replace(/^accepts: /, "") });
    }
  }
  return { ok: true, file: { format: SHEET_FORMAT, version, sheet: head.data, lines: good }, bad };
}

/** What may be done with a line of a file that this sheet has already. */
export type MergeChoice = "keep" | "take" | "beside";

export interface MergeLine {
  key: string;
  theirs: LineFields;
  mine: SpecLine | null;
  /** What is proposed: a line that is not there yet is taken, one that says the same is kept. */
  proposed: MergeChoice;
  same: boolean;
}

/** A file's lines against a sheet's, with a proposal for each. */
export function mergeLines(theirs: readonly LineFields[], mine: readonly SpecLine[]): MergeLine[] {
  const own = new Map(mine.map((l) => [lineKey(l), l]));
  return theirs.map((line): MergeLine => {
    const key = lineKey(line);
    const there = own.get(key) ?? null;
    if (!there) return { key, theirs: line, mine: null, proposed: "take", same: false };
    const same =
      JSON.stringify(line.sources.map((s) => s.typed)) === JSON.stringify(there.sources.map((s) => s.typed)) &&
      stateOf(line).kind === stateOf(there).kind;
    const proposed = same ? "keep" : stateOf(there).kind === "missing" ? "take" : "beside";
    return { key, theirs: line, mine: there, proposed, same };
  });
}

/** The sources of both, each once: what disagrees stays side by side until somebody decides. */
export const besideEachOther = (
  mine: Pick<LineFields, "sources">,
  theirs: Pick<LineFields, "sources">,
): LineFields["sources"] => {
  const has = new Set(mine.sources.map((s) => `${s.typed}|${sourceText(s)}`));
  const ids = new Set(mine.sources.map((s) => s.id));
  const more = theirs.sources
    .filter((s) => !has.has(`${s.typed}|${sourceText(s)}`))
    // Ids of two files know nothing of each other.
    .map((s) => {
      let { id } = s;
      for (let n = 2; ids.has(id); n += 1) id = `${s.id.slice(0, 36)}-${n}`;
      ids.add(id);
      return { ...s, id };
    });
  return [...mine.sources, ...more].slice(0, 12);
};

/** Pictures that lines name: the pages of their sources, and what tells them apart. */
export const photosOf = (lines: readonly Pick<LineFields, "sources" | "featurePhoto">[]): string[] =>
  lines.flatMap((l) => [l.featurePhoto, ...l.sources.map((s) => s.photo)].filter((f): f is string => f !== null));
