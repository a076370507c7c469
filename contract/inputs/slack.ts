import { z } from "zod";
import {
  jointPlaces,
  MOST_CANDIDATES,
  playGains,
  replaceables,
  slack,
  type SlackAnswer,
  type SlackInput,
} from "../../core";
import { list, num, text, word } from "../fields";
import { refusal, type Refusal } from "../refusal";
import { checkLever, leverSchema } from "./lever";

const gain = num(0.01, 1000, "mm per mm").optional();

export const slackJoint = z.strictObject({
  id: text(),
  name: text().optional(),
  at: word(jointPlaces),
  direction: word(["foreAft", "cross"]).default("foreAft"),
  playMm: num(0, 50, "mm").optional(),
  playDeg: num(0, 45, "deg").optional(),
  armMm: num(0.1, 2000, "mm").optional(),
  newPlayMm: num(0, 50, "mm").optional(),
  newPlayDeg: num(0, 45, "deg").optional(),
  cost: num(0, 1e7).optional(),
  minutes: num(0, 1e6, "min").default(0),
  part: text().optional(),
});

export const slackInput = z.strictObject({
  gainMmPerMm: gain,
  pinGainMmPerMm: gain,
  crossGainMmPerMm: gain,
  lever: leverSchema.optional(),
  joints: list(slackJoint, 1, 60),
  measured: z
    .strictObject({ foreAftMm: num(0, 1000, "mm").optional(), crossMm: num(0, 1000, "mm").optional() })
    .prefault({}),
  throwMm: num(1, 2000, "mm").optional(),
  crossThrowMm: num(1, 2000, "mm").optional(),
  targetMm: num(0, 1000, "mm").optional(),
  planDirection: word(["foreAft", "cross"]).default("foreAft"),
}) satisfies z.ZodType<SlackInput>;

function checkJoints(input: SlackInput): Refusal | null {
  const ids = input.joints.map((j) => j.id);
  for (const [i, j] of input.joints.entries()) {
    const at = `joints[${i}]`;
    if (ids.indexOf(j.id) !== i) return refusal("invalid_input", `${at}.id`, j.id, "an id not used before");
    if ((j.playMm === undefined) === (j.playDeg === undefined)) {
      return refusal("invalid_input", `${at}.playMm`, j.playMm ?? null, "either playMm, or playDeg with armMm");
    }
    const angular = j.playDeg !== undefined || j.newPlayDeg !== undefined;
    if (angular && j.armMm === undefined) {
      return refusal("invalid_input", `${at}.armMm`, null, "the arm of the angular play, 0.1 to 2000 mm");
    }
    if (j.newPlayDeg !== undefined && (j.newPlayMm !== undefined || j.playDeg === undefined)) {
      return refusal(
        "invalid_input",
        `${at}.newPlayDeg`,
        j.newPlayDeg,
        "newPlayDeg only beside playDeg and without newPlayMm",
      );
    }
  }
  return null;
}

/** A gain from somewhere, one play per joint, a sideways gain where it is needed, and no more parts than can be searched. */
export function checkSlack(input: SlackInput): Refusal | null {
  if (input.gainMmPerMm === undefined && !input.lever) {
    return refusal("invalid_input", "gainMmPerMm", null, "the gain of the lever, 0.01 to 1000, or a lever");
  }
  const usesLever = input.gainMmPerMm === undefined && input.lever;
  const lever = usesLever ? checkLever(usesLever, { gears: [] }) : null;
  if (lever) return lever;
  const joints = checkJoints(input);
  if (joints) return joints;
  const gains = playGains(input);
  if (!gains) {
    return refusal("invalid_input", "lever", input.lever, "a lever that does not stand at a dead centre in neutral");
  }
  if (gains.cross === null && input.joints.some((j) => j.direction === "cross" && j.at !== "knob")) {
    return refusal(
      "invalid_input",
      "crossGainMmPerMm",
      null,
      "the sideways gain, 0.01 to 1000: a joint has sideways play",
    );
  }
  return null;
}

/** The answer, or that there are too many parts to search. */
export function answerSlack(input: SlackInput): SlackAnswer | Refusal {
  const few = slack({ ...input, joints: input.joints.map((j) => ({ ...j, cost: undefined })), targetMm: undefined });
  const parts = replaceables(
    input,
    few.joints.map((j, i) => ({ ...j, candidate: input.joints[i].cost !== undefined && j.newShareMm < j.shareMm })),
  );
  if (parts.length > MOST_CANDIDATES) {
    return refusal(
      "too_large",
      "joints",
      parts.length,
      `up to ${MOST_CANDIDATES} parts to choose among; group joints by part`,
    );
  }
  return slack(input);
}
