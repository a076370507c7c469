import type { Job, Vehicle } from "../../contract";

export interface HandbackLine {
  id: string;
  text: string;
}

export interface HandbackList {
  id: "rest" | "drive" | "return";
  title: string;
  caution?: string;
  lines: HandbackLine[];
}

/** A line of a kind of work by what it says: the same line of two kinds is one. */
const idOf = (text: string): string =>
  `k ${text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim()}`
    .slice(0, 40)
    .trim();

/**
 * What is looked at before a vehicle goes back: at rest, on the first drive, and on return, with what the kinds of work
 * that were done ask for. The lists themselves are common practice, no source.
 */
export function handbackLists({
  vehicle,
  job,
}: {
  vehicle: Pick<Vehicle, "automatic">;
  job: { handBack?: Job["handBack"] };
}): HandbackList[] {
  const asked = (list: "rest" | "drive"): HandbackLine[] => [
    ...new Map(
      (job.handBack ?? []).flatMap((l) =>
        l.list === list ? [[idOf(l.text), { id: idOf(l.text), text: l.text }] as const] : [],
      ),
    ).values(),
  ];
  const gears: HandbackLine[] = vehicle.automatic
    ? [
        { id: "everyPosition", text: "Every position, in order and by its own feel" },
        { id: "startOnlyPN", text: "Starts in P and N only" },
        { id: "parkHolds", text: "P holds on a slope" },
      ]
    : [
        { id: "gearsOff", text: "Every gear, engine off" },
        { id: "gearsRunning", text: "Every gear, engine running, clutch down" },
        { id: "reverseLockout", text: "Reverse only by its lockout" },
        { id: "neutralFound", text: "Neutral is found, and the lever comes back to it" },
      ];
  return [
    {
      id: "rest",
      title: "At rest",
      caution: "Wheels chocked, handbrake on: a gear that goes in by itself moves the vehicle.",
      lines: [
        ...gears,
        { id: "leverFree", text: "Lever, boot and console touch nothing in any gear" },
        ...asked("rest"),
      ],
    },
    {
      id: "drive",
      title: "First drive",
      lines: [
        { id: "slow", text: "Slow, on an open road, brakes tried first" },
        { id: "everyGear", text: vehicle.automatic ? "Every gear range" : "Every gear, up and down" },
        { id: "onAndOff", text: "On and off the throttle" },
        { id: "complaintRoad", text: "The road that showed the complaint" },
        ...asked("drive"),
      ],
    },
    {
      id: "return",
      title: "On return",
      caution: "Exhaust and gearbox are hot: look, do not touch.",
      lines: [
        { id: "paintMarks", text: "Paint marks in line" },
        { id: "leaks", text: "No leak at shaft, seal or drain" },
        { id: "underside", text: "Nothing rubs, hangs or rattles" },
      ],
    },
  ];
}
