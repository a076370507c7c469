import { refusal, type Refusal, type RefusalCode } from "../../contract";

/** A refusal on its way to the door: thrown inside a unit of work so that the transaction is undone. */
export class Refused extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.error.message);
  }
}

export const refuse = (...args: Parameters<typeof refusal>): never => {
  throw new Refused(refusal(...args));
};

export const HTTP_STATUS: Record<RefusalCode, number> = {
  invalid_json: 400,
  forbidden: 403,
  unknown_model: 404,
  not_found: 404,
  conflict: 409,
  too_large: 413,
  invalid_input: 422,
  singular: 422,
  cycle: 422,
  parse: 422,
  rate_limited: 429,
  storage: 503,
  internal: 500,
};
