import { z } from "zod";

/** Codes of models and doors; records add those of `recordCodes`. */
export const refusalCodes = [
  "invalid_input",
  "too_large",
  "singular",
  "cycle",
  "parse",
  "invalid_json",
  "unknown_model",
  "not_found",
  "conflict",
  "forbidden",
  "rate_limited",
  "storage",
  "internal",
] as const;

export type RefusalCode = (typeof refusalCodes)[number];

/** Every refusal, by every door: which field, what was given, what would be accepted. */
export const refusalSchema = z.object({
  error: z.object({
    code: z.enum(refusalCodes),
    field: z.string(),
    message: z.string(),
    got: z.unknown(),
    accepts: z.string(),
    position: z.number().optional(),
    id: z.string().optional(),
    yours: z.unknown().optional(),
    theirs: z.unknown().optional(),
  }),
});

export type Refusal = z.infer<typeof refusalSchema>;

/** Longest value echoed whole in `got`; longer ones are cut so that an answer stays small. */
const GOT_LIMIT = 2000;

const shorten = (got: unknown): unknown => {
  if (got === undefined) return null;
  // A list of millions is not written out to be cut.
  if (Array.isArray(got) && got.length > GOT_LIMIT) return `a list of ${got.length}`;
  const text = JSON.stringify(got);
  return text.length > GOT_LIMIT ? `${text.slice(0, GOT_LIMIT)}…` : got;
};

export function refusal(
  code: RefusalCode,
  field: string,
  got: unknown,
  accepts: string,
  message?: string,
  extra: { position?: number; id?: string; yours?: unknown; theirs?: unknown } = {},
): Refusal {
  const shown = shorten(got);
  return {
    error: {
      code,
      field,
      message: message ?? plainWords(field, shown, accepts),
      got: shown,
      accepts,
      ...extra,
    },
  };
}

const plainWords = (field: string, got: unknown, accepts: string): string =>
  `${field || "input"}: got ${describe(got)}; accepted: ${accepts}`;

/** A refusal of what stands at `path` of a larger whole: its field is named from there. */
export function underPath(path: string, { error }: Refusal): Refusal {
  const field = error.field ? `${path}${error.field.startsWith("[") ? "" : "."}${error.field}` : path;
  const plain = error.message === plainWords(error.field, error.got, error.accepts);
  return { error: { ...error, field, message: plain ? plainWords(field, error.got, error.accepts) : error.message } };
}

export const isRefusal = (value: unknown): value is Refusal =>
  typeof value === "object" && value !== null && "error" in value;

function describe(got: unknown): string {
  if (got === null) return "nothing";
  if (typeof got === "string") return `"${got.slice(0, 60)}"`;
  if (typeof got === "object") return Array.isArray(got) ? `a list of ${got.length}` : "an object";
  return String(got);
}

/** "gearbox.gears[1].travelMm" from a path of keys. */
export const fieldPath = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (text, key) => (typeof key === "number" ? `${text}[${key}]` : text ? `${text}.${String(key)}` : String(key)),
    "",
  );

const valueAt = (root: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>(
    (value, key) =>
      typeof value === "object" && value !== null && Object.hasOwn(value, key)
        ? (value as Record<PropertyKey, unknown>)[key]
        : null,
    root,
  );

type Issue = z.core.$ZodIssue;

/** A list that is too long or short is reported before its items, which Zod checks first. */
function firstIssue(issues: readonly Issue[]): Issue {
  let first = issues[0];
  for (const issue of issues) {
    const enclosing =
      issue.path.length < first.path.length &&
      issue.path.every((key, i) => key === first.path[i]) &&
      (issue.code === "too_big" || issue.code === "too_small");
    if (enclosing) first = issue;
  }
  return first;
}

/** The first offence of a failed schema, in the order the fields are listed, as a refusal. */
export function refusalFromIssues(issues: readonly Issue[], input: unknown): Refusal {
  const issue = firstIssue(issues);
  if (issue.code === "unrecognized_keys") {
    const path = [...issue.path, issue.keys[0]];
    return refusal("invalid_input", fieldPath(path), valueAt(input, path), "no field of this name");
  }
  if (issue.code === "invalid_union" && issue.errors.length) {
    // Alternatives without a discriminator: the one that got farthest speaks.
    const deepest = [...issue.errors].sort((a, b) => depth(b) - depth(a))[0];
    const inner = deepest.map((i) => ({ ...i, path: [...issue.path, ...i.path] }) as Issue);
    return refusalFromIssues(inner, input);
  }
  const got = valueAt(input, issue.path);
  return refusal("invalid_input", fieldPath(issue.path), got, acceptsOf(issue));
}

const depth = (issues: readonly Issue[]): number => Math.max(0, ...issues.map((i) => i.path.length));

function acceptsOf(issue: Issue): string {
  if (issue.message.startsWith(ACCEPTS)) return issue.message.slice(ACCEPTS.length);
  switch (issue.code) {
    case "invalid_type":
      return issue.expected === "object" ? "an object" : issue.expected === "array" ? "a list" : `a ${issue.expected}`;
    case "invalid_value":
      return issue.values.map((v) => JSON.stringify(v)).join(" or ");
    case "invalid_union":
      return "discriminator" in issue ? `one of the known kinds of ${String(issue.discriminator)}` : "another form";
    default:
      return issue.message;
  }
}

/** Marks a Zod message as the plain statement of what is accepted. */
export const ACCEPTS = "accepts: ";

/** `null` counts as absent in a model's objects (not in its lists): drops such members, deeply. */
export function withoutNulls(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(withoutNulls);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).flatMap(([k, v]) => (v === null ? [] : [[k, withoutNulls(v)]])));
}
