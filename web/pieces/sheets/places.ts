/** Places a sheet can name on its drawing from below, and where they are on it. */
export interface DrawnPlace {
  name: string;
  x: number;
  y: number;
}

type Layout = "northSouth" | "eastWest";

/** Width and height of the drawing. Front is up; seen from below, the vehicle's right side is on the left. */
export const FROM_BELOW = { width: 276, height: 350 } as const;

export const DRAWN: Record<Layout, readonly DrawnPlace[]> = {
  eastWest: [
    { name: "Shifter", x: 150, y: 270 },
    { name: "Floor plate", x: 150, y: 296 },
    { name: "Cables", x: 156, y: 196 },
    { name: "Gearbox", x: 200, y: 62 },
    { name: "Selector", x: 168, y: 68 },
    { name: "Engine mount, right", x: 76, y: 92 },
    { name: "Engine mount, left", x: 216, y: 100 },
    { name: "Torque-reaction mount", x: 140, y: 150 },
    { name: "Tail mount", x: 178, y: 122 },
    { name: "Subframe", x: 104, y: 176 },
    { name: "Exhaust", x: 104, y: 262 },
  ],
  northSouth: [
    { name: "Shifter", x: 138, y: 196 },
    { name: "Floor plate", x: 166, y: 204 },
    { name: "Linkage", x: 168, y: 170 },
    { name: "Gearbox", x: 138, y: 158 },
    { name: "Selector", x: 116, y: 178 },
    { name: "Engine mount, right", x: 104, y: 96 },
    { name: "Engine mount, left", x: 172, y: 96 },
    { name: "Tail mount", x: 138, y: 222 },
    { name: "Crossmember", x: 172, y: 238 },
    { name: "Subframe", x: 106, y: 124 },
    { name: "Prop shaft", x: 138, y: 272 },
    { name: "Exhaust", x: 176, y: 284 },
  ],
};

/** Where a place is on the drawing; places in somebody's own words are not on it. */
export const placeOn = (layout: Layout, name: string): DrawnPlace | null =>
  DRAWN[layout].find((p) => p.name.toLowerCase() === name.trim().toLowerCase()) ?? null;
