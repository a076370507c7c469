import type { ResourceName } from "../../contract";
import { column, type ColumnSpec } from "./columns";

const { text, integer, real, flag, json, maybe } = column;

/** A parent record a column points to. */
export interface ParentLink {
  column: string;
  to: ResourceName;
}

export interface TableSpec {
  table: string;
  columns: Record<string, ColumnSpec>;
  parents: readonly ParentLink[];
  /** Further columns that lists filter or sort by. */
  indexed?: readonly string[];
}

const ofJob: ParentLink = { column: "jobId", to: "job" };

/** How each kind of record is kept. Head columns (id, version, times) are the same for all. */
export const tables: Record<ResourceName, TableSpec> = {
  person: { table: "person", parents: [], columns: { name: text, initials: text, role: text } },
  vehicle: {
    table: "vehicle",
    parents: [],
    indexed: ["tag", "deletedAt"],
    columns: {
      tag: text,
      owner: text,
      make: text,
      model: text,
      variant: text,
      buildDate: maybe(text),
      layout: text,
      drivenWheels: text,
      shifterKind: text,
      gearbox: maybe(json),
      cylinders: maybe(integer),
      idleRpm: maybe(real),
      odometer: json,
      surroundings: maybe(json),
      powerUnit: maybe(json),
      driveTrain: maybe(json),
      load: json,
      notes: text,
    },
  },
  job: {
    table: "job",
    parents: [{ column: "vehicleId", to: "vehicle" }],
    indexed: ["closedAt"],
    columns: {
      vehicleId: text,
      number: maybe(integer),
      complaint: text,
      complaintNote: text,
      symptoms: json,
      stage: text,
      bay: text,
      waits: json,
      nextAction: text,
      chosenSetupId: maybe(text),
      choiceReason: text,
      slackTarget: maybe(json),
      slackTargetPct: maybe(real),
      symptomsAfter: maybe(json),
      repaired: maybe(json),
      mountRoom: maybe(json),
      roughness: maybe(json),
      verdict: text,
      reminders: json,
      closing: maybe(json),
      openedAt: maybe(text),
      closedAt: maybe(text),
    },
  },
  reading: {
    table: "reading",
    parents: [ofJob],
    columns: {
      jobId: text,
      quantity: text,
      phase: text,
      fromGear: text,
      toGear: text,
      place: maybe(text),
      values: json,
      resolution: maybe(json),
      method: text,
      note: text,
      simulated: flag,
      takenBy: maybe(text),
      takenAt: maybe(text),
    },
  },
  setup: {
    table: "lever_setup",
    parents: [ofJob],
    columns: {
      jobId: text,
      role: text,
      name: text,
      lever: json,
      pivot: json,
      origin: text,
      claimedReductionPct: maybe(real),
      price: maybe(real),
      source: text,
      notches: maybe(json),
      shown: flag,
      position: real,
    },
  },
  joint: {
    table: "slack_joint",
    parents: [ofJob],
    columns: {
      jobId: text,
      name: text,
      at: text,
      direction: text,
      play: json,
      origin: text,
      newPlay: maybe(json),
      cost: maybe(real),
      minutes: real,
      part: text,
      tryNew: flag,
      position: real,
    },
  },
  torqueGroup: {
    table: "torque_group",
    parents: [ofJob],
    columns: {
      jobId: text,
      name: text,
      pattern: text,
      count: integer,
      thread: text,
      specTyped: text,
      specSource: text,
      specOrigin: text,
      passes: json,
      tolerancePct: real,
      loadNeeded: text,
      reuse: text,
      threadLocker: text,
      position: real,
    },
  },
  signature: {
    table: "torque_signature",
    parents: [ofJob, { column: "groupId", to: "torqueGroup" }],
    columns: {
      jobId: text,
      groupId: text,
      bolt: integer,
      pass: text,
      reading: maybe(json),
      tool: text,
      personId: maybe(text),
      at: maybe(text),
      setTo: maybe(json),
      outcome: text,
      outcomeReason: text,
      load: json,
      overruleReason: text,
    },
  },
  part: {
    table: "part_line",
    parents: [ofJob],
    columns: {
      jobId: text,
      name: text,
      number: text,
      maker: text,
      variant: text,
      builtFrom: maybe(text),
      builtTo: maybe(text),
      quantity: real,
      price: maybe(real),
      state: text,
      carriedOver: flag,
      alternative: flag,
      note: text,
      position: real,
    },
  },
  step: {
    table: "plan_step",
    parents: [ofJob],
    columns: { jobId: text, text, place: text, hands: integer, waitMin: real, state: text, position: real },
  },
  finding: {
    table: "finding",
    parents: [ofJob],
    columns: { jobId: text, text, place: text, state: text, observation: maybe(text) },
  },
  photo: {
    table: "photo",
    parents: [ofJob],
    columns: {
      jobId: text,
      readingId: maybe(text),
      file: text,
      name: text,
      widthPx: integer,
      heightPx: integer,
      takenBy: maybe(text),
      takenAt: maybe(text),
    },
  },
  recording: {
    table: "recording",
    parents: [ofJob],
    columns: {
      jobId: text,
      file: text,
      rateHz: real,
      count: integer,
      unit: text,
      binHz: real,
      peaks: json,
      rpmTrack: maybe(json),
      notes: json,
      name: text,
      phase: text,
      condition: text,
      gear: text,
      speedKmh: maybe(real),
      engineRpm: maybe(real),
      place: text,
      by: text,
      note: text,
      simulated: flag,
      takenBy: maybe(text),
      takenAt: maybe(text),
    },
  },
  setting: {
    table: "setting",
    parents: [ofJob],
    columns: {
      jobId: text,
      tool: text,
      name: text,
      input: json,
      says: text,
      state: text,
      personId: maybe(text),
      at: maybe(text),
      note: text,
    },
  },
  shop: {
    table: "shop",
    parents: [],
    columns: {
      name: text,
      units: text,
      firstJobNumber: maybe(integer),
      currency: text,
      singleKeys: flag,
      simulatedInstruments: flag,
      shims: maybe(json),
      knowledge: maybe(json),
      grades: maybe(json),
    },
  },
};

export const HEAD_COLUMNS = ["id", "version", "createdAt", "updatedAt", "deletedAt"] as const;

/** All columns of a kind of record, head first. */
export const columnNames = (name: ResourceName): string[] => [...HEAD_COLUMNS, ...Object.keys(tables[name].columns)];
