import { z } from "zod";
import { ACCEPTS } from "../refusal";
import { num, text } from "../fields";

const ULID = /^[0-9A-HJKMNP-TV-Z]{26}$/;

/** Made by the client, so that a retried write is the same write. */
export const ulid = z
  .string({ error: () => `${ACCEPTS}a ULID of 26 characters` })
  .regex(ULID, { error: () => `${ACCEPTS}a ULID of 26 characters` });

const DAY = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;
const daySays = { error: () => `${ACCEPTS}a day that exists, like 2025-06-02` };

/** 31 April is written rightly and still no day. */
const exists = (text: string): boolean => {
  const at = Date.parse(`${text}T00:00:00Z`);
  return !Number.isNaN(at) && new Date(at).toISOString().startsWith(text);
};

/** A calendar day the user means, kept as a day. */
export const day = z.string(daySays).refine((text) => DAY.test(text) && exists(text), daySays);

const MONTH = /^\d{4}-(0[1-9]|1[0-2])$/;
const monthSays = { error: () => `${ACCEPTS}a month like 2004-03, or a day that exists, like 2025-06-02` };

/** When something was built: often only the month is known. */
export const dayOrMonth = z
  .string(monthSays)
  .refine((text) => MONTH.test(text) || (DAY.test(text) && exists(text)), monthSays);

/** A moment, UTC. */
export const moment = z.iso.datetime({ error: () => `${ACCEPTS}a UTC time like 2025-06-02T08:00:00Z` });

/** Free text of a page at most; may be empty. */
export const prose = z
  .string({ error: () => `${ACCEPTS}text of up to 4000 characters` })
  .max(4000, { error: () => `${ACCEPTS}text of up to 4000 characters` });

/** One line; may be empty. */
export const line = z
  .string({ error: () => `${ACCEPTS}text of up to 200 characters` })
  .max(200, { error: () => `${ACCEPTS}text of up to 200 characters` });

/** A figure as it was typed and what was understood of it, in the base unit of its kind. */
export const typedValue = z.strictObject({ typed: text(80), base: num(-1e9, 1e9) });
export type TypedValue = z.infer<typeof typedValue>;

/** Where a number came from. An estimate never becomes a specification by itself. */
export const originWords = ["measured", "calculated", "claimed", "specified", "estimated", "missing"] as const;
export type Origin = (typeof originWords)[number];
