import type { Notice } from "../powerunit";

export type RubberBlock =
  | { kind: "rectangle"; aMm: number; bMm: number; hMm: number }
  | { kind: "disc"; diameterMm: number; hMm: number }
  | { kind: "ring"; outerMm: number; boreMm: number; hMm: number };

export interface ElastomerInput {
  shoreA?: number;
  eMPa?: number;
  gMPa?: number;
  block?: RubberBlock;
  bush?: { boreRadiusMm: number; outerRadiusMm: number; lengthMm: number };
  dynamicRatio: number;
}

export interface ElastomerAnswer {
  gent: { eMPa: number; gMPa: number } | null;
  lindley: { e0MPa: number; gMPa: number; k: number } | null;
  used: { e0MPa: number; gMPa: number; k: number; source: "lindley" | "gent" | "given" };
  block: {
    loadedAreaMm2: number;
    freeAreaMm2: number;
    shapeFactor: number;
    ecMPa: number;
    ecBulkMPa: number;
    compressionNPerMm: number;
    shearNPerMm: number;
  } | null;
  bush: {
    axialNPerMm: number;
    torsionalNMmPerRad: number;
    torsionalNmPerDeg: number;
    radialLongNPerMm: number;
    radialShortNPerMm: number;
  } | null;
  dynamicRatio: number;
  notices: Notice<"tableDiffers" | "bulkMatters">[];
}

/** Hardness IRHD, E0 and G in MPa, k. P. B. Lindley, Engineering Design with Natural Rubber. */
const LINDLEY: readonly [irhd: number, e0: number, g: number, k: number][] = [
  [30, 0.92, 0.3, 0.93],
  [35, 1.18, 0.37, 0.89],
  [40, 1.5, 0.45, 0.85],
  [45, 1.8, 0.54, 0.8],
  [50, 2.2, 0.64, 0.73],
  [55, 3.25, 0.81, 0.64],
  [60, 4.45, 1.06, 0.57],
  [65, 5.85, 1.37, 0.54],
  [70, 7.35, 1.73, 0.53],
  [75, 9.4, 2.22, 0.52],
];

/** Bulk modulus of rubber, MPa: soft, and of the hardest row. Linear between. */
const BULK = { soft: 1000, hard: 1330, fromE0: 2, toE0: 9.4 };

/** Linear between the rows of a table by one of its columns; the ends held. */
function between(column: 0 | 1, value: number): [number, number, number, number] {
  const at = LINDLEY.findIndex((row) => row[column] >= value);
  if (at === 0) return [...LINDLEY[0]];
  if (at < 0) return [...LINDLEY[LINDLEY.length - 1]];
  const [a, b] = [LINDLEY[at - 1], LINDLEY[at]];
  const t = (value - a[column]) / (b[column] - a[column]);
  return a.map((v, i) => v + t * (b[i] - v)) as [number, number, number, number];
}

/** A. N. Gent, Rubber Chem. Technol. 31, 1958: Young's modulus by Shore A, MPa; 20 to 80. */
const gentModulus = (s: number): number => (0.0981 * (56 + 7.62336 * s)) / (0.137505 * (254 - 2.54 * s));

const areas = (b: RubberBlock): { loaded: number; free: number } => {
  switch (b.kind) {
    case "rectangle":
      return { loaded: b.aMm * b.bMm, free: 2 * (b.aMm + b.bMm) * b.hMm };
    case "disc":
      return { loaded: (Math.PI * b.diameterMm ** 2) / 4, free: Math.PI * b.diameterMm * b.hMm };
    case "ring":
      return {
        loaded: (Math.PI * (b.outerMm ** 2 - b.boreMm ** 2)) / 4,
        free: Math.PI * (b.outerMm + b.boreMm) * b.hMm,
      };
  }
};

/** Below this the series is the more exact: its terms fall by a hundred, and twelve of them are enough. */
const THIN = 0.1;
const TERMS = 12;

/** atanh y - y: as it is written it cancels for a thin wall, where its series y^3/3 + y^5/5 + ... does not. */
function atanhLess(y: number): number {
  if (y >= THIN) return Math.atanh(y) - y;
  let sum = 0;
  for (let k = TERMS; k >= 1; k--) sum = sum * y * y + 1 / (2 * k + 1);
  return sum * y ** 3;
}

/**
 * Stiffness of a rubber block or bush from its hardness or its modulus; static, multiply by `dynamicRatio` for
 * vibration. MPa, mm, N/mm. Blocks: A. N. Gent and P. B. Lindley, 1959; bushes: J. E. Adkins and A. N. Gent,
 * Br. J. Appl. Phys. 5, 1954. Harder than 80 Shore A the formula runs away: give the modulus.
 */
export function elastomer(input: ElastomerInput): ElastomerAnswer {
  const { shoreA } = input;
  const gentE = shoreA === undefined ? null : gentModulus(shoreA);
  const inTable = shoreA !== undefined && shoreA >= 30 && shoreA <= 75;
  const row = inTable ? between(0, shoreA) : null;
  const lindley = row && { e0MPa: row[1], gMPa: row[2], k: row[3] };
  const used: ElastomerAnswer["used"] =
    input.eMPa !== undefined
      ? { e0MPa: input.eMPa, gMPa: input.gMPa ?? input.eMPa / 3, k: between(1, input.eMPa)[3], source: "given" }
      : lindley
        ? { ...lindley, source: "lindley" }
        : {
            e0MPa: gentE ?? 0,
            gMPa: (gentE ?? 0) / 3,
            k: (shoreA ?? 0) < LINDLEY[0][0] ? LINDLEY[0][3] : LINDLEY[LINDLEY.length - 1][3],
            source: "gent",
          };
  const notices: ElastomerAnswer["notices"] = [];
  if (lindley && gentE !== null && Math.abs(lindley.e0MPa / gentE - 1) > 0.15) {
    notices.push({
      code: "tableDiffers",
      field: "shoreA",
      message: `table and formula differ by ${(Math.abs(lindley.e0MPa / gentE - 1) * 100).toFixed(0)} %: the table is used`,
    });
  }
  let block: ElastomerAnswer["block"] = null;
  if (input.block) {
    const { loaded, free } = areas(input.block);
    const shapeFactor = loaded / free;
    const ecMPa = used.e0MPa * (1 + 2 * used.k * shapeFactor ** 2);
    const part = Math.min(1, Math.max(0, (used.e0MPa - BULK.fromE0) / (BULK.toE0 - BULK.fromE0)));
    const bulk = BULK.soft + part * (BULK.hard - BULK.soft);
    const ecBulkMPa = 1 / (1 / ecMPa + 1 / bulk);
    const { hMm } = input.block;
    block = {
      loadedAreaMm2: loaded,
      freeAreaMm2: free,
      shapeFactor,
      ecMPa,
      ecBulkMPa,
      compressionNPerMm: (ecMPa * loaded) / hMm,
      shearNPerMm: (used.gMPa * loaded) / hMm,
    };
    if (ecBulkMPa < 0.9 * ecMPa) {
      notices.push({
        code: "bulkMatters",
        field: "block",
        message: "a block this flat is so stiff that the rubber's own volume gives: it is softer than shown",
      });
    }
  }
  let bush: ElastomerAnswer["bush"] = null;
  if (input.bush) {
    const { boreRadiusMm: a, outerRadiusMm: b, lengthMm: l } = input.bush;
    const [g, ln] = [used.gMPa, Math.log(b / a)];
    // With y = (b^2 - a^2) / (a^2 + b^2), ln(b/a) is atanh y; both radial forms divide by a^2 + b^2.
    const y = ((b - a) * (b + a)) / (a * a + b * b);
    const torsional = (4 * Math.PI * g * l) / (1 / (a * a) - 1 / (b * b));
    bush = {
      axialNPerMm: (2 * Math.PI * g * l) / ln,
      torsionalNMmPerRad: torsional,
      torsionalNmPerDeg: (torsional * Math.PI) / 180 / 1000,
      radialLongNPerMm: (4 * Math.PI * g * l) / atanhLess(y),
      radialShortNPerMm: (80 * Math.PI * g * l) / (16 * y + 25 * atanhLess(y)),
    };
  }
  return {
    gent: gentE === null ? null : { eMPa: gentE, gMPa: gentE / 3 },
    lindley,
    used,
    block,
    bush,
    dynamicRatio: input.dynamicRatio,
    notices,
  };
}
