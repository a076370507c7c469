import { nice, tickIncrement, ticks, tickStep } from "d3-array";

/** Round figures along a scale, and how many decimals tell them apart. */
export interface Engraved {
  at: number[];
  digits: number;
}

/** About `most` round figures from one end of a scale to the other, both ends in the unit that is shown. */
export function engraved(from: number, to: number, most: number): Engraved {
  const step = tickIncrement(from, to, most);
  // A negative increment is one over the step: d3 keeps it so to stay exact.
  const digits = step < 0 ? Math.max(0, Math.ceil(Math.log10(-step))) : 0;
  return { at: ticks(from, to, most), digits };
}

/** A round end of an axis from zero that holds `most`, and how many even steps of about `steps` lead to it. */
export function roundEnd(most: number, steps: number): [end: number, steps: number] {
  if (!(most > 0)) return [1, steps];
  const [, end] = nice(0, most, steps);
  return [end, Math.round(end / tickStep(0, end, steps))];
}
