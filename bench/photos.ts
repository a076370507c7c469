import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { Photos } from "../server/photos";
import type { Figure } from "./report";

/** A picture of 12 megapixels with detail everywhere, as a camera makes: the worst the packer meets. */
async function camera(): Promise<Buffer> {
  const [width, height] = [4000, 3000];
  const pixels = Buffer.alloc(width * height * 3);
  for (let i = 0; i < pixels.length; i++) pixels[i] = (128 + 60 * Math.sin(i / 97) + ((i * 7919) % 61)) & 255;
  return sharp(pixels, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 92 })
    .toBuffer();
}

/** How long a picture takes from arriving to lying in the folder, twice: whole and small. */
export async function photoFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-bench-"));
  const bytes = await camera();
  const photos = new Photos(folder);
  await photos.store(bytes);
  const from = performance.now();
  await photos.store(bytes);
  const took = performance.now() - from;
  rmSync(folder, { recursive: true, force: true });
  return [{ what: "a photo of 12 megapixels taken in, whole and small", value: took, unit: "ms", limit: 2000 }];
}
