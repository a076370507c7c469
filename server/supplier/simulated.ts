import { createHash } from "node:crypto";
import type { Supplier } from "./supplier";

/** A supplier that ships with the program: price, stock and days follow from the number asked for, always the same. */
export const simulatedSupplier: Supplier = {
  name: "Marn Motor Factors",
  simulated: true,
  offersFor: (asked) =>
    Promise.resolve(
      asked.map((text) => {
        const digest = createHash("sha256").update(text.trim().toLowerCase()).digest();
        const stock = digest[2] % 5;
        return {
          asked: text,
          price: Math.round((3 + (digest.readUInt16BE(0) / 65_535) ** 2 * 140) * 10) / 10,
          stock,
          days: stock ? 1 : 3 + (digest[3] % 9),
        };
      }),
    ),
};
