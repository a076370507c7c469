import type { OfferAnswer } from "../../contract";

/**
 * The plug for a supplier: who it is, and what it offers for numbers or names of parts, in their order. A real one
 * asks over the network and may take its time; it answers with what it knows and leaves the rest out.
 */
export interface Supplier {
  name: string;
  /** Played by the program: shown as such wherever its figures stand. */
  simulated: boolean;
  offersFor(asked: readonly string[]): Promise<OfferAnswer[]>;
}
