import { exceeds } from "../quantity";
export interface OrdersInput {
  layout: "northSouth" | "eastWest";
  engineRpm?: number;
  speedKmh?: number;
  gearRatio?: number;
  finalDrive: number;
  transferRatio: number;
  tyre: { size: string; rollingFactor: number } | { circumferenceMm: number };
  cylinders: number;
  strokes: 2 | 4;
  propShaft?: boolean;
  halfShaftJoint: "tripod" | "ball" | "cardan";
  accessories: { name: string; ratio: number }[];
}

export interface VibrationSource {
  id: string;
  name: string;
  hz: number;
  order: number;
  of: "engine" | "prop" | "halfShaft" | "wheel";
}

export interface OrdersAnswer {
  engineRpm: number;
  speedKmh: number;
  gearRatio: number;
  wheelRpm: number;
  propRpm: number | null;
  tyre: { diameterMm: number | null; circumferenceFreeMm: number | null; circumferenceMm: number };
  sources: VibrationSource[];
  notices: { code: "slip"; field: string; message: string }[];
}

const JOINT_ORDER = { tripod: 3, ball: 6, cardan: 2 } as const;
const JOINT_WORDS = { tripod: "tripod joint", ball: "ball joint", cardan: "Cardan joint" } as const;

/** A gear ratio that is off by more than this, as a part, slips or is not the gear it is said to be. */
const SLIP = 0.03;

const SIZE = /^\s*(\d{2,3})\s*\/\s*(\d{2,3})\s*-?\s*Z?R?\s*(\d{2})\s*$/i;

/** Free diameter of a tyre by its size text, mm; null where the text is none. */
export function tyreDiameterMm(size: string): number | null {
  const m = SIZE.exec(size);
  if (!m) return null;
  const [width, aspect, rim] = m.slice(1).map(Number);
  return rim * 25.4 + (2 * width * aspect) / 100;
}

/**
 * What turns how fast at a speed: every source of vibration with its frequency, from engine to wheel.
 *
 * Two of engine speed, road speed and gear ratio give the third; three are checked against each other. The tyre
 * rolls on `rollingFactor` of its free circumference. Frequencies in Hz. Common practice, no source.
 */
export function orders(input: OrdersInput): OrdersAnswer {
  const { finalDrive, transferRatio } = input;
  const diameterMm = "size" in input.tyre ? tyreDiameterMm(input.tyre.size) : null;
  const free = diameterMm === null ? null : Math.PI * diameterMm;
  const circumferenceMm = "size" in input.tyre ? (free ?? 0) * input.tyre.rollingFactor : input.tyre.circumferenceMm;
  const kmhPerRpm = (circumferenceMm * 60) / 1e6;
  const wheelRpm =
    input.speedKmh === undefined
      ? (input.engineRpm ?? 0) / ((input.gearRatio ?? 1) * transferRatio * finalDrive)
      : input.speedKmh / kmhPerRpm;
  const engineRpm = input.engineRpm ?? wheelRpm * (input.gearRatio ?? 1) * transferRatio * finalDrive;
  const rotatingSources = engineRpm / (wheelRpm * transferRatio * finalDrive);
  const gearRatio = input.gearRatio ?? rotatingSources;
  const prop = input.propShaft ?? input.layout === "northSouth";
  const propRpm = prop ? wheelRpm * finalDrive : null;
  const slips = exceeds(Math.abs(rotatingSources / gearRatio - 1), SLIP);

  const source = (
    id: string,
    name: string,
    rpm: number,
    order: number,
    of: VibrationSource["of"],
  ): VibrationSource => ({ id, name, hz: (order * rpm) / 60, order, of });
  const firing = input.strokes === 4 ? input.cylinders / 2 : input.cylinders;
  const joint = JOINT_ORDER[input.halfShaftJoint];
  const sources = [
    ...(input.strokes === 4 ? [source("engineHalf", "engine, half order", engineRpm, 0.5, "engine")] : []),
    source("engine1", "engine, first order", engineRpm, 1, "engine"),
    source("engineFiring", "engine firing", engineRpm, firing, "engine"),
    ...(propRpm === null
      ? []
      : [
          source("prop1", "prop shaft, first order: balance", propRpm, 1, "prop"),
          source("prop2", "prop shaft, second order: joint angles", propRpm, 2, "prop"),
        ]),
    source("halfShaft1", "half shaft, first order", wheelRpm, 1, "halfShaft"),
    source("halfShaftJoint", `half shaft, ${JOINT_WORDS[input.halfShaftJoint]}`, wheelRpm, joint, "halfShaft"),
    source("wheel1", "wheel, first order", wheelRpm, 1, "wheel"),
    source("wheel2", "wheel, second order", wheelRpm, 2, "wheel"),
    ...input.accessories.map((a) => source(`accessory:${a.name}`, a.name, engineRpm, a.ratio, "engine")),
  ];
  return {
    engineRpm,
    speedKmh: input.speedKmh ?? wheelRpm * kmhPerRpm,
    gearRatio,
    wheelRpm,
    propRpm,
    tyre: { diameterMm, circumferenceFreeMm: free, circumferenceMm },
    sources,
    notices: slips
      ? [
          {
            code: "slip",
            field: "gearRatio",
            message: `engine and road speed give ${rotatingSources.toFixed(2)} to 1, not ${gearRatio.toFixed(2)}: it slips, or it is another gear`,
          },
        ]
      : [],
  };
}
