import { Router } from "express";
import { isFileHash, RECORDING_BYTES, routes } from "../../contract";
import type { Recordings } from "../recordings";
import { refuse } from "../services";
import { abortOnDisconnect } from "./abortOnDisconnect";
import { sendingEndpoint } from "./endpoint";
import { oneFile } from "./oneFile";
import { sendKept } from "./sendKept";

/** Vibration recordings in and out. */
export function recordingEndpoints(recordings: Recordings): Router {
  const router = Router();
  const { file: field } = routes.recording;
  const received = oneFile({ field, bytes: RECORDING_BYTES, called: "a recording", accepts: "WAV or CSV" });
  sendingEndpoint(
    router,
    routes.recording,
    async (_in, req, res) => {
      const until = abortOnDisconnect(res);
      res.json(await recordings.store(req.file?.buffer ?? new Uint8Array(), { until, caller: req.ip ?? "" }));
    },
    received,
  );
  sendingEndpoint(router, routes.recordingFile, async ({ params: { name }, query }, req, res, next) => {
    const [file, kind, more] = name.split(".");
    if (more !== undefined || !["wav", "csv"].includes(kind) || !isFileHash(file) || !recordings.has(file)) {
      return refuse("not_found", "name", name, "the hash of a recording kept here, and .wav or .csv");
    }
    // The name is the hash of the contents: what it names never changes.
    res.set("Cache-Control", "private, max-age=31536000, immutable");
    // A WAV file's rate is a whole number and its values have no unit: what the job's record has goes along.
    const { rateHz, ...run } = query;
    if (kind === "csv") {
      const asked = { until: abortOnDisconnect(res), caller: req.ip ?? "" };
      res.type("csv").send(await recordings.csv(file, rateHz ?? null, run.unit ?? "", asked));
    } else if (!Object.keys(run).length) sendKept(res.type("audio/wav"), recordings.pathOf(file), next);
    else res.type("audio/wav").send(Buffer.from(await recordings.wav(file, run)));
  });
  return router;
}
