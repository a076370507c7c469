import type { NewFields } from "../contract";

export type Line = Omit<NewFields<"specLine">, "sheetId" | "vehicleId" | "position">;
export type Facts = Partial<Omit<Line, "kind" | "name" | "sources" | "torque" | "part">>;
export type Source = NonNullable<NewFields<"specLine">["sources"]>[number];

/** A value and where it is written: [value, title, page, more]. */
export type Written = readonly [typed: string, title: string, page?: string, more?: Partial<Source>];

export const sourcesOf = (written: readonly Written[]): Source[] =>
  written.map(([typed, title, page = "", more], i) => ({
    id: `s${i + 1}`,
    typed,
    title,
    page,
    trust: "full",
    ...more,
  }));

type BoltFacts = NonNullable<NewFields<"specLine">["torque"]>;

/** So many bolts of a kind; they are used again where nothing else is said. */
export const bolts = (count: number, thread: string, grade: BoltFacts["grade"], more: BoltFacts = {}): BoltFacts => ({
  count,
  thread,
  grade,
  reuse: "reuse",
  ...more,
});

export const torque = (
  name: string,
  place: string,
  written: readonly Written[],
  facts: BoltFacts,
  more: Facts = {},
): Line => ({ kind: "torque", name, place, sources: sourcesOf(written), torque: facts, ...more });

export const part = (
  name: string,
  place: string,
  written: readonly Written[],
  facts: NonNullable<NewFields<"specLine">["part"]> = {},
  more: Facts = {},
): Line => ({ kind: "part", name, place, sources: sourcesOf(written), part: facts, ...more });
