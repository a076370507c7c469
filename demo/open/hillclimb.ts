import { SNUG_THEN_FULL } from "../passes";
import { mountBesideSheet } from "./photos";
import { hillclimbRoom } from "../mounts";
import { JobTale, type Teller, mm, at34 } from "../jobs";

/** The hill-climb car: it clunks and its lever walks; mounts and torque half done. */
export async function hillclimbFit(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(t, t.vehicles.hillclimb, 217, t.people.corrow, {
    mountRoom: hillclimbRoom,
    said: ["Clunks as it takes up the drive, and the lever walks on the throttle.", "17:40, after the practice run"],
    symptoms: { clunkTakeUp: "present", leverMovesThrottle: "present", vibIdle: "absent", knockBumps: "absent" },
    stage: "fit",
    bay: "Bay 3",
    waits: { kind: "nothing", what: "Torque the prop shaft to its flange", since: days.at(0, "10:00"), until: null },
    nextAction: "Torque board",
    openedAt: days.at(-1, "17:40"),
  });
  job
    .reading("throw", "before", mm(95, 95, 96, 95), days.at(0, "09:20"), at34)
    .reading("freePlayForeAft", "before", mm(16, 15, 16, 16), days.at(0, "09:25"))
    .reading("freePlayCross", "before", mm(7, 7), days.at(0, "09:28"))
    .part("Flexible coupling", { number: "HC-6-110", maker: "Oskerra Rubber", price: 72, state: "arrived" })
    .part("Tail mount, firm rubber", { number: "HC-T-2", maker: "Oskerra Rubber", price: 44, state: "arrived" })
    .part("Coupling bolts, single use", { number: "HC-6-111", quantity: 6, price: 2.6, state: "arrived" })
    .template({ id: "tailMount", done: 8, from: days.at(0, "09:30") })
    .step("Set the stops in 3rd and 4th: touch, back off, lock", "cabin", false, { position: 200 })
    .finding("Coupling cracked at two of six bolts", "under", true)
    .finding("Shift-shaft seal damp", "under");
  const prop = job.group("Prop shaft to flange", {
    pattern: "circle",
    count: 6,
    thread: "M10",
    specTyped: "62 Nm",
    specSource: "club build book, page 44",
    specOrigin: "specified",
    reuse: "replace",
    critical: "driveline",
  });
  job.group("Tail mount centre bolt", {
    critical: "driveline",
    pattern: "circle",
    count: 1,
    thread: "M12",
    specTyped: "103-105 lb ft",
    specSource: "Oskerra leaflet for HC-T-2",
    specOrigin: "specified",
    loadNeeded: "rideHeight",
    passes: SNUG_THEN_FULL,
  });
  job.group("Crossmember to body", {
    critical: "driveline",
    pattern: "box",
    count: 4,
    thread: "M10",
    specTyped: "26 lb-ft + 90 deg",
    specSource: "club build book, page 40",
    specOrigin: "specified",
  });
  job.group("Tunnel brace", { pattern: "line", count: 2, thread: "M8" });
  const order = [1, 4, 2, 5, 3, 6];
  job
    .sign(prop, "snug", order, days.at(0, "13:40"), "onStands")
    .sign(prop, "60 %", order, days.at(0, "14:00"), "onStands", [37.1, 37.4, 37.0, 37.3, 37.2, 37.1])
    .sign(prop, "100 %", [1, 4, 2], days.at(0, "14:21"), "onStands", [61.9, 62.3, 61.2]);
  await mountBesideSheet(job, days.at(0, "10:20"));
  await job.recording(
    "run-up in third",
    { phase: "before", condition: "onThrottle", gear: "3", engineRpm: 2200, runUpTo: 5800 },
    { takenAt: days.at(-1, "17:55"), note: "Up the hill from the second bend." },
    11,
  );
  await job.tell("Coupling and tail mount of the hill-climb car");
}
