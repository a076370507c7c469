import type { z } from "zod";

/** One model, however it is asked: by screen, HTTP or command line. */
export interface Model {
  name: string;
  /** One line for lists and the API page. */
  asks: string;
  input: z.ZodType;
  /** Answers, or refuses with the field that will not do; never throws for anything a caller can send. */
  ask(input: unknown): unknown;
}
