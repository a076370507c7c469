declare module "perspective-transform" {
  interface Perspective {
    /** Row by row, from the second plane to the first. */
    coeffsInv: number[];
  }
  /** From and to: four points as x, y, x, y, … */
  export default function perspective(from: number[], to: number[]): Perspective;
}
