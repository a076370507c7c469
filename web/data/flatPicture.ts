import { addressOf, type Photo, type SheetPhoto } from "../../contract";

/** Where the flat picture of a sheet is: what it names never changes. */
export const flatAddress = (
  { file }: Pick<Photo, "file">,
  { sheet, corners }: Pick<SheetPhoto, "sheet" | "corners">,
): string =>
  addressOf(
    "photoFlat",
    { file },
    { sheet, corners: corners.map((c) => `${c.xPx.toFixed(2)},${c.yPx.toFixed(2)}`).join(",") },
  );
