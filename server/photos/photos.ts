import { createHash } from "node:crypto";
import { existsSync, mkdirSync } from "node:fs";
import { join } from "node:path";
import type { Sharp } from "sharp";
import type { PhotoAnswer } from "../../contract";
import { FINE_PX, KEPT_PX, photoKinds } from "../../contract";
import { refuse } from "../services";
import { hasZeroedStretch } from "./damagedJpeg";
import { HASH_LENGTH, sweepFolder } from "./sweep";
import { writeWhole } from "./writeWhole";

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
  async store(bytes: Buffer, use: "show" | "measure" = "show"): Promise<PhotoAnswer> {
    const { default: sharp } = await import("sharp");
    // An empty file is refused by the reader before it looks at anything.
    const about = bytes.length
      ? await sharp(bytes, { limitInputPixels: false })
          .metadata()
          .catch(() => null)
      : null;
    if (isHeif(bytes) || about?.format === "heif") {
      return refuse(
        "invalid_input",
        "photo",
        "a HEIC picture",
        ACCEPTS,
        "HEIC is not read here: set the phone’s camera to JPEG, or send the picture by a way that makes it JPEG",
      );
    }
    if (!about || !READABLE.has(about.format)) {
      return refuse(
        "invalid_input",
        "photo",
        about?.format ?? "no picture",
        ACCEPTS,
        "this file is not a picture that can be read",
      );
    }
    const pixels = (about.width ?? 0) * (about.height ?? 0);
    if (pixels > MOST_PIXELS) {
      const size = `${Math.round(pixels / 1e6)} megapixels`;
      return refuse("too_large", "photo", size, ACCEPTS, `this picture has ${size}: take it smaller, or scale it down`);
    }
    // A JPEG has no sums of its own: what its decoder only warns of is a lost part of the picture.
    const failOn = about.format === "jpeg" ? "warning" : "error";
    const open = () => sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn });
    const packed = hasZeroedStretch(bytes)
      ? null
      : await packedAnew(open(), use === "measure" ? FINE_PX : KEPT_PX).catch(() => null);
    if (!packed) {
      const damaged = "this picture is damaged: it cannot be read to its end";
      return refuse("invalid_input", "photo", "a damaged file", ACCEPTS, damaged);
    }
    const { whole, small } = packed;
    const file = createHash("sha256").update(whole.data).digest("hex");
    await writeWhole(this.pathOf(file, "small"), small);
    await writeWhole(this.pathOf(file, "whole"), whole.data);
    const { place, focal35Mm } = await writtenBy(about.exif);
    return {
      file,
      widthPx: whole.info.width,
      heightPx: whole.info.height,
      bytes: whole.data.length,
      placeRemoved: place,
      focal35Mm,
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
    await writeWhole(this.pathOf(file, "small"), small);
    await writeWhole(this.pathOf(file, "whole"), bytes);
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
}

/** The picture at the size it is kept at, and as a thumbnail; rejects where it cannot be read to its end. */
async function packedAnew(picture: Sharp, longestPx: number) {
  const whole = await picture
    .rotate()
    .resize(longestPx, longestPx, { fit: "inside", withoutEnlargement: true })
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

/** Of what a camera wrote: whether the place is in it, and the lens as on a 36 mm wide picture. */
async function writtenBy(exif: Buffer | undefined): Promise<{ place: boolean; focal35Mm: number | null }> {
  if (!exif) return { place: false, focal35Mm: null };
  const { default: read } = await import("exif-reader");
  try {
    const { GPSInfo, Photo } = read(exif);
    const focal = Photo?.FocalLengthIn35mmFilm;
    return {
      place: Boolean(GPSInfo),
      focal35Mm: typeof focal === "number" && focal > 0 && focal <= 2000 ? focal : null,
    };
  } catch {
    return { place: false, focal35Mm: null };
  }
}

/** Brands of the box a HEIC file begins with [ISO/IEC 23008-12, from memory]. */
const HEIF_BRANDS = ["heic", "heix", "hevc", "mif1", "msf1"];

const isHeif = (bytes: Buffer): boolean =>
  bytes.subarray(4, 8).toString("latin1") === "ftyp" && HEIF_BRANDS.includes(bytes.subarray(8, 12).toString("latin1"));
