import { z } from "zod";
import { ACCEPTS } from "../refusal";
import { list, num, text, word } from "../fields";

const flag = z.boolean({ error: () => `${ACCEPTS}true or false` });

/** Which kind of job a complaint asks for: what is said, on which vehicle, whom it makes suspect. */
export const proposeKindInput = z.strictObject({
  complaint: z
    .string({ error: () => `${ACCEPTS}text of up to 2000 characters` })
    .max(2000, { error: () => `${ACCEPTS}text of up to 2000 characters` }),
  vehicle: z
    .strictObject({
      shifter: word(["direct", "rod", "arm", "cable"]).optional(),
      layout: word(["northSouth", "eastWest"]).optional(),
      automatic: flag.optional(),
      allWheelDrive: flag.optional(),
    })
    .prefault({}),
  suspects: list(z.strictObject({ fault: text(), p: num(0, 1) }), 0, 40).default([]),
  present: list(text(), 0, 80).default([]),
  absent: list(text(), 0, 80).default([]),
});
