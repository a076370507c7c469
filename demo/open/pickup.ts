import { JobTale, type Teller } from "../jobs";

/** The quarry pickup: a complaint and its first answers. */
export async function pickupAsk(t: Teller): Promise<void> {
  const { days } = t;
  const job = new JobTale(t, t.vehicles.pickup, 219, t.people.tannack, {
    said: [
      "The stick jumps when I come off the pedal, there is a clunk when it pulls away, and at about sixty it shakes on the quarry road.",
      "08:25, by telephone",
    ],
    symptoms: {
      leverMovesThrottle: "present",
      clunkTakeUp: "present",
      vibRoadSpeed: "present",
      vibIdle: "absent",
      knockBumps: "absent",
      playForeAft: "absent",
    },
    stage: "ask",
    waits: { kind: "nothing", what: "Lift the gearbox and look", since: days.at(0, "08:30"), until: null },
    nextAction: "Go on asking",
    openedAt: days.at(0, "08:25"),
  });
  job.lever({
    role: "old",
    name: "Transfer lever",
    origin: "measured",
    lever: { knob: { xMm: 18, zMm: 340 }, pin: { xMm: 0, zMm: -64 }, drive: { kind: "direct", axisDeg: 0 }, cross: {} },
  });
  job.lever({
    role: "candidate",
    name: "Longer handle",
    origin: "claimed",
    price: 39,
    source: "Torvey Spares",
    lever: { knob: { xMm: 18, zMm: 420 }, pin: { xMm: 0, zMm: -64 }, drive: { kind: "direct", axisDeg: 0 }, cross: {} },
  });
  // The later bush does not fit a vehicle of this year; the turned one would do instead.
  job.partOr("Transfer lever bush", { number: "DM-44-19", price: 11.5, builtFrom: "2011-03" }, [
    { name: "Turned from acetal", way: "repair", price: 22, addsMin: 40, state: "arrived" },
    { name: "Lever with its bush", way: "used", price: 35, addsMin: 10, arrives: days.day(5), maker: "Torvey Spares" },
    { name: "Brass shim", way: "temporary", price: 2, addsMin: 25, state: "arrived", recheck: days.day(30) },
  ]);
  await job.tell("Jumping stick on the quarry pickup");
}
