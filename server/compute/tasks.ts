import type { Pixel, SheetKind } from "../../core";
import type { KeptRecording, RecordedRun } from "../../contract";

/** What a thread can be given to do. */
export type HeavyTask =
  | { model: string; question: Uint8Array }
  | { bytes: Uint8Array }
  | { sheetIn: string }
  | { flat: string; corners: Pixel[]; sheet: SheetKind }
  | { linesOf: Uint8Array; rateHz: number | null; called: string };

/** A recording that was read, as the file it is kept as; or why it cannot be. */
export type ReadRecording =
  | ({ ok: true; wav: Uint8Array } & Omit<KeptRecording, "file"> & { run: RecordedRun | null })
  | { ok: false; why: string };
