import { createHash } from "node:crypto";
import { existsSync, mkdirSync } from "node:fs";
import { readFile } from "node:fs/promises";
import { join } from "node:path";
import type { RecordedRun, UploadedRecording } from "../../contract";
import { withComment } from "../../core";
import type { HeavyModels, Job } from "../compute";
import { refuse } from "../services";
import { HASH_LENGTH, sweepFolder, writeWhole } from "../photos";
import { commentOf } from "./comment";

const ACCEPTS = "a WAV file (PCM of 8 to 32 bits, or float), or CSV of time and value";

/** Vibration recordings, kept as WAV in one folder beside the database, each under the hash of what it holds. */
export class Recordings {
  constructor(
    private readonly folder: string,
    private readonly heavy: HeavyModels,
  ) {
    mkdirSync(folder, { recursive: true });
  }

  /**
   * Reads a recording in a thread, keeps it as WAV of 32-bit floats, one channel, and gives its strongest peaks.
   *
   * Whatever had to be done to read it is in `notes`; what cannot be read is refused with the reason.
   */
  async store(bytes: Uint8Array, job: Job): Promise<UploadedRecording> {
    const read = await this.heavy.read(bytes, job);
    if (!read.ok) {
      const got = bytes.length ? `a file of ${bytes.length} bytes` : "an empty file";
      return refuse("invalid_input", "recording", got, ACCEPTS, `this recording cannot be read: ${read.why}`);
    }
    const { wav, ...rest } = read;
    const file = createHash("sha256").update(wav).digest("hex");
    await writeWhole(this.pathOf(file), wav);
    const { rateHz, count, unit, binHz, peaks, rpmTrack, notes, run } = rest;
    const kept = { file, rateHz, count, unit, binHz, peaks, rpmTrack, notes: notes.map((n) => n.slice(0, 200)) };
    return { kept, run };
  }

  /** Keeps a recording that was read by this program before, under its own hash; false where it is not that one. */
  async keep(file: string, bytes: Buffer): Promise<boolean> {
    if (createHash("sha256").update(bytes).digest("hex") !== file) return false;
    if (bytes.subarray(0, 4).toString("latin1") !== "RIFF") return false;
    await writeWhole(this.pathOf(file), bytes);
    return true;
  }

  pathOf(file: string): string {
    return join(this.folder, `${file}.wav`);
  }

  has(file: string): boolean {
    return existsSync(this.pathOf(file));
  }

  /** Takes away what no record names, and rests of files that were being written when the program was stopped. */
  sweep(named: ReadonlySet<string>, until = 0): void {
    sweepFolder(this.folder, (name, madeMs) => madeMs <= until || named.has(name.slice(0, HASH_LENGTH)));
  }

  /** The file with how it was made written into it, so that it can be taken in elsewhere without typing it again. */
  async wav(file: string, run: RecordedRun): Promise<Uint8Array> {
    return withComment(await readFile(this.pathOf(file)), commentOf(run));
  }

  /** The same as lines of time and value, as loggers write it. */
  async csv(file: string, rateHz: number | null, unit: string, job: Job): Promise<string> {
    return this.heavy.lines(await readFile(this.pathOf(file)), rateHz, `value ${unit}`.trim(), job);
  }
}
