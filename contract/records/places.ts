/** Where at the vehicle work is done. */
export const places = ["cabin", "engineBay", "under", "bench"] as const;
export type Place = (typeof places)[number];
