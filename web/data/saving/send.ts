import { photoAnswer, uploadedRecording, type ChangeAnswer, type ChangeRequest } from "../../../contract";
import { post } from "../api";
import { sendFile } from "../sendFile";
import { photoUpload, recordingUpload } from "../uploads";
import type { KeptEntry, UploadKind } from "./entries";

/** What of a file's own is kept with its record, by where it went. What the person said of it goes before. */
const upload: Record<UploadKind, (file: Blob, name: string, until: AbortSignal) => Promise<Record<string, unknown>>> = {
  photo: async (file, name, until) => {
    const {
      file: hash,
      widthPx,
      heightPx,
    } = photoAnswer.parse(await sendFile(photoUpload, file, name, () => undefined, until));
    return { file: hash, widthPx, heightPx };
  },
  recording: async (file, name, until) => {
    const { kept, run } = uploadedRecording.parse(await sendFile(recordingUpload, file, name, () => undefined, until));
    // What its values are is said with the values.
    return { ...kept, ...run, unit: kept.unit };
  },
};

/** A recording that came as a file may say itself how it was made: that goes before what is likely. */
const ofFile = (data: Record<string, unknown>): boolean => data.by === "file";

/** Sends one entry. Throws ApiError or Unreachable; a file that was sent twice is one file. */
export async function sendEntry(entry: KeptEntry, until: AbortSignal): Promise<ChangeAnswer> {
  if (entry.kind !== "file") return post(entry.kind, entry.request, until);
  const about = await upload[entry.upload.to](entry.blob ?? new Blob(), entry.upload.name, until);
  const operations = entry.request.operations.map((op) =>
    op.op === "create" ? { ...op, data: ofFile(op.data) ? { ...op.data, ...about } : { ...about, ...op.data } } : op,
  );
  return post("change", { ...entry.request, operations } satisfies ChangeRequest, until);
}
