import { z } from "zod";
import { jointPlaces } from "../../core";
import { num, text, word } from "../fields";
import { line, originWords, typedValue, ulid } from "./fields";

/** A joint of the slack chain. */
export const joint = z.strictObject({
  jobId: ulid,
  name: text(60),
  at: word(jointPlaces),
  direction: word(["foreAft", "cross"]).default("foreAft"),
  play: typedValue,
  origin: word(originWords).default("estimated"),
  newPlay: typedValue.nullable().default(null),
  cost: num(0, 1e7).nullable().default(null),
  minutes: num(0, 1e5, "min").default(0),
  part: line.default(""),
  tryNew: z.boolean().default(false),
  position: num(0, 1e6).default(0),
});
