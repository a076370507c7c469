/** One position of an arm and its angle, degrees. */
export interface GatedStop {
  name: string;
  deg: number;
}

interface Arm {
  pivot: { xMm: number; zMm: number };
  armMm: number[];
}

/** Both arms with their holes and stops, the rod that can join them, and what is fitted now; mm and degrees. */
export interface GatedFields {
  shifter: Arm & { positions: GatedStop[] };
  gearbox: Arm & { detents: GatedStop[]; captureDeg: number };
  rodMm: { min: number; max: number };
  present: { shifterArmMm: number; gearboxArmMm: number; rodMm: number; changePerTurnMm: number | null } | null;
}

export type GatedArm = "shifter" | "gearbox";

const NAMES = ["P", "R", "N", "D", "2", "1"];

const named = (degrees: readonly number[]): GatedStop[] => degrees.map((deg, i) => ({ name: NAMES[i], deg }));

/** A floor shifter of six positions and a gearbox that was not made for it. */
export const beginGated = (): GatedFields => ({
  shifter: {
    pivot: { xMm: 0, zMm: 0 },
    armMm: [40, 50, 60, 75],
    positions: named([240, 247, 257, 267, 275, 282]),
  },
  gearbox: {
    pivot: { xMm: 480, zMm: 90 },
    armMm: [48, 60, 72, 90],
    detents: named([215, 223.2, 234.2, 244.7, 253, 260.2]),
    captureDeg: 2.5,
  },
  rodMm: { min: 350, max: 700 },
  present: null,
});

/** Both arms with their positions changed alike: position and detent go by one name. */
const withStops = (
  f: GatedFields,
  change: (list: GatedStop[], arm: GatedArm) => GatedStop[],
): Partial<GatedFields> => ({
  shifter: { ...f.shifter, positions: change(f.shifter.positions, "shifter") },
  gearbox: { ...f.gearbox, detents: change(f.gearbox.detents, "gearbox") },
});

/** The position at a place of the list and its detent under another name. */
export function renamedStop(f: GatedFields, at: number, name: string): Partial<GatedFields> {
  const was = f.shifter.positions[at].name;
  return withStops(f, (list) => list.map((s) => (s.name === was ? { ...s, name } : s)));
}

/** One arm's angle in a position, degrees. */
export const turnedStop = (f: GatedFields, which: GatedArm, name: string, deg: number): Partial<GatedFields> =>
  withStops(f, (list, arm) => list.map((s) => (arm === which && s.name === name ? { ...s, deg } : s)));

export const withoutStop = (f: GatedFields, name: string): Partial<GatedFields> =>
  withStops(f, (list) => list.filter((s) => s.name !== name));

/** The furthest an arm is turned, degrees. */
const LAST_DEG = 720;

/** One position more on both arms, a little past the last. */
export const oneStopMore = (f: GatedFields, name: string): Partial<GatedFields> =>
  withStops(f, (list) => [...list, { name, deg: Math.min(LAST_DEG, (list.at(-1)?.deg ?? 240) + 8) }]);
