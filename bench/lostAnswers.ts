import "fake-indexeddb/auto";
import fc from "fast-check";
import { JSDOM } from "jsdom";
import type { Figure } from "./report";

const RUNS = 400;

/** Edits of two people in two tabs, with losses and reloads in any order: each must be on the server once, in order. */
export async function lostAnswerFigures(): Promise<Figure[]> {
  const { window } = new JSDOM("", { url: "http://localhost/" });
  for (const name of ["window", "document", "localStorage", "sessionStorage", "location", "Event"] as const)
    Object.defineProperty(globalThis, name, { value: name === "window" ? window : window[name], configurable: true });
  const { steps, wrongAfter } = await import("../tests/web/interleave");
  const seed = Date.now() % 1e9;
  let wrong = 0;
  for (const happened of fc.sample(steps, { numRuns: RUNS, seed })) {
    const found = await wrongAfter(happened);
    if (found.length) {
      wrong += 1;
      console.log(JSON.stringify(happened), found);
    }
  }
  return [
    {
      what: `${RUNS} interleavings, seed ${seed}: edits lost, doubled or out of order`,
      value: wrong,
      unit: "",
      limit: 0,
    },
  ];
}
