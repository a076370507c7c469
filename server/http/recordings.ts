import { Router } from "express";
import { RECORDING_BYTES } from "../../contract";
import type { Recordings } from "../recordings";
import { refuse } from "../services";
import { oneFile } from "./oneFile";

const NAME = /^([0-9a-f]{64})\.(wav|csv)$/;

/** Vibration recordings in and out. */
export function recordingDoors(recordings: Recordings): Router {
  const router = Router();
  const received = oneFile({
    field: "recording",
    bytes: RECORDING_BYTES,
    called: "a recording",
    accepts: "WAV or CSV",
  });
  router.post("/api/recordings", received, async (req, res, next) => {
    const hungUp = new AbortController();
    res.on("close", () => {
      if (!res.writableFinished) hungUp.abort();
    });
    try {
      res.json(await recordings.store(req.file?.buffer ?? new Uint8Array(), hungUp.signal));
    } catch (error) {
      if (!hungUp.signal.aborted) next(error);
    }
  });
  router.get("/api/recordings/:name", async (req, res, next) => {
    try {
      const [, file, kind] = NAME.exec(req.params.name) ?? [];
      if (!file || !(await recordings.has(file))) {
        return refuse("not_found", "name", req.params.name, "the hash of a recording kept here, and .wav or .csv");
      }
      // The name is the hash of the contents: what it names never changes.
      res.set("Cache-Control", "private, max-age=31536000, immutable");
      if (kind === "wav") return res.type("audio/wav").sendFile(recordings.pathOf(file));
      // A WAV file's rate is a whole number; a logger's may not be, and the job's record has it.
      const rate = Number(req.query.rateHz);
      res.type("csv").send(await recordings.csv(file, rate > 0 ? rate : null));
    } catch (error) {
      next(error);
    }
  });
  return router;
}
