import { leversOnSheet } from "./open/photos";
import { JobTale, at34, inch, sixteenth, type Teller } from "./jobs";

/** The hill-climb car once more: an adjustable lever whose shortest setting meets the prop shaft. */
export async function hillclimbNotches(t: Teller): Promise<void> {
  const { days } = t;
  const drive = { kind: "direct", axisDeg: 0 } as const;
  const job = new JobTale(t, t.vehicles.hillclimb, 221, t.people.corrow, {
    said: [
      "The short lever is good, but the hairpin wants it shorter. Will the adjustable one go all the way down?",
      "19:10, at the club evening",
    ],
    symptoms: {},
    stage: "compare",
    waits: { kind: "nothing", what: "Choose the notch", since: days.at(0, "11:00"), until: null },
    nextAction: "Throw bench",
    openedAt: days.at(-1, "19:10"),
    // More than the prop shaft allows.
    wish: { reductionPct: 45, limits: { minGapMm: 3, maxEffortFactor: 1.5, minThrowMm: 40, maxKnobShiftMm: 40 } },
  });
  job.reading("throw", "before", [inch("3 3/4 in", 3.75)], days.at(0, "11:10"), { ...at34, resolution: sixteenth });
  const old = job.lever({
    role: "old",
    name: "Short lever kit",
    origin: "measured",
    taken: { knob: "tape", pin: "calliper" },
    lever: { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -70 }, drive, cross: {} },
  });
  job.lever({
    role: "candidate",
    name: "Adjustable lever",
    origin: "claimed",
    claimedReductionPct: 40,
    price: 212,
    source: "Velkin Linkage Works",
    lever: { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -66 }, drive, cross: {} },
    notches: {
      listMm: [0, 6, 12, 18, 24, 30],
      rodAdjusted: false,
      limits: { minGapMm: 2, maxEffortFactor: 2, minThrowMm: 40, maxReductionPct: 50 },
    },
  });
  // One lever measured twice: by the photograph, and with a calliper on the bench.
  const scrapped = (by: "photo" | "calliper", knobMm: number, pinMm: number): string =>
    job.lever({
      role: "candidate",
      name: `Scrapped car, by ${by}`,
      origin: "measured",
      taken: { knob: by, pin: by },
      source: "Hallow Quarry scrap row",
      lever: { knob: { xMm: 0, zMm: knobMm }, pin: { xMm: 0, zMm: pinMm }, drive, cross: {} },
    });
  const byPhoto = scrapped("photo", 262.3, -87.8);
  scrapped("calliper", 262, -88);
  await leversOnSheet(job, days.at(0, "11:20"), { old, new: byPhoto });
  job
    .setting("stops", {
      name: "Stops, 3 and 4",
      input: {
        pitchMm: 1.25,
        stopArmMm: 30,
        pinArmMm: 70,
        knobArmMm: 300,
        detentOvertravelMm: 0.5,
        backOffTurns: 0.125,
      },
      says: "Touch, then back off an eighth of a turn. Lock. Now fourth. That leaves 0.16 mm at the stop, 0.36 mm at the rail, 1.6 mm at the knob. It holds before the fork does and leaves the detent free.",
      state: "set",
      at: days.at(0, "11:40"),
    })
    .setting("lockout", {
      name: "Reverse lockout",
      input: { gapMm: 0.4, targetMinMm: 1, targetMaxMm: 2 },
      says: "Move the plate 1.10 mm away from the lever. 1.50 mm in the outermost forward gate; 1.00 mm to 2.00 mm is wanted.",
      at: days.at(0, "11:50"),
    });
  await job.tell("Adjustable lever for the hill-climb car");
}
