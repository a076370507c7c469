/** Something a person should know about an answer, at the field it comes from. */
export interface Notice<Code extends string> {
  code: Code;
  field: string;
  message: string;
}

/** Outcome of data that hold no answer: the field, and why. */
export interface Unsolvable {
  unsolvable: "singular" | "invalid";
  field: string;
  why: string;
}

export const isUnsolvable = (value: object): value is Unsolvable => "unsolvable" in value;
