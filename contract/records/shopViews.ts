import { z } from "zod";
import { recordSchema } from "./recordSchema";
import { resourceNames, resources } from "./resources";

/** Something to look at again, and on which vehicle. */
export const dueLine = z.object({
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
