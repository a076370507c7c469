import { vec } from "../plane";
import type { DriveSolver, LeverGeometry } from "../types";
import { armDrive } from "./arm";
import { cableDrive } from "./cable";
import { directDrive } from "./direct";
import { rodDrive } from "./rod";

export { armLengthMm } from "./arm";

/** Sets up the solver for a lever's drive once; ask it per gear. Travel in mm, or radians for an arm. */
export function driveSolver(lever: LeverGeometry): DriveSolver {
  const pin = vec(lever.pin);
  const { drive } = lever;
  switch (drive.kind) {
    case "direct":
      return directDrive(pin, drive.axisDeg);
    case "rod":
      return rodDrive(pin, drive.joint, drive.axisDeg);
    case "arm":
      return armDrive(pin, drive.joint, drive.armPivot);
    case "cable":
      return cableDrive(pin, drive.anchor, drive.ratio);
  }
}
