import type { Step } from "../../contract";

/** Fasteners that let a thing come off: how many of them are out, and which are still in. */
export interface OutCount {
  out: number;
  of: number;
  stillIn: string[];
}

/**
 * Counted at the step that takes something off, before anybody pries: the fasteners that go back in where it goes back
 * on. Null where the step takes nothing off, or nothing holds it.
 */
export function outCount(step: Step, steps: readonly Step[]): OutCount | null {
  const off = new Set(step.facts?.off.map((t) => t.key) ?? []);
  if (!off.size) return null;
  const back = new Set(steps.filter((s) => s.facts?.on.some((k) => off.has(k))).flatMap((s) => s.facts?.fits ?? []));
  const holding = steps.flatMap((s) =>
    s.state === "skipped" ? [] : (s.facts?.frees ?? []).filter((f) => back.has(f.key)).map((f) => ({ s, f })),
  );
  if (!holding.length) return null;
  const isOut = ({ s, f }: (typeof holding)[number]): boolean =>
    s.state === "done" || s.ticked.some((t) => t.what === "bag" && t.key === f.key);
  const sum = (list: typeof holding): number => list.reduce((n, { f }) => n + f.count, 0);
  return {
    out: sum(holding.filter(isOut)),
    of: sum(holding),
    stillIn: holding.filter((h) => !isOut(h)).map(({ f }) => f.name),
  };
}

/** What often turns out otherwise than planned, and the step that is put before: common practice, no source. */
export const OTHERWISE: readonly { what: string; first: string }[] = [
  {
    what: "A stud broke",
    first: "Take the broken stud out: cover what is below, soak it, drill it through the middle, turn it out",
  },
  {
    what: "It will not come loose",
    first: "Soak it and let it work, then try again with a six-point socket; heat only where nothing burns or melts",
  },
  {
    what: "The thread is damaged",
    first: "Recut the thread or fit an insert, and find the torque that holds for it",
  },
  {
    what: "The plug is another one",
    first: "Compare the plugs pin by pin with the wiring diagram before anything is joined",
  },
  {
    what: "There is no room",
    first: "Make room: take out what is in the way, and hold what would hang on a hose or wire",
  },
];
