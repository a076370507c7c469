import { z } from "zod";
import { ACCEPTS } from "./refusal";

const says = (accepts: string) => ({ error: () => ACCEPTS + accepts });

/** A finite number in a range, ends included. */
export function num(min: number, max: number, unit = "") {
  const text = says(`a number from ${min} to ${max}${unit && ` ${unit}`}`);
  return z.number(text).min(min, text).max(max, text);
}

/** A whole number in a range, ends included. */
export function whole(min: number, max: number) {
  const text = says(`a whole number from ${min} to ${max}`);
  return z.number(text).int(text).min(min, text).max(max, text);
}

/** So little over an open end is at the end: its fifth power would no longer be a number. */
const LEAST_STEP = 1e-60;

/** A number over an open lower end, up to and including the upper one. */
export function over(lower: number, max: number, unit = "") {
  const text = says(`a number over ${lower}, up to ${max}${unit && ` ${unit}`}`);
  return z
    .number(text)
    .gt(lower, text)
    .refine((v) => v - lower > LEAST_STEP, text)
    .max(max, text);
}

/** Text of 1 to `max` characters. */
export function text(max = 80) {
  const message = says(`text of 1 to ${max} characters`);
  return z.string(message).min(1, message).max(max, message);
}

/** A list with a least and greatest number of items; too many or few is reported before the items. */
export function list<T extends z.ZodType>(item: T, min: number, max: number) {
  const message = says(`a list of ${min} to ${max} items`);
  return z.array(item, message).min(min, message).max(max, message);
}

/** One of a few words. */
export function word<const T extends readonly [string, ...string[]]>(words: T) {
  return z.enum(words, says(words.map((w) => JSON.stringify(w)).join(" or ")));
}
