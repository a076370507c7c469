import { z } from "zod";
import {
  binView,
  changeAnswer,
  changeRequest,
  dossierView,
  historyView,
  instrumentList,
  jobView,
  photoAnswer,
  scope,
  shopView,
  stepBack,
  ulid,
  undoState,
  uploadedRecording,
  vehicleList,
  yardView,
} from "./records";

/** One door: method, path, what goes in and what comes out. */
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
  response: z.ZodType;
}

const byId = z.strictObject({ id: ulid });
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
    does: "Instruments that send by themselves; each streams at /api/instruments/{id}/readings as server-sent events.",
    response: instrumentList,
  },
  photo: {
    method: "post",
    path: "/api/photos",
    does: "Takes a picture in: packed anew, place and camera left out. It is read at /api/photos/{file}, ?size=small for a thumbnail.",
    file: "photo",
    response: photoAnswer,
  },
  recording: {
    method: "post",
    path: "/api/recordings",
    does: "Takes a vibration recording in, WAV or CSV, and gives its strongest peaks. It is read at /api/recordings/{file}.wav and .csv.",
    file: "recording",
    response: uploadedRecording,
  },
} as const satisfies Record<string, Route>;

export type RouteName = keyof typeof routes;
export type ResponseOf<N extends RouteName> = z.output<(typeof routes)[N]["response"]>;
