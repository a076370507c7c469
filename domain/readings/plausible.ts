import type { ReadingQuantity } from "../../contract";

/** What a reading usually is, base unit: common practice, no source. Outside it is asked once, never refused. */
const USUAL: Record<ReadingQuantity, readonly [least: number, most: number]> = {
  throw: [20, 350],
  crossGate: [5, 150],
  freePlayForeAft: [0, 80],
  freePlayCross: [0, 80],
  freePlayNeutral: [0, 120],
  freePlayUpDown: [0, 30],
  knobHeight: [60, 700],
  knobAboveTunnel: [20, 600],
  knobReach: [100, 1200],
  mountHeight: [10, 200],
  stopGap: [0, 10],
  lockoutGap: [0, 15],
  jointAngle: [0, 15],
  inclination: [-15, 15],
  cableThread: [0, 60],
  rodLength: [40, 2000],
  fluidDrained: [0.2, 20],
  gap: [0, 300],
  size: [0.1, 1000],
  fluidFilled: [0.2, 20],
};

/** The usual range of a quantity where a figure lies outside it; null where it is a usual one. */
export function unusual(quantity: ReadingQuantity, base: number): { least: number; most: number } | null {
  const [least, most] = USUAL[quantity];
  return base < least || base > most ? { least, most } : null;
}
