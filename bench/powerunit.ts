import { mountCompare, mountModes, type MountModesInput } from "../core";
import { generalisedEigen } from "../core/numerics";
import { microseconds, type Figure } from "./report";
import { underOneEngine } from "../tests/core/questions";

const mount = (name: string, xMm: number, yMm: number, rxDeg = 0) => ({
  name,
  xMm,
  yMm,
  zMm: 100,
  kxNPerMm: 90,
  kyNPerMm: 60,
  kzNPerMm: 240,
  rxDeg,
  ryDeg: 0,
  rzDeg: 0,
  lossFactor: 0.1,
  dynamicRatio: 1.2,
});

const unit: MountModesInput = {
  massKg: 240,
  com: { xMm: -150, yMm: 5, zMm: 180 },
  inertia: { xxKgM2: 9.5, yyKgM2: 24, zzKgM2: 22, xyKgM2: 0.2, xzKgM2: 1.8, yzKgM2: 0 },
  crankAxis: "x",
  mounts: [mount("left", 0, 300, -30), mount("right", 0, -300, 30), mount("tail", -1100, 0)],
  engineTorqueNm: 160,
  ratio: 3.6,
  points: [{ name: "shifter", xMm: -800, yMm: 0, zMm: 300 }],
};

/** A stiff and an inertia matrix of the size a unit has, for the floor. */
function pair(): [number[][], number[][]] {
  const k = Array.from({ length: 6 }, (_, i) =>
    Array.from({ length: 6 }, (_, j) => (i === j ? 4e5 * (i + 1) : 1e4 * Math.cos(i * 7 + j * 7))),
  );
  const m = Array.from({ length: 6 }, (_, i) =>
    Array.from({ length: 6 }, (_, j) => (i === j ? (i < 3 ? 240 : 15) : 0)),
  );
  return [k, m];
}

export function powerunitFigures(): Figure[] {
  const [k, m] = pair();
  const floor = microseconds(() => void generalisedEigen(k, m), 400);
  const modes = microseconds(() => void mountModes(unit), 200);
  const compare = underOneEngine(
    unit,
    Array.from({ length: 10 }, (_, i) => ({ name: String(i), stiffnessFactor: 1 + i * 0.4 })),
  );
  const sets = microseconds(() => void mountCompare(compare), 20, 5) / 1000;
  return [
    { what: "mount modes against one 6 x 6 eigen-solve", value: modes, unit: "us", floor, limit: 10 },
    { what: "ten sets of mounts compared", value: sets, unit: "ms", limit: 2 },
  ];
}
