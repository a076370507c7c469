import {
  PHOTO_BYTES,
  photoAnswer,
  RECORDING_BYTES,
  routes,
  uploadedRecording,
  type PhotoAnswer,
  type UploadedRecording,
} from "../../contract";
import type { Upload } from "./sendFile";

export const photoUpload: Upload<PhotoAnswer> = {
  path: routes.photo.path,
  field: "photo",
  bytes: PHOTO_BYTES,
  called: "a picture",
  answer: photoAnswer,
};

export const recordingUpload: Upload<UploadedRecording> = {
  path: routes.recording.path,
  field: "recording",
  bytes: RECORDING_BYTES,
  called: "a recording",
  answer: uploadedRecording,
};
