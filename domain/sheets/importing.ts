import { resources, type LineKind, type LineSource } from "../../contract";
import { doubtfulComma, fastenerGrades, readNumber } from "../../core";
import { readSpecText } from "../torque";
import { questionsOfLine, type Questioned } from "./audit";
import { brokenLine } from "./check";
import { lineKey } from "./compare";
import type { LineFields } from "./value";
import { sourcesAgree } from "./value";

/** What a column of a pasted table may be. */
export const columnRoles = [
  "skip",
  "name",
  "value",
  "unit",
  "place",
  "count",
  "thread",
  "grade",
  "length",
  "maker",
  "quantity",
  "price",
  "builtFrom",
  "builtTo",
  "chassisFrom",
  "chassisTo",
  "option",
  "feature",
  "source",
  "page",
  "note",
] as const;
export type ColumnRole = (typeof columnRoles)[number];

/** Words by which a head names its column. */
const HEADS: readonly (readonly [ColumnRole, RegExp])[] = [
  ["builtFrom", /^(built )?from$|first built/],
  ["builtTo", /^(built )?to$|last built|until/],
  ["chassisFrom", /chassis.*from|from chassis/],
  ["chassisTo", /chassis.*to\b|to chassis/],
  ["unit", /^units?$/],
  ["value", /torque|specification|\bspec\b|value|tighten|number|part no|^no\.?$/],
  ["thread", /thread|size/],
  ["grade", /grade|class/],
  ["count", /^(count|pcs|bolts|how many|fasteners)$/],
  ["quantity", /quantity|^qty$/],
  ["length", /length|long/],
  ["price", /price|cost/],
  ["maker", /maker|brand|seller/],
  ["feature", /feature|told by/],
  ["option", /option/],
  ["page", /page/],
  ["source", /source|document|leaflet/],
  ["note", /note|remark/],
  ["place", /^place$|^area$/],
  ["name", /where|what|name|fastener|part|joint|description|position|bolt|item/],
];

const THREAD = /^(M\s*\d+([.,]\d+)?(\s*[x×]\s*\d+([.,]\d+)?)?|\d+\/\d+(-\d+)?)$/i;

/** Grades as tables write them: with a decimal comma, and the word before it. */
const gradeText = (cell: string): string => cell.replace(/^(grade|class)\s*/i, "").replace(",", ".");
const isGrade = (cell: string): boolean =>
  /[.,]/.test(cell) && facts.torque.shape.grade.safeParse(gradeText(cell)).success;

/** Rows above the first that may be the head: a table's title and what it is of. */
const TITLES = 5;

const filled = (row: readonly string[]): number => row.filter((c) => c.trim()).length;

/** What a person writes under a table and not in it. */
const NOTE =
  /^(\*|†|\(|©|notes?\b|remarks?\b|sources?\b|all (values|torques|figures)\b|values?\b|see\b|page\b|printed\b)/i;

/** The first row that is one of a table: above it stand titles, of a single cell each. */
function firstRow(rows: readonly (readonly string[])[]): number {
  const at = rows.findIndex((r) => filled(r) > 1);
  return at > 0 && at <= TITLES ? at : 0;
}

/** What the columns of a table most likely are, at which row it begins, and whether that row is a head. */
export function guessColumns(
  rows: readonly (readonly string[])[],
  kind: LineKind,
): { roles: ColumnRole[]; head: boolean; from: number } {
  const width = Math.max(0, ...rows.slice(0, 20).map((r) => r.length));
  const from = firstRow(rows);
  const first = rows[from] ?? [];
  const used = new Set<ColumnRole>();
  const byHead = Array.from({ length: width }, (_, i): ColumnRole => {
    const words = (first[i] ?? "").toLowerCase().trim();
    const role = words && !/\d/.test(words) ? HEADS.find(([r, re]) => !used.has(r) && re.test(words))?.[0] : undefined;
    if (role) used.add(role);
    return role ?? "skip";
  });
  const head = byHead.includes("name") || byHead.filter((r) => r !== "skip").length >= 2;
  const body = rows.slice(from + (head ? 1 : 0), 30);
  const share = (i: number, test: (cell: string) => boolean): number => {
    const cells = body.map((r) => r[i] ?? "").filter(Boolean);
    return cells.length ? cells.filter(test).length / cells.length : 0;
  };
  const roles = byHead.map((role, i): ColumnRole => {
    if (role !== "skip" || (head && first[i])) return role;
    const take = (r: ColumnRole): ColumnRole => {
      used.add(r);
      return r;
    };
    if (kind === "torque" && !used.has("value") && share(i, (c) => readSpecText(c).ok) > 0.5) return take("value");
    if (!used.has("thread") && share(i, (c) => THREAD.test(c)) > 0.5) return take("thread");
    if (!used.has("grade") && share(i, isGrade) > 0.5) return take("grade");
    if (!used.has("name") && share(i, (c) => /[a-z]{3}/i.test(c)) > 0.6) return take("name");
    return "skip";
  });
  return { roles, head, from };
}

export interface ImportAsk {
  rows: readonly (readonly string[])[];
  roles: readonly ColumnRole[];
  /** Where the table begins; the rows above are its title. */
  from?: number;
  /** The row it begins with names the columns. */
  head: boolean;
  /** Rows that a person wants read although they look like a title or a note under the table. */
  asRows?: ReadonlySet<number>;
  kind: LineKind;
  /** The unit of a torque that is written without one; null: such rows are refused. */
  bareUnit: "Nm" | "lb ft" | "lb in" | null;
  /** The document all rows are from, where no column names one. */
  source: Pick<LineSource, "how" | "title" | "edition" | "page" | "date" | "trust" | "photo">;
  newId: () => string;
}

/** A row that can become a line, with what the audit asks about it. */
export interface DraftLine<L extends LineFields = LineFields> {
  row: number;
  line: LineFields;
  asks: Questioned[];
  /** The line that is already there under the same name. */
  there: L | null;
  /** Whether it says something else than that. */
  disagrees: boolean;
}

/** A row that cannot: which column, what was in it, what would be accepted. */
export interface BadRow {
  row: number;
  cells: readonly string[];
  column: ColumnRole;
  got: string;
  accepts: string;
}

const facts = {
  torque: resources.specLine.shape.torque.unwrap().unwrap(),
  part: resources.specLine.shape.part.unwrap().unwrap(),
};

/** A line without any value. */
export const blankLine = (kind: LineKind, name: string): LineFields => ({
  kind,
  name,
  place: "",
  sources: [],
  decided: null,
  decidedReason: "",
  builtFrom: null,
  builtTo: null,
  chassisFrom: "",
  chassisTo: "",
  option: "",
  feature: "",
  featurePhoto: null,
  torque: kind === "torque" ? facts.torque.parse({}) : null,
  part: kind === "part" ? facts.part.parse({}) : null,
  setting: kind === "setting" ? { what: "other" } : null,
  fluid: kind === "fluid" ? { quantity: "" } : null,
  interval: kind === "interval" ? { km: null, months: null } : null,
  note: "",
});

/** What is said of a figure whose comma can be read two ways, and of any other that is none. */
const accepted = (text: string, otherwise: string): string =>
  doubtfulComma(text) ? "a point, or no comma: this can be two numbers" : otherwise;

/** Dates as tables write them: 2015, 2015-04, 04/2015, 2015-04-11. */
function dateOf(text: string, end: "from" | "to"): string | null {
  const monthFirst = /^(\d{1,2})[/.](\d{4})$/.exec(text);
  if (monthFirst) return `${monthFirst[2]}-${monthFirst[1].padStart(2, "0")}`;
  if (/^\d{4}$/.test(text)) return `${text}-${end === "from" ? "01" : "12"}`;
  return resources.specLine.shape.builtFrom.safeParse(text).success ? text : null;
}

/** A row that is none of the table's: its title above it, or a note under it. */
export interface LeftRow {
  row: number;
  text: string;
  why: "title" | "note";
}

function leftOf(ask: ImportAsk): LeftRow[] {
  const { rows, from = 0, asRows } = ask;
  const used = ask.roles.filter((r) => r !== "skip").length;
  const last = rows.findLastIndex((r) => filled(r) > 1);
  return rows.flatMap((cells, i): LeftRow[] => {
    const text = cells.filter(Boolean).join(" ");
    if (used < 2 || asRows?.has(i + 1) || filled(cells) !== 1) return [];
    if (i < from) return [{ row: i + 1, text, why: "title" }];
    return i > last && last >= 0 && (NOTE.test(text) || text.split(/\s+/).length > 5)
      ? [{ row: i + 1, text, why: "note" }]
      : [];
  });
}

/**
 * Rows of a table as lines of a sheet: good ones as drafts, bad ones with what is wrong, those above and under the table
 * by themselves; nothing is dropped.
 */
export function readRows<L extends LineFields>(
  ask: ImportAsk,
  existing: readonly L[],
): { drafts: DraftLine<L>[]; bad: BadRow[]; left: LeftRow[] } {
  const byKey = new Map(existing.map((l) => [lineKey(l), l]));
  const byName = new Map(existing.filter((l) => l.kind === ask.kind).map((l) => [l.name.trim().toLowerCase(), l]));
  const drafts: DraftLine<L>[] = [];
  const bad: BadRow[] = [];
  const left = leftOf(ask);
  const out = new Set(left.map((l) => l.row));
  for (const [i, cells] of ask.rows.entries()) {
    if ((i === (ask.from ?? 0) && ask.head) || out.has(i + 1)) continue;
    const at = (role: ColumnRole): string => {
      const k = ask.roles.indexOf(role);
      return k < 0 ? "" : (cells[k] ?? "").trim();
    };
    const outcome = lineOf(ask, at);
    if ("column" in outcome) {
      bad.push({ row: i + 1, cells, ...outcome });
      continue;
    }
    const line = outcome;
    const there = byKey.get(lineKey(line)) ?? (line.feature ? null : byName.get(line.name.toLowerCase())) ?? null;
    const [own] = line.sources;
    const disagrees = Boolean(there && own && there.sources.some((s) => s.typed && !sourcesAgree(line.kind, s, own)));
    // With what is already known of the fastener the audit sees more than with the row alone.
    const known = there?.torque ?? null;
    const whole =
      there && line.torque && known
        ? { ...line, sources: [...line.sources, ...there.sources], torque: { ...known, ...given(line.torque) } }
        : line;
    drafts.push({ row: i + 1, line, asks: questionsOfLine(whole), there, disagrees });
  }
  return { drafts, bad, left };
}

/** Only what a row said itself. */
const given = (t: NonNullable<LineFields["torque"]>): Partial<NonNullable<LineFields["torque"]>> => ({
  ...(t.thread && { thread: t.thread }),
  ...(t.grade && { grade: t.grade }),
});

type Wrong = Pick<BadRow, "column" | "got" | "accepts">;

function lineOf(ask: ImportAsk, at: (role: ColumnRole) => string): LineFields | Wrong {
  const name = at("name");
  if (!name) return { column: "name", got: "", accepts: "what or where it is" };
  if (name.length > 80) return { column: "name", got: name, accepts: "up to 80 characters" };
  const line = blankLine(ask.kind, name);
  line.place = at("place");
  line.note = at("note");
  line.option = at("option");
  line.feature = at("feature");
  line.chassisFrom = at("chassisFrom");
  line.chassisTo = at("chassisTo");
  for (const [role, end] of [
    ["builtFrom", "from"],
    ["builtTo", "to"],
  ] as const) {
    const text = at(role);
    if (!text) continue;
    const date = dateOf(text, end);
    if (!date) return { column: role, got: text, accepts: "a year, a month like 2015-04, or a day like 2015-04-11" };
    line[role] = date;
  }
  const value = valueText(ask, at);
  if (typeof value !== "string") return value;
  if (value) {
    line.sources = [
      {
        ...ask.source,
        id: ask.newId(),
        typed: value,
        title: at("source") || ask.source.title,
        page: at("page") || ask.source.page,
      },
    ];
  }
  const wrong = line.torque ? fillTorque(line.torque, at) : line.part ? fillPart(line.part, at) : null;
  if (wrong) return wrong;
  const refused = brokenLine(line);
  if (!refused) return line;
  const role = ROLE_OF.find(([field]) => refused.field.startsWith(field))?.[1] ?? "name";
  return { column: role, got: at(role), accepts: refused.accepts };
}

/** Which column a refused field of a line was read from. */
const ROLE_OF: readonly (readonly [field: string, role: ColumnRole])[] = [
  ["sources[0].title", "source"],
  ["sources[0].page", "page"],
  ["sources", "value"],
  ["torque.thread", "thread"],
  ["part.maker", "maker"],
  ...(["place", "note", "option", "feature", "chassisFrom", "chassisTo", "builtFrom", "builtTo"] as const).map(
    (key) => [key, key] as const,
  ),
];

/** A unit behind the last figure of a text: "12 max" is "12 Nm max". */
const withUnit = (value: string, unit: string): string => value.replace(/(\d)(?!.*\d)/, `$1 ${unit}`);

function valueText(ask: ImportAsk, at: (role: ColumnRole) => string): string | Wrong {
  const value = at("value");
  if (!value || ask.kind !== "torque") return value;
  const unit = at("unit");
  const typed = unit ? `${value} ${unit}` : value;
  if (readSpecText(typed).ok) return typed;
  if (doubtfulComma(value)) return { column: "value", got: value, accepts: accepted(value, "") };
  // A figure without a unit is one that can be read with one.
  const bare =
    !/[a-z]{2}(?<!to)/i.test(value.replace(/max(imum)?\.?|up to/i, "")) && readSpecText(withUnit(value, "Nm")).ok;
  if (bare && !unit) {
    if (ask.bareUnit) return withUnit(value, ask.bareUnit);
    return {
      column: "value",
      got: value,
      accepts: "a torque with its unit, or say above what unit bare figures are in",
    };
  }
  return { column: "value", got: typed, accepts: "a torque as documents write it: 25 Nm, 18 lb ft, 40 Nm + 90°" };
}

/** "M10 × 1,5" as it is kept: M10x1.5. */
const threadText = (cell: string): string =>
  cell
    .replace(/\s*[x×]\s*/i, "x")
    .replace(/(?<=\d),(?=\d)/g, ".")
    .replace(/^M\s+/i, "M");

function fillTorque(torque: NonNullable<LineFields["torque"]>, at: (role: ColumnRole) => string): Wrong | null {
  torque.thread = threadText(at("thread"));
  const grade = at("grade");
  if (grade && THREAD.test(grade) && !torque.thread) torque.thread = threadText(grade);
  else if (grade) {
    const read = facts.torque.shape.grade.safeParse(gradeText(grade));
    if (!read.success) return { column: "grade", got: grade, accepts: fastenerGrades.join(", ") };
    torque.grade = read.data;
  }
  const count = at("count");
  if (count) {
    const read = facts.torque.shape.count.safeParse(readNumber(count.replace(/\s*[x×]$/, "")));
    if (!read.success) return { column: "count", got: count, accepts: "a whole number from 1 to 64" };
    torque.count = read.data;
  }
  const length = at("length");
  if (length) {
    const mm = readNumber(length.replace(/\s*mm$/i, ""));
    if (mm === null || !facts.torque.shape.lengthMm.safeParse(mm).success) {
      return { column: "length", got: length, accepts: accepted(length, "a length in mm, up to 2000") };
    }
    torque.lengthMm = mm;
  }
  return null;
}

function fillPart(part: NonNullable<LineFields["part"]>, at: (role: ColumnRole) => string): Wrong | null {
  part.maker = at("maker");
  for (const [role, key] of [
    ["quantity", "quantity"],
    ["price", "price"],
  ] as const) {
    const text = at(role);
    if (!text) continue;
    const value = readNumber(text);
    if (value === null || !facts.part.shape[key].safeParse(value).success) {
      return { column: role, got: text, accepts: accepted(text, "a number, 0 or more") };
    }
    part[key] = value;
  }
  return null;
}
