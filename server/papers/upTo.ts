import { Transform } from "node:stream";
import { refuse } from "../services/refused";

/** Lets so many bytes through and refuses what is longer, by the name of its field. */
export function upTo(most: number, field: string, called: string): Transform {
  let seen = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, next) {
      seen += chunk.length;
      if (seen <= most) return next(null, chunk);
      try {
        refuse("too_large", field, seen, `${called} of up to ${most / 1024 / 1024} MB`);
      } catch (error) {
        next(error as Error);
      }
    },
  });
}
