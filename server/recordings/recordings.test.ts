import { afterAll, beforeAll, describe, expect, it } from "vitest";
import request from "supertest";
import { uploadedRecording } from "../../contract";
import { csvText, readWav, wavBytes } from "../../core";
import { TestShed } from "../../tests/server/shed";
import { commentOf, runIn } from "./comment";

let shed: TestShed;
beforeAll(async () => {
  shed = await TestShed.open();
});
afterAll(() => shed.close());

const RATE = 1000;
const shake = Float64Array.from({ length: 8000 }, (_, i) => 0.4 * Math.sin((2 * Math.PI * 62.5 * i) / RATE));

const send = (bytes: Uint8Array, name = "shake.wav", field = "recording") =>
  request(shed.app.express).post("/api/recordings").set("Host", "localhost").attach(field, Buffer.from(bytes), name);
const fetchFile = (path: string) =>
  shed
    .get(path)
    .buffer(true)
    .parse((res, done) => {
      const parts: Buffer[] = [];
      res.on("data", (p: Buffer) => parts.push(p));
      res.on("end", () => done(null, Buffer.concat(parts)));
    });

describe("recordings", () => {
  it("are kept as WAV under the hash of what they hold, with their strongest peak", async () => {
    const { status, body } = await send(wavBytes(shake, RATE));
    expect(status).toBe(200);
    const { kept, run } = uploadedRecording.parse(body);
    expect(run).toBeNull();
    expect([kept.count, kept.rateHz, kept.unit]).toEqual([8000, RATE, "fullScale"]);
    expect(kept.peaks[0].hz).toBeCloseTo(62.5, 1);
    expect(kept.peaks[0].amplitude).toBeCloseTo(0.4, 3);
    const back = await fetchFile(`/api/recordings/${kept.file}.wav`);
    const read = readWav(new Uint8Array(back.body as Buffer));
    expect(read.ok && read.recording.samples.length).toBe(8000);
    // The same again is the same file.
    expect((await send(wavBytes(shake, RATE))).body.kept.file).toBe(kept.file);
    // A job can keep it.
    const { jobId } = await shed.job();
    await shed.add("recording", { jobId, ...kept, gear: "5", speedKmh: 70 });
    const { body: view } = await shed.get(`/api/jobs/${jobId}`);
    expect(view.recording).toHaveLength(1);
    expect(view.recording[0]).toMatchObject({ file: kept.file, gear: "5", phase: "before", condition: "roadSpeed" });
  });

  it("travel with how they were made, as WAV and as CSV", async () => {
    const { body } = await send(new TextEncoder().encode(csvText(shake, RATE, "value m/s2")), "shake.csv");
    const { file, unit } = uploadedRecording.parse(body).kept;
    expect(unit).toBe("m/s2");
    const wav = await fetchFile(
      `/api/recordings/${file}.wav?unit=g&phase=after&gear=4&speedKmh=70&condition=roadSpeed&place=seat%20rail`,
    );
    const again = uploadedRecording.parse((await send(new Uint8Array(wav.body as Buffer))).body);
    expect(again.run).toEqual({
      unit: "g",
      phase: "after",
      gear: "4",
      speedKmh: 70,
      condition: "roadSpeed",
      place: "seat rail",
    });
    expect(again.kept.unit).toBe("g");
    const csv = await fetchFile(`/api/recordings/${file}.csv?rateHz=1000&unit=g`);
    const text = (csv.body as Buffer).toString();
    expect(text.split("\n")[0]).toBe("time,value g");
    expect(text.split("\n")[2]).toBe("0.001000,0.1530734");
  });

  it.each<[string, Uint8Array, string]>([
    ["an empty file", new Uint8Array(0), "the file is empty"],
    ["words", new TextEncoder().encode("It shakes at seventy."), "two lines of time and value"],
    ["a gap", new TextEncoder().encode("time,value\n0,1\n0.01,2\n0.5,3\n"), "there is a gap"],
    ["too few samples", wavBytes(shake.subarray(0, 9), RATE), "it holds 9 samples"],
  ])("that are %s are refused with the reason and leave nothing behind", async (_what, bytes, reason) => {
    const { status, body } = await send(bytes);
    expect([status, body.error.code, body.error.field]).toEqual([422, "invalid_input", "recording"]);
    expect(body.error.message).toContain(reason);
    expect(body.error.accepts).toContain("WAV file");
  });

  it("come one at a time in their own field, and are not found under another name", async () => {
    const other = await send(wavBytes(shake, RATE), "shake.wav", "photo");
    expect([other.status, other.body.error.field]).toEqual([422, "recording"]);
    for (const name of ["nothing.wav", `${"0".repeat(64)}.wav`, `${"0".repeat(64)}.mp3`, "..%2Fshed.sqlite"]) {
      const { status, body } = await shed.get(`/api/recordings/${name}`);
      expect([name, status, body.error.code]).toEqual([name, 404, "not_found"]);
    }
  });

  it("refuse a question about how they were made that makes no sense", async () => {
    const { kept } = uploadedRecording.parse((await send(wavBytes(shake, RATE))).body);
    const { status, body } = await shed.get(`/api/recordings/${kept.file}.wav?condition=flying`);
    expect([status, body.error.field]).toEqual([422, "condition"]);
  });

  it("are refused in a job that names no file, and in a vehicle whose tyre is none", async () => {
    const { jobId } = await shed.job();
    const bad = await shed.change([
      {
        op: "create",
        resource: "recording",
        id: "01DEMSKERR0000000000000009",
        data: { jobId, file: "here.wav", rateHz: 1, count: 16, binHz: 1, peaks: [] },
      },
    ]);
    expect([bad.status, bad.body.error.field]).toEqual([422, "operations[0].data.file"]);
    const tyre = await shed.change([
      {
        op: "create",
        resource: "vehicle",
        id: "01DEMSKERR0000000000000008",
        data: { tag: "T 9", driveTrain: { tyre: { size: "round" }, finalDrive: 4, propShaft: true } },
      },
    ]);
    expect([tyre.status, tyre.body.error.field, tyre.body.error.accepts]).toEqual([
      422,
      "operations[0].data.driveTrain.tyre.size",
      "a size like 205/55R16",
    ]);
  });
});

describe("the comment a file carries", () => {
  it("is read back, and another program's is left alone", () => {
    const run = { gear: "5", speedKmh: 70, place: "driver’s seat rail" };
    expect(runIn(commentOf(run))).toEqual(run);
    for (const other of ["", "made with something else", "ash-lever {", 'ash-lever {"speedKmh":-4}'])
      expect(runIn(other)).toBeNull();
  });
});
