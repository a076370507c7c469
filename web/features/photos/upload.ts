import { PHOTO_BYTES, photoAnswer, routes, type PhotoAnswer } from "../../../contract";
import type { FileDoor } from "../../app/sendFile";

export const photoDoor: FileDoor<PhotoAnswer> = {
  path: routes.photo.path,
  field: "photo",
  bytes: PHOTO_BYTES,
  called: "a picture",
  answer: photoAnswer,
};
