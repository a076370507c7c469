export type { Solvable } from "./protocol";
export { useSolved, type Solved } from "./useSolved";
