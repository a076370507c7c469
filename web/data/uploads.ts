import {
  addressOf,
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

/** The same, kept nearly as fine as the camera gave it: to measure by. */
export const finePhotoUpload: Upload<PhotoAnswer> = {
  ...photoUpload,
  path: addressOf("photo", {}, { use: "measure" }),
};

export const recordingUpload: Upload<UploadedRecording> = {
  path: routes.recording.path,
  field: "recording",
  bytes: RECORDING_BYTES,
  called: "a recording",
  answer: uploadedRecording,
};
