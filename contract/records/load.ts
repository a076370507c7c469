import { z } from "zod";
import { list, word } from "../fields";
import { moment, ulid } from "./fields";

/** What a vehicle is on, and what of it is held from below; several may be true at once. */
export const loadWords = [
  "onWheels",
  "onStands",
  "onLift",
  "overPit",
  "gearboxSupported",
  "engineSupported",
  "subframeSupported",
] as const;
export type LoadWord = (typeof loadWords)[number];

/** What is true now; an empty list: nobody has said. */
export const loadList = list(word(loadWords), 0, loadWords.length);

/** The vehicle's load state, with who said so and when. */
export const load = z.strictObject({
  now: loadList.default([]),
  at: moment.nullable().default(null),
  by: ulid.nullable().default(null),
});
export type VehicleLoad = z.output<typeof load>;
