import { z } from "zod";
import { changeSummary } from "./changes";
import { waitKinds } from "./job";
import {
  jobChildren,
  resourceNames,
  resources,
  type Finding,
  type Joint,
  type Job,
  type Kit,
  type JobChild,
  type Part,
  type Person,
  type Photo,
  type Reading,
  type Recheck,
  type RecordOf,
  type ResourceName,
  type Setting,
  type Setup,
  type Sheet,
  type Shop,
  type Signature,
  type SpecLine,
  type Step,
  type StockItem,
  type Template,
  type TorqueGroup,
  type Vehicle,
  type SheetPhoto,
  type VibrationRecording,
} from "./resources";

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

/** One line of the Yard. */
export const yardJob = z.object({
  id: z.string(),
  number: z.number().nullable(),
  vehicleId: z.string(),
  tag: z.string(),
  title: z.string(),
  owner: z.string(),
  stage: resources.job.shape.stage.unwrap(),
  load: resources.vehicle.shape.load.unwrap().shape.now.unwrap(),
  bay: z.string(),
  waits: resources.job.shape.waits.unwrap(),
  nextAction: z.string(),
  complaint: z.string(),
  openedAt: z.string().nullable(),
  version: z.number(),
  reminders: resources.job.shape.reminders.unwrap(),
  /** Parts on their way, so that they can be marked as arrived from the list. */
  ordered: z.array(recordSchema("part")),
});
export type YardJob = z.infer<typeof yardJob>;

/** Something to look at again, and on which vehicle. */
const dueLine = z.object({
  key: z.string(),
  vehicleId: z.string(),
  jobId: z.string().nullable(),
  tag: z.string(),
  title: z.string(),
  owner: z.string(),
  what: z.string(),
  dueDate: z.string().nullable(),
  dueKm: z.number().nullable(),
  by: z.enum(["distance", "time"]).nullable(),
  overdue: z.boolean(),
  daysLeft: z.number().nullable(),
  noRate: z.boolean(),
  from: z.enum(["recheck", "part", "mounts"]),
});
export type DueLine = z.infer<typeof dueLine>;
export const dueView = z.object({
  today: z.string(),
  due: z.array(dueLine),
  /** Rechecks that are not done, for whoever ticks one off. */
  rechecks: z.array(recordSchema("recheck")),
});
export type DueView = z.infer<typeof dueView>;

const memoryJob = z.object({
  id: z.string(),
  number: z.number().nullable(),
  vehicleId: z.string(),
  tag: z.string(),
  /** Make and model: what wears alike. */
  kind: z.string(),
  shifterKind: resources.vehicle.shape.shifterKind.unwrap(),
  layout: resources.vehicle.shape.layout.unwrap(),
  automatic: z.boolean(),
  complaint: z.string(),
  openedAt: z.string().nullable(),
  closedAt: z.string(),
  symptoms: resources.job.shape.symptoms.unwrap(),
  symptomsAfter: resources.job.shape.symptomsAfter.unwrap(),
  repaired: resources.job.shape.repaired.unwrap(),
  cause: resources.job.shape.cause.unwrap(),
  chosenSetupId: z.string().nullable(),
});
export type MemoryJob = z.infer<typeof memoryJob>;
/** What the shop's closed jobs have to tell: of each only what is learned from. */
export const memoryView = z.object({
  jobs: z.array(memoryJob),
  vehicles: z.array(
    z.object({
      id: z.string(),
      gearbox: resources.vehicle.shape.gearbox.unwrap(),
      odometer: resources.vehicle.shape.odometer.unwrap(),
      /** Mounts whose height when new somebody entered. */
      mounts: z.array(z.object({ name: z.string(), nominalMm: z.number(), hangs: z.boolean() })),
    }),
  ),
  /** The levers that were chosen, and the old ones beside them. */
  setups: z.array(recordSchema("setup")),
  readings: z.array(recordSchema("reading")),
  joints: z.array(recordSchema("joint")),
  /** Those at which a torque was found, with the groups and what was read when they were tightened. */
  rechecks: z.array(recordSchema("recheck")),
  groups: z.array(recordSchema("torqueGroup")),
  signatures: z.array(recordSchema("signature")),
});
export type MemoryView = z.infer<typeof memoryView>;

/** Something that was found, and where it is. */
const searchHit = z.object({
  resource: z.enum(resourceNames),
  id: z.string(),
  jobId: z.string().nullable(),
  vehicleId: z.string().nullable(),
  sheetId: z.string().nullable(),
  title: z.string(),
  text: z.string(),
  /** Vehicle, job or sheet it belongs to. */
  where: z.string(),
  closed: z.boolean(),
});
export type SearchHit = z.infer<typeof searchHit>;
export const searchView = z.object({ hits: z.array(searchHit) });

/** Lists over the whole shop, for sorting, filtering and taking out as tables. */
export const listsView = z.object({
  vehicles: z.array(
    z.object({
      id: z.string(),
      tag: z.string(),
      title: z.string(),
      owner: z.string(),
      shifter: z.string(),
      km: z.number().nullable(),
      jobs: z.number(),
      open: z.number(),
      last: z.string().nullable(),
    }),
  ),
  jobs: z.array(
    z.object({
      id: z.string(),
      number: z.number().nullable(),
      tag: z.string(),
      owner: z.string(),
      complaint: z.string(),
      stage: z.string(),
      waits: z.string(),
      opened: z.string().nullable(),
      closed: z.string().nullable(),
    }),
  ),
  /** Of open jobs: what is still to order or on its way. */
  parts: z.array(
    z.object({
      id: z.string(),
      jobId: z.string(),
      number: z.number().nullable(),
      tag: z.string(),
      part: z.string(),
      partNumber: z.string(),
      maker: z.string(),
      quantity: z.number(),
      price: z.number().nullable(),
      state: z.string(),
      arrives: z.string().nullable(),
    }),
  ),
  /** Torque groups of open jobs without a specification that can be read. */
  torque: z.array(
    z.object({
      id: z.string(),
      jobId: z.string(),
      number: z.number().nullable(),
      tag: z.string(),
      group: z.string(),
      typed: z.string(),
      count: z.number(),
      thread: z.string(),
    }),
  ),
});
export type ListsView = z.infer<typeof listsView>;

/** How many open jobs wait for each thing, all of them and not only those listed. */
const waitCounts = z.record(z.enum(waitKinds), z.number());
export const yardView = z.object({
  jobs: z.array(yardJob),
  /** Open jobs in all, and those that match what is searched for. */
  total: z.number(),
  found: z.number(),
  waiting: waitCounts,
  vehicles: z.number(),
  closedJobs: z.number(),
  /** What is overdue or due within the fortnight, over all vehicles. */
  due: z.array(dueLine),
});
export type YardView = z.infer<typeof yardView>;

export const undoState = z.object({ undo: changeSummary.nullable(), redo: changeSummary.nullable() });

/** A job with everything that hangs on it. */
export interface JobView {
  job: Job;
  vehicle: Vehicle;
  reading: Reading[];
  setup: Setup[];
  joint: Joint[];
  torqueGroup: TorqueGroup[];
  signature: Signature[];
  part: Part[];
  step: Step[];
  finding: Finding[];
  photo: Photo[];
  recording: VibrationRecording[];
  sheetPhoto: SheetPhoto[];
  setting: Setting[];
}

export const jobView = z.strictObject({
  job: recordSchema("job"),
  vehicle: recordSchema("vehicle"),
  ...(Object.fromEntries(jobChildren.map((c) => [c, z.array(recordSchema(c))])) as {
    [C in JobChild]: z.ZodArray<z.ZodType<RecordOf<C>>>;
  }),
}) as unknown as z.ZodType<JobView>;

/** One line of the list of sheets, with what is still to do on it. */
export const sheetListLine = z.object({
  id: z.string(),
  name: z.string(),
  title: z.string(),
  builtFrom: z.string().nullable(),
  builtTo: z.string().nullable(),
  transmission: z.string(),
  torques: z.number(),
  parts: z.number(),
  missing: z.number(),
  conflicts: z.number(),
  vehicles: z.array(z.object({ id: z.string(), tag: z.string(), buildDate: z.string().nullable() })),
});
export type SheetListLine = z.infer<typeof sheetListLine>;

/** A value that no source gives, or that sources give differently, and which open jobs wait for it. */
export const wantedValue = z.object({
  /** The line without a value; null where only a job asks for it. */
  lineId: z.string().nullable(),
  sheetId: z.string().nullable(),
  vehicleId: z.string().nullable(),
  of: z.string(),
  kind: z.string(),
  name: z.string(),
  state: z.enum(["missing", "conflict"]),
  jobs: z.array(z.object({ id: z.string(), number: z.number().nullable(), tag: z.string() })),
});
export type WantedValue = z.infer<typeof wantedValue>;
export const sheetList = z.object({ sheets: z.array(sheetListLine), wanted: z.array(wantedValue) });

/** One sheet with its lines, and the vehicles that have it with what is theirs. */
export interface SheetView {
  sheet: Sheet;
  lines: SpecLine[];
  vehicles: Vehicle[];
  /** Lines of those vehicles: their own, and those that override the sheet. */
  vehicleLines: SpecLine[];
  /** Open jobs of those vehicles. */
  jobs: { id: string; number: number | null; vehicleId: string; groups: TorqueGroup[]; parts: Part[] }[];
}
export const sheetView = z.strictObject({
  sheet: recordSchema("sheet"),
  lines: z.array(recordSchema("specLine")),
  vehicles: z.array(recordSchema("vehicle")),
  vehicleLines: z.array(recordSchema("specLine")),
  jobs: z.array(
    z.strictObject({
      id: z.string(),
      number: z.number().nullable(),
      vehicleId: z.string(),
      groups: z.array(recordSchema("torqueGroup")),
      parts: z.array(recordSchema("part")),
    }),
  ),
}) as unknown as z.ZodType<SheetView>;

/** Everything the audit looks through. */
export interface BookView {
  sheets: Sheet[];
  lines: SpecLine[];
  vehicles: Vehicle[];
  openJobs: Job[];
  groups: TorqueGroup[];
  signatures: Signature[];
}
export const bookView = z.strictObject({
  sheets: z.array(recordSchema("sheet")),
  lines: z.array(recordSchema("specLine")),
  vehicles: z.array(recordSchema("vehicle")),
  openJobs: z.array(recordSchema("job")),
  groups: z.array(recordSchema("torqueGroup")),
  signatures: z.array(recordSchema("signature")),
}) as unknown as z.ZodType<BookView>;

export const vehicleLine = z.object({
  id: z.string(),
  tag: z.string(),
  title: z.string(),
  owner: z.string(),
  shifterKind: z.string(),
  layout: z.string(),
  km: z.number().nullable(),
  buildDate: z.string().nullable(),
  sheetId: z.string().nullable(),
  openJobs: z.number(),
  jobs: z.number(),
});
export type VehicleLine = z.infer<typeof vehicleLine>;
export const vehicleList = z.object({ vehicles: z.array(vehicleLine), total: z.number() });

/** Everything known of one vehicle over the years. */
export interface DossierView {
  vehicle: Vehicle;
  jobs: Job[];
  reading: Reading[];
  setup: Setup[];
  torqueGroup: TorqueGroup[];
  part: Part[];
  joint: Joint[];
  recheck: Recheck[];
  photo: Photo[];
  /** The sheet of its kind, with its lines, and the vehicle's own lines. */
  sheet: Sheet | null;
  sheetLine: SpecLine[];
  ownLine: SpecLine[];
}
export const dossierView = z.strictObject({
  vehicle: recordSchema("vehicle"),
  jobs: z.array(recordSchema("job")),
  reading: z.array(recordSchema("reading")),
  setup: z.array(recordSchema("setup")),
  torqueGroup: z.array(recordSchema("torqueGroup")),
  part: z.array(recordSchema("part")),
  joint: z.array(recordSchema("joint")),
  recheck: z.array(recordSchema("recheck")),
  photo: z.array(recordSchema("photo")),
  sheet: recordSchema("sheet").nullable(),
  sheetLine: z.array(recordSchema("specLine")),
  ownLine: z.array(recordSchema("specLine")),
}) as unknown as z.ZodType<DossierView>;

/** What a supplier offers for one number or name. */
export const offerAnswer = z.strictObject({
  asked: z.string(),
  price: z.number(),
  stock: z.number(),
  /** Days until it is here. */
  days: z.number(),
});
export type OfferAnswer = z.infer<typeof offerAnswer>;
export const offersView = z.strictObject({
  supplier: z.string(),
  simulated: z.boolean(),
  offers: z.array(offerAnswer),
});

/** How the shop works: its own templates, its shelf, and how long steps took in closed jobs. */
export interface WorkshopView {
  templates: Template[];
  stock: StockItem[];
  kits: Kit[];
  worked: { source: string; minutes: number[] }[];
}
export const workshopView = z.strictObject({
  templates: z.array(recordSchema("template")),
  stock: z.array(recordSchema("stockItem")),
  kits: z.array(recordSchema("kit")),
  worked: z.array(z.strictObject({ source: z.string(), minutes: z.array(z.number()) })),
}) as unknown as z.ZodType<WorkshopView>;

export const shopView = z.object({
  shop: recordSchema("shop"),
  people: z.array(recordSchema("person")),
  /** Tells this shop's data from another's: what waits in a browser knows where it belongs. */
  shopId: z.string(),
}) as unknown as z.ZodType<{ shop: Shop; people: Person[]; shopId: string }>;

export const binLine = z.object({
  resource: z.string(),
  id: z.string(),
  version: z.number(),
  title: z.string(),
  /** The job or vehicle it belongs to, in words; empty where it belongs to none. */
  of: z.string(),
  deletedAt: z.string(),
});
export type BinLine = z.infer<typeof binLine>;
export const binView = z.object({ records: z.array(binLine) });

export const historyView = z.object({ changes: z.array(changeSummary), total: z.number() });
