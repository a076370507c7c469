import type { WearLine } from "../../../domain";
import { QUANTITY_NAMES } from "../../format/words";

/** What wears, in words. */
export const nameOf = ({ what }: WearLine): string =>
  "joint" in what
    ? `${what.joint}, play`
    : "torque" in what
      ? `${what.torque}, torque lost`
      : what.quantity === "mountHeight"
        ? `${what.place ?? "Mount"}, height lost`
        : [QUANTITY_NAMES[what.quantity], what.place].filter(Boolean).join(", ");
