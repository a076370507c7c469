import { wornRodEnd } from "../drawings";
import { withoutNulls } from "../../contract";
import { beginFloorSlot, beginGated } from "../../domain";
import { JobTale, type Teller, mm } from "../jobs";

/** The deck tractor: a floor shifter that was never made for its gearbox. */
export async function tractorGauge(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(t, t.vehicles.tractor, 216, t.people.corrow, {
    said: ["Park does not always hold on the ramp, you have to pull it twice.", "06:55, the deck crew"],
    symptoms: { playForeAft: "present", reverseWontEngage: "absent" },
    stage: "gauge",
    bay: "Pit",
    waits: {
      kind: "helper",
      what: "J. Tannack holds the arm in park",
      since: days.at(0, "08:00"),
      until: days.at(0, "13:00"),
    },
    nextAction: "Call the helper",
    openedAt: days.at(0, "06:55"),
  });
  job
    .reading("throw", "before", mm(121, 122, 121), days.at(0, "08:20"), { fromGear: "R", toGear: "D" })
    .reading("freePlayForeAft", "before", mm(17, 18), days.at(0, "08:30"));
  job.lever({
    role: "old",
    name: "Deck shifter",
    origin: "measured",
    lever: {
      knob: { xMm: 0, zMm: 260 },
      pin: { xMm: 0, zMm: -58 },
      drive: { kind: "arm", joint: { xMm: 420, zMm: -70 }, armPivot: { xMm: 420, zMm: -124 } },
      cross: {},
    },
  });
  // Measured 17.5 mm, the listed joints give far less: one is missing from the list.
  job
    .joint("Knob thread", "knob", 0.1, { cost: null, minutes: 5 })
    .joint("Shifter pivot bush", "pivot", 0.3, { cost: 21, minutes: 40 })
    .joint("Rod end at the shifter", "rodEnd", 0.9, { cost: 17, minutes: 15 })
    .joint("Rod end at the arm", "selectorJoint", 0.8, { cost: 17, minutes: 15 });
  job
    .setting("gatedLinkage", {
      name: "Deck shifter to gearbox",
      input: withoutNulls(beginGated()) as Record<string, unknown>,
      says: "Shifter hole at 40.0 mm, gearbox hole at 48.0 mm, rod 470.4 mm. The worst detent is 1.3° off; all are inside their capture.",
      at: days.at(0, "10:40"),
    })
    .setting("floorSlot", {
      name: "Slot for the new base",
      input: withoutNulls(beginFloorSlot()) as Record<string, unknown>,
      says: "Cut a slot 69.9 by 16.0 mm.",
      at: days.at(0, "11:05"),
    });
  job.template({ id: "floorShifter", done: 4, from: days.at(0, "09:00") });
  await job.photo("Rod end at the arm", wornRodEnd, days.at(0, "08:45"));
  await job.tell("Park on the deck tractor");
}
