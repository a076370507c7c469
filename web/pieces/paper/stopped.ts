/** Thrown where the person asked to stop. */
export class Stopped extends Error {}
