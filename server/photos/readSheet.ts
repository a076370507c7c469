import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { readBarcodes } from "zxing-wasm/reader";
import {
  findSheet,
  FLAT_BORDER_MM,
  flatten,
  measuringSheet,
  type Pixel,
  type SeenCode,
  type SheetKind,
  type SheetOutcome,
} from "../../core";

/** More codes than this are not looked for: four are ours. */
const MOST_CODES = 12;

/** A flat picture has this many pixels a mm, unless its longer side would pass the limit. */
const PX_PER_MM = 8;
const LONGEST_PX = 3600;

let reader: Promise<typeof readBarcodes> | null = null;

/** The code reader, with its program from the package: by itself it would fetch that from the network. */
async function codeReader(): Promise<typeof readBarcodes> {
  const module = await import("zxing-wasm/reader");
  const file = createRequire(import.meta.url).resolve("zxing-wasm/reader/zxing_reader.wasm");
  const bytes = readFileSync(file);
  const wasmBinary = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
  module.prepareZXingModule({ overrides: { wasmBinary } });
  return module.readBarcodes;
}

/** Finds the measuring sheet in a picture: reads the codes, then looks for the frames round them. */
export async function readSheet(file: string | Buffer): Promise<SheetOutcome & { widthPx: number; heightPx: number }> {
  const { default: sharp } = await import("sharp");
  const { data, info } = await sharp(file).greyscale().raw().toBuffer({ resolveWithObject: true });
  const grey = { widthPx: info.width, heightPx: info.height, data };
  const read = await (reader ??= codeReader());
  // The reader takes colours; a grey picture is the same three times.
  const rgba = new Uint8ClampedArray(data.length * 4);
  for (let i = 0, at = 0; i < data.length; i++, at += 4) {
    rgba[at] = rgba[at + 1] = rgba[at + 2] = data[i];
    rgba[at + 3] = 255;
  }
  const found = await read({ data: rgba, width: info.width, height: info.height, colorSpace: "srgb" } as ImageData, {
    formats: ["QRCode"],
    tryHarder: true,
    tryInvert: false,
    maxNumberOfSymbols: MOST_CODES,
  });
  const codes = found.map(({ text, position: p }): SeenCode => ({
    text,
    quad: [p.topLeft, p.topRight, p.bottomRight, p.bottomLeft].map((c): Pixel => ({ xPx: c.x, yPx: c.y })),
  }));
  return { ...findSheet(grey, codes), widthPx: info.width, heightPx: info.height };
}

/** Pixels a mm of a sheet's flat picture. */
export function flatScale(kind: SheetKind): number {
  const { widthMm } = measuringSheet(kind);
  return Math.min(PX_PER_MM, LONGEST_PX / (widthMm + 2 * FLAT_BORDER_MM));
}

/** The sheet as seen from straight above, as a JPEG. */
export async function flatPicture(
  file: string | Buffer,
  corners: readonly Pixel[],
  kind: SheetKind,
): Promise<Uint8Array> {
  const { default: sharp } = await import("sharp");
  const { data, info } = await sharp(file)
    .removeAlpha()
    .toColourspace("srgb")
    .raw()
    .toBuffer({ resolveWithObject: true });
  const picture = { widthPx: info.width, heightPx: info.height, data };
  const flat = flatten(picture, corners, measuringSheet(kind), flatScale(kind), FLAT_BORDER_MM);
  return sharp(flat.data, { raw: { width: flat.widthPx, height: flat.heightPx, channels: 3 } })
    .jpeg({ quality: 85 })
    .toBuffer();
}
