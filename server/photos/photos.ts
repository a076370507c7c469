import { createHash, randomUUID } from "node:crypto";
import { mkdirSync } from "node:fs";
import { rename, stat, writeFile } from "node:fs/promises";
import { join } from "node:path";
import type { PhotoAnswer } from "../../contract";
import { photoKinds } from "../../contract";
import { refuse } from "../services";

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
    try {
      const upright = open().rotate();
      const whole = await upright
        .clone()
        .resize(KEPT_PX, KEPT_PX, { fit: "inside", withoutEnlargement: true })
        .flatten({ background: "#fff" })
        .jpeg({ quality: 82 })
        .toBuffer({ resolveWithObject: true });
      const small = await sharp(whole.data)
        .resize(SMALL_PX, SMALL_PX, { fit: "inside", withoutEnlargement: true })
        .jpeg({ quality: 78 })
        .toBuffer();
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
    } catch (error) {
      if (error instanceof Error && /corrupt|premature|truncat|invalid|bad|limit/i.test(error.message)) {
        return refuse(
          "invalid_input",
          "photo",
          "a damaged file",
          ACCEPTS,
          "this picture is damaged: it cannot be read to its end",
        );
      }
      throw error;
    }
  }

  pathOf(file: string, size: PhotoSize): string {
    return join(this.folder, size === "small" ? `${file}-small.jpg` : `${file}.jpg`);
  }

  async has(file: string): Promise<boolean> {
    return stat(this.pathOf(file, "whole")).then(
      () => true,
      () => false,
    );
  }

  /** Whole or not at all: a stop in mid-write leaves a nameless rest and no half picture. */
  private async write(path: string, data: Buffer): Promise<void> {
    const rest = `${path}.${randomUUID()}.part`;
    await writeFile(rest, data);
    await rename(rest, path);
  }
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
