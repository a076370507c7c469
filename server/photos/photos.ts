import { createHash, randomUUID } from "node:crypto";
import { existsSync, mkdirSync } from "node:fs";
import { rename, writeFile } from "node:fs/promises";
import { join } from "node:path";
import type { Sharp } from "sharp";
import type { PhotoAnswer } from "../../contract";
import { photoKinds } from "../../contract";
import { refuse } from "../services";
import { HASH_LENGTH, sweepFolder } from "./sweep";

/** Longest side a picture is kept at, px: enough to read a worn edge, a tenth of a camera's file. */
const KEPT_PX = 2400;
const SMALL_PX = 360;

/** More pixels than this are refused before they are unpacked: a small file can hide a huge picture. */
const MOST_PIXELS = 80_000_000;

const READABLE = new Set(["jpeg", "png", "webp"]);
const ACCEPTS = `a picture: ${photoKinds.join(", ")}, up to 80 megapixels`;

export type PhotoSize = "whole" | "small";

/** Pictures, kept as files in one folder beside the database, each under the hash of what it holds. */
export class Photos {
  constructor(private readonly folder: string) {
    mkdirSync(folder, { recursive: true });
  }

  /**
   * Unpacks a picture and packs it anew: whatever else the file carried (place, camera, anything hidden in it)
   * stays behind. Turned upright first, as the camera's note about it goes too.
   */
  async store(bytes: Buffer): Promise<PhotoAnswer> {
    const { default: sharp } = await import("sharp");
    const open = () => sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: "error" });
    // An empty file is refused by the reader before it looks at anything.
    const about = bytes.length
      ? await open()
          .metadata()
          .catch(() => null)
      : null;
    if (!about || !READABLE.has(about.format)) {
      return refuse(
        "invalid_input",
        "photo",
        about?.format ?? "no picture",
        ACCEPTS,
        "this file is not a picture that can be read",
      );
    }
    const packed = await packedAnew(open()).catch(() => null);
    if (!packed) {
      const damaged = "this picture is damaged: it cannot be read to its end";
      return refuse("invalid_input", "photo", "a damaged file", ACCEPTS, damaged);
    }
    const { whole, small } = packed;
    const file = createHash("sha256").update(whole.data).digest("hex");
    await this.write(this.pathOf(file, "small"), small);
    await this.write(this.pathOf(file, "whole"), whole.data);
    return {
      file,
      widthPx: whole.info.width,
      heightPx: whole.info.height,
      bytes: whole.data.length,
      placeRemoved: await hasPlace(about.exif),
    };
  }

  /** Keeps a picture that was packed by this program before, under its own hash; false where it is not that picture. */
  async keep(file: string, bytes: Buffer): Promise<boolean> {
    if (createHash("sha256").update(bytes).digest("hex") !== file) return false;
    const { default: sharp } = await import("sharp");
    const small = await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: "error" })
      .resize(SMALL_PX, SMALL_PX, { fit: "inside", withoutEnlargement: true })
      .jpeg({ quality: 78 })
      .toBuffer()
      .catch(() => null);
    if (!small) return false;
    await this.write(this.pathOf(file, "small"), small);
    await this.write(this.pathOf(file, "whole"), bytes);
    return true;
  }

  pathOf(file: string, size: PhotoSize): string {
    return join(this.folder, size === "small" ? `${file}-small.jpg` : `${file}.jpg`);
  }

  has(file: string): boolean {
    return existsSync(this.pathOf(file, "whole"));
  }

  /** Takes away what no record names, and rests of files that were being written when the program was stopped. */
  sweep(named: ReadonlySet<string>, until = 0): void {
    sweepFolder(this.folder, (name, madeMs) => madeMs <= until || named.has(name.slice(0, HASH_LENGTH)));
  }

  /** Whole or not at all: a stop in mid-write leaves a nameless rest and no half picture. */
  private async write(path: string, data: Buffer): Promise<void> {
    const rest = `${path}.${randomUUID()}.part`;
    await writeFile(rest, data);
    await rename(rest, path);
  }
}

/** The picture at the size it is kept at, and as a thumbnail; rejects where it cannot be read to its end. */
async function packedAnew(picture: Sharp) {
  const whole = await picture
    .rotate()
    .resize(KEPT_PX, KEPT_PX, { fit: "inside", withoutEnlargement: true })
    .flatten({ background: "#fff" })
    .jpeg({ quality: 82 })
    .toBuffer({ resolveWithObject: true });
  const { default: sharp } = await import("sharp");
  const small = await sharp(whole.data)
    .resize(SMALL_PX, SMALL_PX, { fit: "inside", withoutEnlargement: true })
    .jpeg({ quality: 78 })
    .toBuffer();
  return { whole, small };
}

async function hasPlace(exif: Buffer | undefined): Promise<boolean> {
  if (!exif) return false;
  const { default: read } = await import("exif-reader");
  try {
    return Boolean(read(exif).GPSInfo);
  } catch {
    return false;
  }
}
