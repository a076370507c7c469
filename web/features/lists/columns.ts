import type { ListsView } from "../../../contract";
import { dateText, SHIFTER_NAMES, STAGE_NAMES } from "../../format/words";
import type { useUnits } from "../../format/units";

export const LISTS = {
  vehicles: "Vehicles",
  jobs: "Jobs",
  parts: "Parts to order",
  torque: "Torque values missing",
} as const;
export type ListName = keyof typeof LISTS;
export type ListRow = ListsView[ListName][number];

/** One column: its name, what it says on screen, and what it is sorted and taken out by. */
export interface Column {
  key: string;
  head: string;
  says: (row: ListRow) => string;
  value: (row: ListRow) => string | number | null;
  /** Few different values: offered as a filter. */
  few?: boolean;
  number?: boolean;
}

const of =
  <K extends string>(key: K) =>
  (row: ListRow): string | number | null =>
    ((row as unknown as Record<K, unknown>)[key] as string | number | null | undefined) ?? null;

function column(key: string, head: string, more: Partial<Column> = {}): Column {
  const value = more.value ?? of(key);
  return { key, head, value, says: (row) => String(value(row) ?? ""), ...more };
}

const day = (key: string, head: string): Column =>
  column(key, head, { says: (row) => dateText(of(key)(row) as string | null) });

const WAITS: Record<string, string> = {
  nothing: "ready",
  part: "a part",
  cure: "a cure",
  helper: "a helper",
  customer: "the customer",
};

export function columnsOf(list: ListName, units: ReturnType<typeof useUnits>, currency: string): Column[] {
  const named = (key: string, names: Record<string, string>) => (row: ListRow) => {
    const word = String(of(key)(row) ?? "");
    return names[word] ?? word;
  };
  switch (list) {
    case "vehicles":
      return [
        column("tag", "tag"),
        column("title", "vehicle"),
        column("owner", "owner", { few: true }),
        column("shifter", "shifter", { few: true, says: named("shifter", SHIFTER_NAMES) }),
        column("km", `odometer, ${units.label("distance")}`, {
          number: true,
          says: (row) => {
            const km = of("km")(row);
            return typeof km === "number" ? units.bare(km, "distance") : "";
          },
        }),
        column("jobs", "jobs", { number: true }),
        column("open", "open", { number: true }),
        day("last", "last visit"),
      ];
    case "jobs":
      return [
        column("number", "job", { number: true }),
        column("tag", "tag"),
        column("owner", "owner", { few: true }),
        column("complaint", "complaint"),
        column("stage", "stage", { few: true, says: named("stage", STAGE_NAMES) }),
        column("waits", "waits for", { few: true, says: named("waits", WAITS) }),
        day("opened", "opened"),
        day("closed", "closed"),
      ];
    case "parts":
      return [
        column("part", "part"),
        column("partNumber", "number"),
        column("maker", "maker", { few: true }),
        column("quantity", "how many", { number: true }),
        column("price", `price, ${currency}`, { number: true }),
        column("state", "state", { few: true }),
        day("arrives", "here on"),
        column("tag", "tag", { few: true }),
        column("number", "job", { number: true }),
      ];
    case "torque":
      return [
        column("group", "where"),
        column("count", "bolts", { number: true }),
        column("thread", "thread"),
        column("typed", "as typed"),
        column("tag", "tag", { few: true }),
        column("number", "job", { number: true }),
      ];
  }
}

/** Where a line leads. */
export function pathOfRow(list: ListName, row: ListRow): string {
  if (list === "vehicles") return `/vehicles/${row.id}`;
  if (list === "jobs") return `/jobs/${row.id}`;
  const { jobId } = row as ListsView["parts"][number];
  return list === "parts" ? `/jobs/${jobId}/plan?tool=lists` : `/jobs/${jobId}/fit`;
}
