import { z } from "zod";
import { list, num, text, whole } from "../fields";

/** Shims on the shelf. */
export const shimShelf = list(
  z.strictObject({ thicknessMm: num(0.001, 100, "mm"), count: whole(0, 999), name: text() }),
  0,
  30,
);
