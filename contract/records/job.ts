import { z } from "zod";
import { list, num, text, whole, word } from "../fields";
import { designLimits } from "../inputs";
import { line, moment, prose, typedValue, ulid } from "./fields";
import { mountRoom } from "./mountRoom";
import { roughness } from "./recordings";
import { planOption } from "./template";

export const stageWords = ["ask", "gauge", "compare", "plan", "fit", "prove"] as const;
export type Stage = (typeof stageWords)[number];

export const waitKinds = ["nothing", "part", "cure", "helper", "customer"] as const;

const waits = z.strictObject({
  kind: word(waitKinds),
  what: line.default(""),
  since: moment.nullable().default(null),
  until: moment.nullable().default(null),
});

/** What was open when a job was closed all the same, and why. */
const closing = z.strictObject({
  open: list(line, 0, 20),
  reason: prose,
  /** It leaves on a trailer: critical bolts are not signed. */
  notDriven: z.boolean().default(false),
});

const reminder = z.strictObject({ at: moment, by: ulid.nullable().default(null), text: prose });

/** What is wanted of a lever: how much shorter, and the limits it is held to. */
const wish = z.strictObject({ reductionPct: num(-100, 90, "%"), limits: designLimits });

/** A question of the plan with its answers and what each costs; the choice is empty until somebody decided. */
const decision = z.strictObject({
  key: text(60),
  question: text(160),
  choices: list(planOption, 2, 6),
  choice: line.default(""),
});
export type Decision = z.output<typeof decision>;

/** One line of the lists at rest and of the first drive: done, when and by whom. */
const checkedLine = z.strictObject({ id: text(40), at: moment, by: ulid.nullable().default(null) });

/** One visit of a vehicle. */
export const job = z.strictObject({
  vehicleId: ulid,
  number: whole(1, 1e9).nullable().default(null),
  complaint: prose.default(""),
  complaintNote: line.default(""),
  symptoms: z.record(text(40), word(["present", "absent"])).default({}),
  stage: word(stageWords).default("ask"),
  bay: line.default(""),
  waits: waits.default({ kind: "nothing", what: "", since: null, until: null }),
  nextAction: line.default(""),
  chosenSetupId: ulid.nullable().default(null),
  choiceReason: prose.default(""),
  slackTarget: typedValue.nullable().default(null),
  slackTargetPct: num(0, 100, "%").nullable().default(null),
  symptomsAfter: z
    .record(text(40), word(["present", "absent"]))
    .nullable()
    .default(null),
  /** The fault that turned out to be the cause, by its id in the table behind Ask. */
  cause: text(40).nullable().default(null),
  /** What was looked at before it went back to the customer. */
  /** What lever is looked for; null where nobody said. */
  wish: wish.nullable().default(null),
  checked: list(checkedLine, 0, 60).default([]),
  repaired: list(text(40), 0, 50).nullable().default(null),
  mountRoom: mountRoom.nullable().default(null),
  roughness: roughness.nullable().default(null),
  verdict: prose.default(""),
  /** What the plan left to decide, and how it was decided. */
  decided: list(decision, 0, 24).default([]),
  /** What the kinds of work ask to be looked at before it goes back, beside what is always looked at. */
  handBack: list(z.strictObject({ list: word(["rest", "drive"]), text: text(120) }), 0, 60).default([]),
  /** Messages to the owner, oldest first. */
  reminders: list(reminder, 0, 100).default([]),
  closing: closing.nullable().default(null),
  openedAt: moment.nullable().default(null),
  closedAt: moment.nullable().default(null),
});
