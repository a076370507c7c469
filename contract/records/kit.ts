import { z } from "zod";
import { num, text, word } from "../fields";
import { point } from "../inputs";
import { line, originWords } from "./fields";

/** A lever that can be bought, on the shop's own list: what its maker says or what was measured of one. */
export const kit = z.strictObject({
  name: text(60),
  maker: line.default(""),
  number: line.default(""),
  /** Which vehicles it is offered for, in the shop's words. */
  fits: line.default(""),
  /** From the pivot, x forward and z up; null where nobody entered it. */
  knob: point(2000).nullable().default(null),
  pin: point(2000).nullable().default(null),
  origin: word(originWords).default("claimed"),
  claimedReductionPct: num(-100, 100, "%").nullable().default(null),
  price: num(0, 1e7).nullable().default(null),
  source: line.default(""),
});
