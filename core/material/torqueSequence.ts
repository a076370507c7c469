export type BoltPattern = "circle" | "line" | "box";

export interface TorquePass {
  name: string;
  pct?: number;
}

export interface TorqueSequenceInput {
  pattern: BoltPattern;
  count: number;
  targetNm?: number;
  angleDeg?: number;
  passes: TorquePass[];
}

export interface TorqueStep {
  pass: string;
  bolt: number;
  pct: number | null;
  torqueNm: number | null;
  angleDeg: number | null;
}

export interface TorqueSequenceAnswer {
  order: number[];
  steps: TorqueStep[];
  notices: never[];
}

/**
 * In which order and to what value the bolts of a group are tightened.
 *
 * Bolts are numbered round a circle or box and along a line, from 1. Circle: start at 1, then always the
 * undone bolt farthest from its nearest tightened one (ties: farthest from the last, then lowest number),
 * which gives the stars of common practice (no source): 1-3-2-4, 1-3-5-2-4, 1-4-2-5-3-6. Box: the same, crosswise.
 * Line: from the middle outwards. Torque in N m is the pass's percentage of the target; an angle in degrees
 * belongs to the last pass only. A pass without a percentage is by hand and has no torque.
 */
export function torqueSequence(input: TorqueSequenceInput): TorqueSequenceAnswer {
  const order = orderOf(input.pattern, input.count);
  const last = input.passes.length - 1;
  const steps = input.passes.flatMap((pass, p) =>
    order.map((bolt): TorqueStep => {
      const pct = pass.pct ?? null;
      const known = pct !== null && input.targetNm !== undefined;
      return {
        pass: pass.name,
        bolt,
        pct,
        torqueNm: known ? (pct * (input.targetNm ?? 0)) / 100 : null,
        angleDeg: p === last ? (input.angleDeg ?? null) : null,
      };
    }),
  );
  return { order, steps, notices: [] };
}

function orderOf(pattern: BoltPattern, count: number): number[] {
  const bolts = Array.from({ length: count }, (_, i) => i + 1);
  if (pattern === "line") {
    const middle = (count + 1) / 2;
    return bolts.sort((a, b) => Math.abs(a - middle) - Math.abs(b - middle) || a - b);
  }
  return starOrder(count);
}

function starOrder(count: number): number[] {
  const apart = (a: number, b: number) => {
    const d = Math.abs(a - b);
    return Math.min(d, count - d);
  };
  const order = [1];
  const undone = new Set(Array.from({ length: count - 1 }, (_, i) => i + 2));
  while (undone.size) {
    const last = order[order.length - 1];
    let best = 0;
    let bestNearest = -1;
    let bestFromLast = -1;
    for (const bolt of undone) {
      const nearest = Math.min(...order.map((done) => apart(bolt, done)));
      const fromLast = apart(bolt, last);
      if (nearest > bestNearest || (nearest === bestNearest && fromLast > bestFromLast)) {
        [best, bestNearest, bestFromLast] = [bolt, nearest, fromLast];
      }
    }
    order.push(best);
    undone.delete(best);
  }
  return order;
}
