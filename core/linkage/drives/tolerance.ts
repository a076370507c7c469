/**
 * Below this cosine between the pin's path and the rod (no unit) a position counts as a dead centre:
 * a thousandth of a micrometre on an arm of a metre, far below anything that can be built.
 */
export const DEAD_CENTRE_COS = 1e-9;

/** Newton steps used to win back digits lost in the closed form; it converges in one or two. */
export const POLISH_STEPS = 3;

/** A Newton step this small against the angle (both rad) has nothing left to win. */
export const SETTLED = 1e-14;
