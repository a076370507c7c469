import { mkdirSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import compression from "compression";
import express, { type Express } from "express";
import { pino, type Logger } from "pino";
import { pinoHttp } from "pino-http";
import { ArchiveDesk } from "./archive";
import { Backups } from "./backup";
import { HeavyModels } from "./compute";
import { holdAlone, OpenBook, openDatabase, putBack, StorageError, storageTrouble, UnitOfWork } from "./db";
import { archiveEndpoints } from "./http/archive";
import { BOOK_HEADER } from "../contract";
import { backupEndpoints } from "./http/backups";
import { shopStandard, withChanges } from "../core";
import { computeEndpoint } from "./http/compute";
import { drawingEndpoints } from "./http/drawings";
import { errorEndpoint, noSuchEndpoint } from "./http/errors";
import { healthEndpoint } from "./http/health";
import { bytesInFlight } from "./http/inFlight";
import { instrumentEndpoints } from "./http/instruments";
import { supplierEndpoints } from "./http/supplier";
import { simulatedSupplier, type Supplier } from "./supplier";
import { headers, onlyLocalHost, onlyOwnOrigin, steadyWrites } from "./http/guards";
import { openApiDoor } from "./http/openapi";
import { pageDoor } from "./http/pages";
import { paperEndpoints } from "./http/papers";
import { photoEndpoints } from "./http/photos";
import { recordingEndpoints } from "./http/recordings";
import { recordEndpoints } from "./http/records";
import { standInAccelerometer, standInInstruments, type AnyInstrument, type HiddenFaults } from "./instruments";
import { Papers } from "./papers";
import { Photos } from "./photos";
import { Recordings } from "./recordings";
import { Changes, DueBoard, Views } from "./services";
import { SnapshotReader, type ShopView } from "./snapshot";

/** Of packing: the least. What is sent goes over a wire of the house, and packing it well takes longer than sending it. */
const QUICK = 1;

/** How often the schedule of backups is looked at. */
const SCHEDULE_LOOK_MS = 60_000;

export interface AppOptions {
  databaseFile: string;
  /** Folder of the built web application; absent: API only. */
  webFolder?: string;
  log?: Logger;
  /** Writes a minute that one address may send. */
  writesAMinute?: number;
  now?: () => string;
  /** Long reading in threads of its own; without it beside the work, as tests start faster so. */
  readInThreads?: boolean;
  /** In place of SQLite's own binding: one that fails on purpose, for tests. */
  databaseDriver?: unknown;
  /** Instruments that send by themselves; the stand-ins where none are given. */
  instruments?: readonly AnyInstrument[];
  /** Who parts are ordered from; the one played by the program where none is given. */
  supplier?: Supplier;
  /** What is wrong with the vehicles the stand-in accelerometer lies in; nothing where none is given. */
  hiddenFaults?: HiddenFaults;
}

export interface App {
  express: Express;
  unit: UnitOfWork;
  close(): Promise<void>;
}

/** Builds the server around one database file; listening is the caller's. */
export async function buildApp(options: AppOptions): Promise<App> {
  const folder = dirname(options.databaseFile);
  const release = holdFolder(folder, options.databaseFile);
  putBack(options.databaseFile);
  const source = await openDatabase(options.databaseFile, { driver: options.databaseDriver }).catch(
    (error: unknown) => {
      release();
      throw error;
    },
  );
  const unit = new UnitOfWork(source, options.databaseFile);
  const log = options.log ?? pino({ level: "silent" });
  const app = express();
  app.disable("x-powered-by");
  // Even an error that strikes while an error is answered leaves without its inside.
  app.set("env", "production");
  // Whatever is refused on the way carries the same headers.
  app.use(headers, onlyLocalHost, onlyOwnOrigin, steadyWrites(options.writesAMinute), compression({ level: QUICK }));
  app.use(bytesInFlight((path) => path === "/api/archive" || path.startsWith("/api/papers/")));
  app.use(pinoHttp({ logger: log, autoLogging: log.level === "debug" }));
  // Pictures and recordings lie beside the database: a copy of the folder takes them along.
  const photos = new Photos(join(folder, "photos"));
  const board = new DueBoard();
  const views = new Views(unit, options.now, board);
  const heavy = new HeavyModels();
  const recordings = new Recordings(join(folder, "recordings"), heavy);
  const reader = new SnapshotReader(
    { databaseFile: resolve(options.databaseFile), dataFolder: resolve(folder) },
    options.readInThreads ?? false,
  );
  const book = new OpenBook(source, unit, options.databaseFile, async () => {
    board.forget();
    await reader.close();
  });
  const backups = new Backups(book, reader, options.now);
  // Every answer names the book it is of: a page that still shows another one reads anew.
  let mark = "";
  const markBook = async (): Promise<void> => {
    mark = `${(await views.shop()).shopId}.${await book.generation()}`;
  };
  await markBook();
  app.use("/api", (_req, res, next) => {
    res.set(BOOK_HEADER, mark);
    next();
  });
  const papers = new Papers(join(folder, "papers"));
  const named = await views.namedFiles();
  // What an older copy of the book may name stays, so that the copy can be taken back whole.
  const newest = Date.parse(backups.newest() ?? "") || 0;
  photos.sweep(named.photo, newest);
  recordings.sweep(named.recording, newest);
  papers.sweep(named.job);
  const timer = setInterval(() => {
    void views
      .shop()
      .then(({ shop }) => backups.bySchedule(shop.backup))
      .catch((error: unknown) => log.error(error, "backup by schedule"));
  }, SCHEDULE_LOOK_MS).unref();
  const files = { photo: (f: string) => photos.has(f), recording: (f: string) => recordings.has(f) };
  const changes = new Changes(unit, files, options.now, (edits) => board.touched(edits));
  const now = options.now ?? (() => new Date().toISOString());
  const shopView = (view: ShopView, until?: AbortSignal): Promise<Uint8Array> =>
    reader.run({ do: "view", view, now: now() }, until);
  const desk = new ArchiveDesk({ dataFolder: folder, unit, changes, reader, photos, recordings, papers, now });
  // An archive that was being imported when the program ended is whole before anybody sees a half of it.
  await desk.resume().catch((error: unknown) => log.error(error, "archive that was being imported"));
  app.use(
    healthEndpoint(unit, options.databaseFile, backups),
    computeEndpoint(heavy, async () => withChanges(shopStandard, (await views.shop()).shop.knowledge)),
    openApiDoor(),
    photoEndpoints(photos, heavy),
    drawingEndpoints(),
    recordingEndpoints(recordings),
    instrumentEndpoints(
      options.instruments ?? [...standInInstruments, standInAccelerometer(options.hiddenFaults ?? {})],
      views,
    ),
    supplierEndpoints(options.supplier ?? simulatedSupplier),
    backupEndpoints(backups, papers, markBook),
    archiveEndpoints(desk),
    paperEndpoints(papers, unit),
    recordEndpoints(views, changes, shopView),
  );
  app.use("/api", noSuchEndpoint);
  if (options.webFolder) app.use(pageDoor(options.webFolder));
  app.use(noSuchEndpoint);
  app.use(errorEndpoint(log, options.databaseFile));
  return {
    express: app,
    unit,
    close: async () => {
      clearInterval(timer);
      desk.close();
      await heavy.close();
      await reader.close();
      await unit.end();
      await source.destroy();
      release();
    },
  };
}

/** One program at a time works with a data folder, which is made where there is none. */
function holdFolder(folder: string, databaseFile: string): () => void {
  try {
    mkdirSync(folder, { recursive: true });
    return holdAlone(databaseFile);
  } catch (error) {
    const trouble = storageTrouble(error, databaseFile);
    throw trouble ? new StorageError(trouble) : error;
  }
}
