import { Router } from "express";
import { RECORDING_BYTES, recordedRun, refusalFromIssues } from "../../contract";
import type { Recordings } from "../recordings";
import { refuse, Refused } from "../services";
import { abortOnDisconnect } from "./abortOnDisconnect";
import { oneFile } from "./oneFile";
import { sendKept } from "./sendKept";

const NAME = /^([0-9a-f]{64})\.(wav|csv)$/;

/** Vibration recordings in and out. */
export function recordingEndpoints(recordings: Recordings): Router {
  const router = Router();
  const received = oneFile({
    field: "recording",
    bytes: RECORDING_BYTES,
    called: "a recording",
    accepts: "WAV or CSV",
  });
  router.post("/api/recordings", received, async (req, res, next) => {
    const until = abortOnDisconnect(res);
    try {
      res.json(await recordings.store(req.file?.buffer ?? new Uint8Array(), { until, caller: req.ip ?? "" }));
    } catch (error) {
      if (!until.aborted) next(error);
    }
  });
  router.get("/api/recordings/:name", async (req, res, next) => {
    try {
      const [, file, kind] = NAME.exec(req.params.name) ?? [];
      if (!file || !recordings.has(file)) {
        return refuse("not_found", "name", req.params.name, "the hash of a recording kept here, and .wav or .csv");
      }
      // The name is the hash of the contents: what it names never changes.
      res.set("Cache-Control", "private, max-age=31536000, immutable");
      // A WAV file's rate is a whole number and its values have no unit: what the job's record has goes along.
      const { rateHz, ...about } = req.query;
      const run = recordedRun.safeParse({
        ...about,
        ...(about.speedKmh !== undefined && { speedKmh: Number(about.speedKmh) }),
        ...(about.engineRpm !== undefined && { engineRpm: Number(about.engineRpm) }),
      });
      if (!run.success) throw new Refused(refusalFromIssues(run.error.issues, about));
      if (kind === "csv") {
        const rate = Number(rateHz) > 0 ? Number(rateHz) : null;
        return res.type("csv").send(
          await recordings.csv(file, rate, run.data.unit ?? "", {
            until: abortOnDisconnect(res),
            caller: req.ip ?? "",
          }),
        );
      }
      if (!Object.keys(run.data).length) return void sendKept(res.type("audio/wav"), recordings.pathOf(file), next);
      res.type("audio/wav").send(Buffer.from(await recordings.wav(file, run.data)));
    } catch (error) {
      if (!res.closed) next(error);
    }
  });
  return router;
}
