import type { z } from "zod";
import { job } from "./job";
import { joint } from "./joint";
import { kit } from "./kit";
import { photo } from "./photos";
import { reading } from "./reading";
import { recheck } from "./recheck";
import { recording } from "./recordings";
import { setting } from "./setting";
import { setup } from "./setup";
import { sheetPhoto } from "./sheetPhoto";
import { person, shop } from "./shop";
import { template } from "./kind";
import { stockItem } from "./template";
import { sheet, specLine } from "./sheet";
import { signature, torqueGroup } from "./torque";
import { vehicle } from "./vehicle";
import { finding, part, step } from "./work";

export { stageWords, waitKinds, type Decision, type Stage } from "./job";
export { loadWords, type LoadWord, type VehicleLoad } from "./load";
export { methodWords, quantityKinds, quantityWords, type ReadingQuantity } from "./reading";
export { recheckOutcomes, type RecheckOutcome } from "./recheck";
export {
  cornersInAddress,
  figureKinds,
  pictureParts,
  sheetSeen,
  type FigureKind,
  type PicturePart,
  type SheetSeen,
} from "./sheetPhoto";
export { settingTools, type SettingTool } from "./setting";
export { settingInputs } from "./settingInputs";
export { takenWords, type Notches, type TakenWord } from "./setup";
export {
  lineKinds,
  lineSource,
  unknownSource,
  sheetSettings,
  sourceWays,
  trustWords,
  type LineKind,
  type LineSource,
  type SheetSetting,
  type SourceWay,
} from "./sheet";
export { boltDeeds } from "./torque";
export type { TorqueTool } from "./shop";
export { shifterKinds, type Surroundings } from "./vehicle";
export { places, type Place } from "./places";
export {
  anyTemplateContent,
  kindFrom,
  kindLoads,
  templateContent,
  type TemplateContent,
  type TemplateGroup,
  type TemplateStep,
} from "./kind";
export {
  cautionKinds,
  checkWords,
  markKinds,
  partWays,
  plainWork,
  sides,
  stepDrawings,
  stepFacts,
  tickWords,
  type CautionKind,
  type PlainStep,
  type PlainWork,
  type Side,
  type StepDrawing,
  type StepFacts,
  type Tick,
  type TickWord,
} from "./template";

/** Every kind of record, and the fields a person can set. */
export const resources = {
  person,
  vehicle,
  job,
  reading,
  setup,
  joint,
  torqueGroup,
  signature,
  part,
  step,
  finding,
  photo,
  recording,
  sheetPhoto,
  setting,
  sheet,
  specLine,
  template,
  stockItem,
  recheck,
  kit,
  shop,
} as const;

export type ResourceName = keyof typeof resources;
export const resourceNames = Object.keys(resources) as [ResourceName, ...ResourceName[]];

/** Children that hang on a job, in the order a full job lists them. */
export const jobChildren = [
  "reading",
  "setup",
  "joint",
  "torqueGroup",
  "signature",
  "part",
  "step",
  "finding",
  "photo",
  "recording",
  "sheetPhoto",
  "setting",
] as const satisfies readonly ResourceName[];
export type JobChild = (typeof jobChildren)[number];

/** What the server adds to every record. */
export interface RecordHead {
  id: string;
  version: number;
  createdAt: string;
  updatedAt: string;
  deletedAt: string | null;
}

/** The fields a person can set, without the head: what a copy of a record begins with. */
export const fieldsOf = <R extends ResourceName>(name: R, record: RecordOf<R>): Fields<R> =>
  Object.fromEntries(Object.entries(record).filter(([key]) => key in resources[name].shape)) as Fields<R>;

export type Fields<R extends ResourceName> = z.output<(typeof resources)[R]>;
export type NewFields<R extends ResourceName> = z.input<(typeof resources)[R]>;
export type RecordOf<R extends ResourceName> = RecordHead & Fields<R>;

export type Person = RecordOf<"person">;
export type Vehicle = RecordOf<"vehicle">;
export type Job = RecordOf<"job">;
export type Reading = RecordOf<"reading">;
export type Setup = RecordOf<"setup">;
export type Joint = RecordOf<"joint">;
export type TorqueGroup = RecordOf<"torqueGroup">;
export type Signature = RecordOf<"signature">;
export type Part = RecordOf<"part">;
export type Step = RecordOf<"step">;
export type Finding = RecordOf<"finding">;
export type Photo = RecordOf<"photo">;
export type VibrationRecording = RecordOf<"recording">;
export type SheetPhoto = RecordOf<"sheetPhoto">;
export type Setting = RecordOf<"setting">;
export type Sheet = RecordOf<"sheet">;
export type SpecLine = RecordOf<"specLine">;
export type Template = RecordOf<"template">;
export type StockItem = RecordOf<"stockItem">;
export type Kit = RecordOf<"kit">;
export type Recheck = RecordOf<"recheck">;
export type Shop = RecordOf<"shop">;

/** The shop's settings are one record with a fixed id. */
export const SHOP_ID = "00000000000000000000000001";
