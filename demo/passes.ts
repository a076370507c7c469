/** Snug first, then to the torque: what most documents write. */
export const SNUG_THEN_FULL = [
  { name: "snug", pct: null },
  { name: "100 %", pct: 100 },
];
