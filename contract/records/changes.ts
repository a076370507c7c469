import { z } from "zod";
import { ACCEPTS } from "../refusal";
import { list, text, whole, word } from "../fields";
import { moment, ulid } from "./fields";
import { resourceNames } from "./resources";

const anyObject = z.record(z.string(), z.unknown(), { error: () => `${ACCEPTS}an object of fields` });
const resource = word(resourceNames);
const version = whole(1, 1e9);
/** A torque group that shrinks or goes takes the signatures of its bolts along, where the person said so. */
const withSignatures = z.boolean().optional();

/** One edit of one record. `version` is the version the person saw; a newer one on the shelf is a conflict. */
export const operation = z.discriminatedUnion(
  "op",
  [
    z.strictObject({ op: z.literal("create"), resource, id: ulid, data: anyObject }),
    z.strictObject({ op: z.literal("update"), resource, id: ulid, version, data: anyObject, withSignatures }),
    z.strictObject({
      op: z.literal("delete"),
      resource,
      id: ulid,
      version,
      withJobs: z.boolean().optional(),
      withSignatures,
    }),
    z.strictObject({ op: z.literal("restore"), resource, id: ulid, version }),
  ],
  { error: () => 'accepts: "create", "update", "delete" or "restore"' },
);
export type Operation = z.infer<typeof operation>;

/** Whose undo list a change stands in: one job, one vehicle, one sheet, or the shop. */
export const scope = z
  .string({ error: () => `${ACCEPTS}"shop", "job:<id>", "vehicle:<id>" or "sheet:<id>"` })
  .regex(/^(shop|(job|vehicle|sheet):[0-9A-HJKMNP-TV-Z]{26})$/, {
    error: () => `${ACCEPTS}"shop", "job:<id>", "vehicle:<id>" or "sheet:<id>"`,
  });

/** Most operations of one change: saves of others wait for it, and must not feel it. */
const MOST_OPERATIONS = 150;

/** Whose a write is: a person's, or of one screen where nobody was chosen; and of which shop the screen was. */
const whose = {
  id: ulid,
  personId: ulid.nullable().default(null),
  station: ulid.nullable().default(null),
  shopId: ulid.nullable().default(null),
  scope,
};

/**
 * A unit of work: all of it happens or none. Sending the same id with the same contents again changes
 * nothing and gives the same answer; with other contents it is refused.
 */
export const changeRequest = z.strictObject({
  ...whose,
  label: text(120),
  /** Why a record of a closed job is changed: it is kept as a correction. */
  correction: text(400).nullable().default(null),
  operations: list(operation, 1, MOST_OPERATIONS),
});
export type ChangeRequest = z.input<typeof changeRequest>;

const anyRecord = z.custom<Record<string, unknown> & { id: string; version: number; deletedAt: string | null }>(
  (v) => typeof v === "object" && v !== null && "id" in v && "version" in v,
);

export const changeSummary = z.object({
  id: ulid,
  label: z.string(),
  scope: z.string(),
  personId: ulid.nullable(),
  at: moment,
  state: z.enum(["done", "undone", "gone"]),
  correction: z.string().nullable(),
});
export type ChangeSummary = z.infer<typeof changeSummary>;

export const changeAnswer = z.object({
  change: changeSummary,
  records: z.array(z.object({ resource: z.enum(resourceNames), record: anyRecord })),
});
export type ChangeAnswer = z.infer<typeof changeAnswer>;

/** Undo or redo the person's last change in a scope; `force` overwrites what others changed since. */
export const stepBack = z.strictObject({
  ...whose,
  force: z.boolean().default(false),
});
export type StepBackRequest = z.input<typeof stepBack>;
