import type { ResponseOf } from "../../contract";
import { sendJson } from "./sendJson";

/** Makes a copy of the book now; throws ApiError. */
export const makeBackup = (): Promise<ResponseOf<"makeBackup">> => sendJson("makeBackup", {});

/** Takes the book back to a copy; the present one is kept. Throws ApiError. */
export const restoreBackup = (name: string): Promise<ResponseOf<"restoreBackup">> =>
  sendJson("restoreBackup", { name });
