import { z } from "zod";
import { sheetKinds } from "../core";
import { num, over, text, word } from "./fields";
import { ACCEPTS } from "./refusal";
import {
  archiveLeave,
  archiveScopes,
  archiveTake,
  archiveTaken,
  paperKinds,
  backupLine,
  backupList,
  restored,
  restoreRequest,
  binView,
  bookView,
  offersView,
  workshopView,
  changeAnswer,
  changeRequest,
  cornersInAddress,
  dossierView,
  dueView,
  gearName,
  historyView,
  instrumentList,
  listsView,
  memoryView,
  jobView,
  photoAnswer,
  recordedRun,
  runConditions,
  searchView,
  scope,
  sheetList,
  sheetSeen,
  sheetView,
  shopView,
  stepBack,
  ulid,
  undoState,
  uploadedRecording,
  vehicleList,
  yardView,
} from "./records";

/** One door: method, path, what goes in and what comes out. */
/** Header of every answer: which book it is of, and how often an older one was put in its place. */
export const BOOK_HEADER = "x-book";

export interface Route {
  method: "get" | "post";
  path: string;
  /** One line for the API page. */
  does: string;
  params?: z.ZodObject;
  query?: z.ZodObject;
  body?: z.ZodType;
  /** The body is a form with one file in this field. */
  file?: string;
  /** What is answered as JSON. */
  response?: z.ZodType;
  /** What is answered where it is no JSON: its media types. */
  sends?: readonly string[];
}

/** A route that answers as JSON. */
export type JsonRoute = Route & { response: z.ZodType };

const byId = z.strictObject({ id: ulid });

/** A name that is no hash names nothing that is kept: it is not found, and nothing looks for it. */
const fileName = z.string().max(200);
export const isFileHash = (name: string): boolean => /^[0-9a-f]{64}$/.test(name);

const figure = (max: number, unit: string) =>
  z.coerce.number({ error: () => `${ACCEPTS}a number over 0, up to ${max} ${unit}` }).pipe(over(0, max, unit));

/** How a recording was made, as an address carries it. */
/** A coordinate of a lever in an address. */
const placeInAddress = z.coerce
  .number({ error: () => `${ACCEPTS}a number from -2000 to 2000 mm` })
  .pipe(num(-2000, 2000, "mm"));

const runOfQuery = z.strictObject({
  ...recordedRun.shape,
  rateHz: figure(1e6, "Hz").optional(),
  speedKmh: figure(500, "km/h").optional(),
  engineRpm: figure(20000, "rpm").optional(),
});

const instrumentId = z.strictObject({ id: z.string().max(80) });
/** A figure the screen would like the reading to lie near; what is no number is none. */
const anyNumber = z.coerce.number().nullable().catch(null).default(null);

/** What a recording is to be of. */
const samplesQuery = z.strictObject({
  vehicle: ulid.nullable().default(null),
  phase: word(["before", "after"]).default("before"),
  condition: word(runConditions).default("roadSpeed"),
  gear: gearName.nullable().default(null),
  speedKmh: figure(500, "km/h").nullable().default(null),
  engineRpm: figure(20000, "rpm").nullable().default(null),
  runUpTo: figure(20000, "rpm").nullable().default(null),
  hurry: z.stringbool({ error: () => `${ACCEPTS}true or false` }).default(false),
  silentAfter: z.coerce.number().int().min(0).nullable().default(null),
});
const page = {
  limit: z.coerce.number().int().min(1).max(500).default(100),
  offset: z.coerce.number().int().min(0).default(0),
};

export const routes = {
  yard: {
    method: "get",
    path: "/api/yard",
    does: "Open jobs by what each waits for, newest first; a page of them, and counts of all.",
    query: z.strictObject({
      search: z.string().max(80).default(""),
      limit: z.coerce.number().int().min(1).max(5000).default(100),
      offset: page.offset,
    }),
    response: yardView,
  },
  vehicles: {
    method: "get",
    path: "/api/vehicles",
    does: "Vehicles by tag, owner or model.",
    query: z.strictObject({ search: z.string().max(80).default(""), ...page }),
    response: vehicleList,
  },
  vehicle: {
    method: "get",
    path: "/api/vehicles/:id",
    does: "One vehicle's dossier: jobs, readings, torque groups and parts over the years.",
    params: byId,
    response: dossierView,
  },
  sheets: {
    method: "get",
    path: "/api/sheets",
    does: "Spec sheets with what is missing or in conflict, and the values open jobs wait for.",
    response: sheetList,
  },
  sheet: {
    method: "get",
    path: "/api/sheets/:id",
    does: "One spec sheet with its lines and the vehicles that have it.",
    params: byId,
    response: sheetView,
  },
  book: {
    method: "get",
    path: "/api/book",
    does: "All sheets, vehicles' own values and torque groups of open jobs: what an audit looks through.",
    response: bookView,
  },
  offers: {
    method: "get",
    path: "/api/offers",
    does: "What the supplier offers for part numbers or names, one a line.",
    query: z.strictObject({ asked: z.string().max(4000) }),
    response: offersView,
  },
  workshop: {
    method: "get",
    path: "/api/workshop",
    does: "The shop's own templates, its shelf, and how long steps took in closed jobs.",
    response: workshopView,
  },
  due: {
    method: "get",
    path: "/api/due",
    does: "What is to be looked at again on which vehicle, the earliest first.",
    response: dueView,
  },
  search: {
    method: "get",
    path: "/api/search",
    does: "Vehicles, jobs, parts, torque values, findings, notes and sheets that say all the words.",
    query: z.strictObject({
      words: z.string().max(120),
      limit: z.coerce.number().int().min(1).max(100).default(30),
    }),
    response: searchView,
  },
  health: {
    method: "get",
    path: "/api/health",
    does: "Whether the program answers and reaches its book.",
    response: z.object({ status: z.literal("ok"), version: z.string() }),
  },
  condition: {
    method: "get",
    path: "/api/condition",
    does: "What a person looks at when something is wrong: version, room on the disk, size of the book, last backup.",
    response: z.object({
      version: z.string(),
      disk: z.object({ freeBytes: z.number(), totalBytes: z.number() }),
      bookBytes: z.number(),
      lastBackup: z.string().nullable(),
    }),
  },
  backups: { method: "get", path: "/api/backups", does: "Copies of the book, newest first.", response: backupList },
  makeBackup: {
    method: "post",
    path: "/api/backups",
    does: "Makes a copy of the book while the program runs, and reads it through.",
    response: backupLine,
  },
  restoreBackup: {
    method: "post",
    path: "/api/backups/restore",
    does: "Takes the book back to a copy; the present one is kept as a copy first.",
    body: restoreRequest,
    response: restored,
  },
  backupFile: {
    method: "get",
    path: "/api/backups/:name",
    does: "A copy as a file.",
    params: z.strictObject({ name: fileName }),
    sends: ["application/octet-stream"],
  },
  archive: {
    method: "get",
    path: "/api/archive",
    does: "A job, a vehicle or the whole shop as one zip: records, tables, pictures, recordings.",
    query: z.strictObject({ of: word(archiveScopes), id: ulid.optional() }),
    sends: ["application/zip"],
  },
  paper: {
    method: "post",
    path: "/api/papers/:jobId/:which",
    does: "Keeps a printed sheet of a job, sent as the body, for its archive.",
    params: z.strictObject({ jobId: ulid, which: word(paperKinds) }),
    response: z.strictObject({}),
  },
  archiveIn: {
    method: "post",
    path: "/api/archive",
    does: "Looks at an archive that is sent as the body: what taking it in would do. Nothing is written yet.",
    sends: ["application/json"],
  },
  archiveTake: {
    method: "post",
    path: "/api/archive/take",
    does: "Takes in an archive that was looked at; of conflicts those that are named.",
    body: archiveTake,
    response: archiveTaken,
  },
  archiveLeave: {
    method: "post",
    path: "/api/archive/leave",
    does: "Throws away an archive that was looked at.",
    body: archiveLeave,
    response: z.strictObject({}),
  },
  lists: {
    method: "get",
    path: "/api/lists",
    does: "Vehicles, jobs, parts to order and torque values that are missing, over the whole shop.",
    response: listsView,
  },
  memory: {
    method: "get",
    path: "/api/memory",
    does: "What the shop's closed jobs have to tell: causes, kits, wear.",
    response: memoryView,
  },
  dueCalendar: {
    method: "get",
    path: "/api/due.ics",
    does: "The same as a calendar to subscribe to: a whole-day event for each thing that has a day.",
    sends: ["text/calendar"],
  },
  job: {
    method: "get",
    path: "/api/jobs/:id",
    does: "One job with everything that hangs on it.",
    params: byId,
    response: jobView,
  },
  shop: { method: "get", path: "/api/shop", does: "The shop's settings and people.", response: shopView },
  bin: { method: "get", path: "/api/bin", does: "Deleted records that can be restored.", response: binView },
  history: {
    method: "get",
    path: "/api/history",
    does: "Changes of a job, a vehicle or the shop, newest first.",
    query: z.strictObject({ scope, ...page }),
    response: historyView,
  },
  undoState: {
    method: "get",
    path: "/api/undo",
    does: "What undo and redo would do next for a person in a scope.",
    query: z.strictObject({ scope, personId: ulid.optional(), station: ulid.optional() }),
    response: undoState,
  },
  change: {
    method: "post",
    path: "/api/changes",
    does: "Writes records: all operations happen or none. The same id twice is one change.",
    body: changeRequest,
    response: changeAnswer,
  },
  undo: {
    method: "post",
    path: "/api/undo",
    does: "Takes back the person's last change in a scope.",
    body: stepBack,
    response: changeAnswer,
  },
  redo: {
    method: "post",
    path: "/api/redo",
    does: "Does again what was last undone.",
    body: stepBack,
    response: changeAnswer,
  },
  instruments: {
    method: "get",
    path: "/api/instruments",
    does: "Instruments that send by themselves.",
    response: instrumentList,
  },
  photo: {
    method: "post",
    path: "/api/photos",
    does: "Takes a picture in: packed anew, place and camera left out.",
    query: z.strictObject({ use: word(["show", "measure"]).default("show") }),
    file: "photo",
    response: photoAnswer,
  },
  recording: {
    method: "post",
    path: "/api/recordings",
    does: "Takes a vibration recording in, WAV or CSV, and gives its strongest peaks.",
    file: "recording",
    response: uploadedRecording,
  },
  photoFile: {
    method: "get",
    path: "/api/photos/:file",
    does: "A picture that was taken in, by the hash of its contents.",
    params: z.strictObject({ file: fileName }),
    query: z.strictObject({ size: word(["small", "whole"]).default("whole") }),
    sends: ["image/jpeg"],
  },
  photoSheet: {
    method: "get",
    path: "/api/photos/:file/sheet",
    does: "Where the printed measuring sheet lies in a picture: its corners, found by its marks.",
    params: z.strictObject({ file: fileName }),
    response: sheetSeen,
  },
  photoFlat: {
    method: "get",
    path: "/api/photos/:file/flat",
    does: "A picture of the measuring sheet as seen from straight above, with a border of 10 mm round its marks.",
    params: z.strictObject({ file: fileName }),
    query: z.strictObject({ sheet: word(sheetKinds), corners: cornersInAddress }),
    sends: ["image/jpeg"],
  },
  measuringSheet: {
    method: "get",
    path: "/api/measuring-sheet/:sheet",
    does: "The measuring sheet: to print at full size, or as a drawing of the whole sheet.",
    params: z.strictObject({ sheet: word(sheetKinds) }),
    query: z.strictObject({ as: word(["pdf", "svg"]).default("pdf") }),
    sends: ["application/pdf", "image/svg+xml"],
  },
  leverDrawing: {
    method: "get",
    path: "/api/lever-drawing",
    does: "Full-size drawing of a lever for whoever makes it: knob and pin in mm from the pivot, x forward, z up.",
    query: z.strictObject({
      as: word(["pdf", "svg", "dxf"]).default("pdf"),
      name: text(60).default("lever"),
      estimated: word(["yes", "no"]).default("no"),
      knobXMm: placeInAddress,
      knobZMm: placeInAddress,
      pinXMm: placeInAddress,
      pinZMm: placeInAddress,
    }),
    sends: ["application/pdf", "image/svg+xml", "image/vnd.dxf"],
  },
  recordingFile: {
    method: "get",
    path: "/api/recordings/:name",
    does: "A recording that was taken in: the hash of its contents with .wav or .csv. What is given of the run goes along in the file.",
    params: z.strictObject({ name: fileName }),
    query: runOfQuery,
    sends: ["audio/wav", "text/csv"],
  },
  instrumentReadings: {
    method: "get",
    path: "/api/instruments/:id/readings",
    does: "Readings of an instrument as server-sent events.",
    params: instrumentId,
    query: z.strictObject({ near: anyNumber, silentAfter: anyNumber }),
    sends: ["text/event-stream"],
  },
  instrumentSamples: {
    method: "get",
    path: "/api/instruments/:id/samples",
    does: "Samples of an instrument that records, in blocks as server-sent events.",
    params: instrumentId,
    query: samplesQuery,
    sends: ["text/event-stream"],
  },
} as const satisfies Record<string, Route>;

export type RouteName = keyof typeof routes;
/** Routes whose answer is JSON. */
export type JsonRouteName = { [N in RouteName]: (typeof routes)[N] extends JsonRoute ? N : never }[RouteName];
export type ResponseOf<N extends JsonRouteName> = z.output<(typeof routes)[N]["response"]>;

/** The address of a route: its path with these parameters, and what is asked of it. */
export function addressOf(
  name: RouteName,
  params: Record<string, string> = {},
  query: Record<string, string | number | boolean | null | undefined> = {},
): string {
  const path = routes[name].path.replace(/:(\w+)/g, (_, key: string) => encodeURIComponent(params[key] ?? ""));
  const given = Object.entries(query).flatMap(([k, v]) => (v === null || v === undefined ? [] : [[k, String(v)]]));
  return given.length ? `${path}?${new URLSearchParams(given)}` : path;
}

/** Where a model is asked over HTTP. */
export const computeAddress = (model: string): string => `/api/compute/${model}`;
