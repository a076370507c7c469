import { existsSync, readdirSync } from "node:fs";
import { dirname, join } from "node:path";
import request from "supertest";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { TestShed } from "../../tests/server/shed";

let shed: TestShed;
beforeAll(async () => {
  shed = await TestShed.open();
});
afterAll(() => shed.close());

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: { r: 120, g: 90, b: 60 } } });

const send = (bytes: Buffer, name = "mount.jpg", field = "photo") =>
  request(shed.app.express).post("/api/photos").set("Host", "localhost").attach(field, bytes, name);

const folder = () => join(dirname(shed.file), "photos");

describe("photos", () => {
  it("are kept beside the database, smaller, upright, with a thumbnail, and read back", async () => {
    // Orientation 6: the camera lay on its side.
    const taken = await picture(3000, 2000).withMetadata({ orientation: 6 }).jpeg().toBuffer();
    const { body, status } = await send(taken);
    expect(status).toBe(200);
    expect(body).toMatchObject({ widthPx: 1600, heightPx: 2400, placeRemoved: false });
    const whole = await shed.get(`/api/photos/${body.file}`).buffer(true);
    expect(whole.headers["content-type"]).toBe("image/jpeg");
    expect(whole.headers["cache-control"]).toContain("immutable");
    const about = await sharp(whole.body as Buffer).metadata();
    expect([about.width, about.height, about.exif]).toEqual([1600, 2400, undefined]);
    const small = await sharp(
      (await shed.get(`/api/photos/${body.file}?size=small`).buffer(true)).body as Buffer,
    ).metadata();
    expect(Math.max(small.width, small.height)).toBe(360);
    expect(readdirSync(folder()).some((f) => f.endsWith(".part"))).toBe(false);
  });

  it("lose the place where they were taken, and say so", async () => {
    const taken = await picture(80, 60)
      .withExif({ IFD3: { GPSLatitudeRef: "N", GPSLatitude: "57/1 30/1 0/1" } })
      .jpeg()
      .toBuffer();
    expect((await sharp(taken).metadata()).exif).toBeDefined();
    const { body } = await send(taken);
    expect(body.placeRemoved).toBe(true);
    const kept = await sharp((await shed.get(`/api/photos/${body.file}`).buffer(true)).body as Buffer).metadata();
    expect(kept.exif).toBeUndefined();
  });

  it.each([
    ["PNG", () => picture(40, 30).png().toBuffer()],
    ["WebP", () => picture(40, 30).webp().toBuffer()],
  ])("may be %s", async (_kind, make) => {
    const { status, body } = await send(await make());
    expect([status, body.widthPx, body.heightPx]).toEqual([200, 40, 30]);
  });

  it.each<[string, () => Buffer | Promise<Buffer>]>([
    ["text that calls itself a picture", () => Buffer.from("not a picture")],
    ["nothing", () => Buffer.alloc(0)],
    ["a drawing", () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')],
    ["a picture cut off", async () => (await picture(900, 700).jpeg().toBuffer()).subarray(0, 700)],
  ])("are not %s", async (_what, make) => {
    const before = existsSync(folder()) ? readdirSync(folder()).length : 0;
    const { status, body } = await send(await make());
    expect([status, body.error.code, body.error.field]).toEqual([422, "invalid_input", "photo"]);
    expect(body.error.accepts).toContain("JPEG, PNG, WebP");
    expect(readdirSync(folder()).length).toBe(before);
  });

  it("are not too large, and come one at a time in the field they belong in", async () => {
    const huge = await send(Buffer.alloc(25 * 1024 * 1024 + 1));
    expect([huge.status, huge.body.error.code, huge.body.error.accepts]).toEqual([
      413,
      "too_large",
      "a picture of up to 25 MB",
    ]);
    const stray = await send(await picture(9, 9).png().toBuffer(), "a.png", "file");
    expect([stray.status, stray.body.error.field, stray.body.error.got]).toEqual([422, "photo", "file"]);
  });

  it("of more pixels than are unpacked say how many, before anything is unpacked", async () => {
    const { status, body } = await send(await picture(12_000, 9_000).jpeg({ quality: 10 }).toBuffer());
    expect([status, body.error.code, body.error.field, body.error.got]).toEqual([
      413,
      "too_large",
      "photo",
      "108 megapixels",
    ]);
    expect(body.error.accepts).toContain("up to 80 megapixels");
  });

  it("that are HEIC say what to do", async () => {
    const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from("ftypheic0000mif1")]);
    const { status, body } = await send(heic, "photo.heic");
    expect([status, body.error.got]).toEqual([422, "a HEIC picture"]);
    expect(body.error.message).toContain("set the phone’s camera to JPEG");
  });

  it("tell the lens they were taken with, where the camera wrote it", async () => {
    const taken = await picture(80, 60)
      .withExif({ IFD2: { FocalLengthIn35mmFilm: "28" } })
      .jpeg()
      .toBuffer();
    expect((await send(taken)).body.focal35Mm).toBe(28);
    expect((await send(await picture(80, 60).jpeg().toBuffer())).body.focal35Mm).toBeNull();
  });

  it.each(["nope", "a".repeat(64), "..%2F..%2Fetc%2Fpasswd"])("that are not there are not found: %s", async (file) => {
    const { status, body } = await shed.get(`/api/photos/${file}`);
    expect([status, body.error.code]).toEqual([404, "not_found"]);
  });
});
