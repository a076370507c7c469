import { z } from "zod";
import { resources, type RecordOf, type ResourceName } from "./resources";

const head = {
  id: z.string(),
  version: z.number(),
  createdAt: z.string(),
  updatedAt: z.string(),
  deletedAt: z.string().nullable(),
};

/** A stored record of one kind: head and fields. */
export const recordSchema = <R extends ResourceName>(name: R): z.ZodType<RecordOf<R>> =>
  z.strictObject({ ...head, ...resources[name].shape }) as unknown as z.ZodType<RecordOf<R>>;
