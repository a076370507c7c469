import { defaultKnowledge, diagnose, driveSolver, lever, slack, type LeverInput } from "../core";
import { microseconds, type Figure } from "./report";

const geometry: LeverInput["lever"] = {
  knob: { xMm: 0, zMm: 300 },
  pin: { xMm: 0, zMm: -60 },
  drive: { kind: "rod", joint: { xMm: 400, zMm: -60 }, axisDeg: 0 },
  cross: {},
};

/** The floor: a damped Newton on the loop closure, as generic as it comes, starting from neutral. */
function genericNewton(travel: number): number {
  const [px, pz, jx, jz] = [0, -60, 400 + travel, -60];
  const rod2 = 400 * 400;
  let t = 0;
  for (let i = 0; i < 30; i++) {
    const c = Math.cos(t);
    const s = Math.sin(t);
    const x = px * c - pz * s;
    const z = px * s + pz * c;
    const f = (x - jx) ** 2 + (z - jz) ** 2 - rod2;
    const slope = 2 * ((x - jx) * -z + (z - jz) * x);
    const step = Math.max(-0.3, Math.min(0.3, f / slope));
    t -= step;
    if (Math.abs(step) < 1e-12) break;
  }
  return t;
}

/** The floor: every set of 20 parts visited once in Gray-code order, price and play kept up to date. */
function grayWalk(parts: { cost: number; playMm: number }[]): number {
  let [cost, play, best] = [0, 0, Infinity];
  const taken = new Uint8Array(parts.length);
  for (let i = 1; i < 1 << parts.length; i++) {
    const bit = 31 - Math.clz32(i & -i);
    const sign = taken[bit] ? -1 : 1;
    taken[bit] ^= 1;
    cost += sign * parts[bit].cost;
    play -= sign * parts[bit].playMm;
    if (play < -3 && cost < best) best = cost;
  }
  return best;
}

/** Solves of the rod drive against a generic Newton, and one whole six-gear answer. */
export function solverFigures(): Figure[] {
  const drive = driveSolver(geometry);
  let k = 0;
  let sum = 0;
  const travel = (): number => ((k = (k + 1) % 200) - 100) / 10;
  const floor = microseconds(() => void (sum += genericNewton(travel())), 200_000);
  const solve = microseconds(() => {
    const swing = drive.solve(travel());
    sum += swing.ok ? swing.angleRad : 0;
  }, 200_000);
  const gears = ["1", "2", "3", "4", "5", "R"].map((gear, i) => ({
    gear,
    column: ["1-2", "3-4", "5-R"][Math.floor(i / 2)],
    travelMm: i % 2 ? -10 : 10,
  }));
  const columns = [-6, 0, 6].map((crossMm, i) => ({ column: ["1-2", "3-4", "5-R"][i], crossMm }));
  const input: LeverInput = { gearbox: { gears, columns }, lever: geometry };
  const whole = microseconds(() => void (sum += lever(input).gears.length), 5000);
  const seen = ["playForeAft", "cannotTellNeutral", "playSideways"].map((id) => ({ id, present: true }));
  const judged = microseconds(
    () =>
      void (sum += diagnose({ knowledge: defaultKnowledge, observations: seen, lead: 0.85, minGainBits: 0.05 }).next
        .length),
    20,
  );
  const chain = Array.from({ length: 20 }, (_, i) => ({
    id: `j${i}`,
    at: i % 2 ? ("pin" as const) : ("pivot" as const),
    direction: "foreAft" as const,
    playMm: 0.1 + ((i * 37) % 23) / 40,
    newPlayMm: 0.02,
    cost: 5 + ((i * 53) % 47),
    minutes: 10 + i,
  }));
  const plans = microseconds(
    () =>
      void (sum += slack({ gainMmPerMm: 4.2, joints: chain, measured: {}, targetMm: 5, planDirection: "foreAft" }).plans
        .length),
    1,
  );
  const walk = microseconds(() => void (sum += grayWalk(chain)), 1);
  if (!Number.isFinite(sum)) throw new Error("a solver answered nonsense");
  return [
    { what: "rod drive, one solve against a generic Newton", value: solve, unit: "us", floor, limit: 3 },
    { what: "lever, six gears", value: whole, unit: "us", limit: 100 },
    { what: "diagnose, default table with next tests", value: judged / 1000, unit: "ms", limit: 5 },
    { what: "slack, 20 parts, exact front", value: plans / 1000, unit: "ms", limit: 200 },
    {
      what: "slack, 20 parts, against a bare walk over 2^20 sets",
      value: plans / 1000,
      unit: "ms",
      floor: walk / 1000,
      limit: 40,
    },
  ];
}
