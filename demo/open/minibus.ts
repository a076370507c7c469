import { minibusRoom } from "../mounts";
import { JobTale, type Teller, mm, at34 } from "../jobs";

/** The community minibus: a shorter change is wanted; its tail has come down and it shakes at 70 km/h. */
export async function minibusCompare(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(t, t.vehicles.minibus, 214, t.people.corrow, {
    mountRoom: minibusRoom,
    roughness: {
      speedKmh: 70,
      marks: {
        idleInGear: { before: 0, after: null },
        bump: { before: 1, after: null },
        onThrottle: { before: 2, after: null },
        overrun: { before: 1, after: null },
        roadSpeed: { before: 3, after: null },
      },
    },
    said: [
      "The drivers want a shorter change. It takes the whole arm to get from third to fourth on the hill.",
      "08:15, the trust’s manager",
    ],
    symptoms: { playForeAft: "absent", cannotTellNeutral: "absent", popsOut: "absent", vibRoadSpeed: "present" },
    stage: "compare",
    bay: "Bay 1",
    waits: { kind: "nothing", what: "Choose the lever", since: days.at(0, "09:30"), until: null },
    nextAction: "Throw bench",
    openedAt: days.at(-1, "08:15"),
  });
  job
    .reading("throw", "before", mm(104, 103, 104, 104), days.at(0, "09:20"), at34)
    .reading("throw", "before", mm(105, 104), days.at(0, "09:24"), { fromGear: "1", toGear: "2" })
    .reading("freePlayForeAft", "before", mm(12, 12, 11, 12), days.at(0, "09:32"))
    .reading("freePlayCross", "before", mm(9, 9, 8), days.at(0, "09:36"))
    .reading("knobHeight", "before", mm(312, 312, 311, 312), days.at(0, "09:40"))
    .reading("mountHeight", "before", mm(42.3, 42.2, 42.4), days.at(0, "09:48"), { place: "tail" })
    .reading("mountHeight", "before", mm(62), days.at(0, "09:49"), { place: "left" })
    .reading("mountHeight", "before", mm(62), days.at(0, "09:50"), { place: "right" })
    .reading(
      "inclination",
      "before",
      [
        { typed: "3.7 deg", base: 3.7 },
        { typed: "3.8 deg", base: 3.8 },
      ],
      days.at(0, "09:52"),
      {
        place: "gearbox",
        method: "angleGauge",
        resolution: { typed: "0.1 deg", base: 0.1 },
      },
    );
  const drive = { kind: "rod" as const, joint: { xMm: 370, zMm: -38 }, axisDeg: 3 };
  job.lever({
    role: "old",
    name: "Old lever",
    origin: "measured",
    lever: { knob: { xMm: 0, zMm: 312 }, pin: { xMm: 0, zMm: -60 }, drive, cross: {} },
  });
  job.lever({
    role: "candidate",
    name: "Notched lever, at 3",
    origin: "measured",
    claimedReductionPct: 25,
    price: 96,
    source: "Velkin Linkage Works",
    lever: { knob: { xMm: 0, zMm: 290 }, pin: { xMm: 0, zMm: -68 }, drive, cross: {} },
  });
  job.lever({
    role: "candidate",
    name: "Notched lever, at 5",
    origin: "measured",
    claimedReductionPct: 30,
    price: 96,
    source: "Velkin Linkage Works",
    shown: false,
    lever: { knob: { xMm: 0, zMm: 284 }, pin: { xMm: 0, zMm: -74 }, drive, cross: {} },
  });
  job.lever({
    role: "candidate",
    name: "Fixed short lever",
    origin: "claimed",
    claimedReductionPct: 40,
    price: 58,
    source: "Torvey Spares",
    shown: false,
    lever: { knob: { xMm: -6, zMm: 268 }, pin: { xMm: 0, zMm: -66 }, drive, cross: {} },
  });
  await job.recording(
    "70 in fifth",
    { phase: "before", condition: "roadSpeed", gear: "5", speedKmh: 70 },
    { takenAt: days.at(-1, "16:10"), note: "The straight by the pier, two aboard." },
  );
  await job.recording(
    "70 in fourth",
    { phase: "before", condition: "roadSpeed", gear: "4", speedKmh: 70 },
    { takenAt: days.at(-1, "16:16") },
  );
  job.template({ id: "remoteBracket", done: 1, from: days.at(-1, "15:00") });
  await job.tell("Shorter change for the minibus");
}
