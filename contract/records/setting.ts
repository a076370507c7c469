import { z } from "zod";
import { word } from "../fields";
import { ACCEPTS } from "../refusal";
import { line, moment, prose, ulid } from "./fields";

export const settingTools = [
  "stops",
  "lockout",
  "release",
  "shims",
  "cableMarks",
  "rod",
  "gatedLinkage",
  "floorSlot",
  "pressFit",
] as const;
export type SettingTool = (typeof settingTools)[number];

/** What a tool was asked and what was decided by its answer, kept so that it can be opened and asked again. */
export const setting = z.strictObject({
  jobId: ulid,
  tool: word(settingTools),
  name: line.default(""),
  input: z.record(z.string(), z.unknown(), { error: () => `${ACCEPTS}an object of fields` }),
  says: prose.default(""),
  state: word(["planned", "set"]).default("planned"),
  personId: ulid.nullable().default(null),
  at: moment.nullable().default(null),
  note: line.default(""),
});
