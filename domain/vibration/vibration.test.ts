import { describe, expect, it } from "vitest";
import { resources, type JobView, type RecordHead, type Roughness, type VibrationRecording } from "../../contract";
import { analyseRecording, isRunUp, leftOf, partedByGear, partnerOf } from "./recordingAnalysis";
import { amplitudeText, causeOf, inWords } from "./words";
import { pairText, shakePairs } from "./pairs";
import { drivenBefore, likelyRun, withoutUnit } from "./likelyRun";
import { marksIntoAsk, symptomsOf } from "./roughness";
import { notYetTold } from "./observations";
import { VAN_DRIVE, shaking } from "../../tests/domain/records";

const ID = "01DEMSKERR0000000000000001";
const head = (id: string): RecordHead => ({
  id,
  version: 1,
  createdAt: `2026-11-0${id.length % 9}`,
  updatedAt: "",
  deletedAt: null,
});

const vehicle = {
  ...head("v"),
  ...resources.vehicle.parse({
    tag: "T 1",
    cylinders: 4,
    idleRpm: 750,
    driveTrain: VAN_DRIVE,
  }),
};

const recording = (id: string, data: Partial<VibrationRecording> = {}): VibrationRecording => ({
  ...shaking([[83.9, 0.57]], { jobId: ID, count: 12288, gear: "5", speedKmh: 70 }),
  ...head(id),
  ...data,
});

const peaks = (...list: [hz: number, amplitude: number][]) => list.map(([hz, amplitude]) => ({ hz, amplitude }));

const view = (list: VibrationRecording[], job: object = {}): JobView =>
  ({
    job: { ...head("j"), ...resources.job.parse({ vehicleId: ID, ...job }) },
    vehicle,
    recording: list,
  }) as unknown as JobView;

const fifth = recording("a");
const fourth = recording("bb", {
  gear: "4",
  peaks: peaks([83.9, 0.6], [42, 0.1]),
});
const after = recording("ccc", {
  phase: "after",
  peaks: peaks([66.3, 0.11], [83.9, 0.057]),
});

describe("peaks and their names", () => {
  it("a clear one, and one that only another gear parts", () => {
    const [five, four] = [fifth, fourth].map((r) => analyseRecording(vehicle, r));
    expect(five.dominant).toMatchObject({ kind: "clear", sources: ["prop2"] });
    expect(four.dominant).toMatchObject({ kind: "ambiguous" });
    expect(partedByGear(four, five)).toBe("road");
    expect(leftOf(four.dominant && "sources" in four.dominant ? four.dominant.sources : [], "road", four)).toEqual([
      "prop2",
    ]);
    expect(leftOf(["engineFiring", "prop2"], "engine", four)).toEqual(["engineFiring"]);
    // Not of another phase, another speed, out of gear, or in the same gear.
    for (const other of [{ phase: "after" as const }, { speedKmh: 90 }, { gear: "" }, { gear: four.recording.gear }]) {
      expect(partedByGear(four, analyseRecording(vehicle, recording("x", { ...other })))).toBeNull();
    }
  });

  it("name an engine speed of the record's own that is not the one entered, and one that fits no gear", () => {
    const rpmTrack = [0, 1, 2].map((tS) => ({ tS, rpm: 3000 }));
    const notes = (data: Partial<VibrationRecording>): string[] => {
      const turns = analyseRecording(vehicle, recording("r", { rpmTrack, ...data })).rotatingSources;
      return turns?.ok ? turns.notes : [];
    };
    expect(notes({ gear: "", speedKmh: null, engineRpm: 2000 })).toEqual([
      "the recording’s own engine speed is 3000 rpm, not the 2000 that was entered",
    ]);
    expect(notes({ gear: "", speedKmh: null, engineRpm: 3050 })).toEqual([]);
    // 70 km/h in fifth is about 2,500 rpm of this drive: the column says another gear, or it slips.
    expect(notes({})[0]).toMatch(/^engine and road speed give .* to 1/);
  });

  it("need the drive train, and say nothing without it", () => {
    const bare = analyseRecording({ ...vehicle, driveTrain: null }, fifth);
    expect([bare.rotatingSources, bare.dominant]).toEqual([null, null]);
  });

  it("standing at idle take the vehicle's own idle where none was said", () => {
    const idle = analyseRecording(
      vehicle,
      recording("i", { condition: "idleInGear", peaks: [{ hz: 25.1, amplitude: 0.2 }] }),
    );
    expect(idle.dominant).toMatchObject({ kind: "clear", sources: ["engineFiring"] });
  });

  it("a run-up is one whose engine speed moved", () => {
    const track = (to: number) => [
      { tS: 0, rpm: 2000 },
      { tS: 10, rpm: to },
    ];
    expect([2100, 5000].map((to) => isRunUp(recording("r", { rpmTrack: track(to) })))).toEqual([false, true]);
  });

  it("the recording to lay over is the same run after the work, else the same speed in another gear", () => {
    expect(partnerOf(fifth, [fifth, fourth, after])).toBe(after);
    expect(partnerOf(fifth, [fifth, fourth])).toBe(fourth);
    expect(partnerOf(fifth, [fifth, { ...after, unit: "g" }])).toBeNull();
  });

  it("every source has words and a cause", () => {
    for (const id of [
      "engineHalf",
      "engine1",
      "engineFiring",
      "prop1",
      "prop2",
      "halfShaft1",
      "halfShaftJoint",
      "wheel1",
      "wheel2",
      "accessory:fan",
    ]) {
      expect(inWords(id)).toMatch(/^(the|a) /);
      expect(causeOf(id)).toBeTruthy();
    }
  });
});

describe("before and after", () => {
  it("pairs a run with the same run after the work, in dB", () => {
    const pairs = shakePairs(view([fifth, fourth, after]));
    expect(pairs.map((p) => [p.sources, p.left && Math.round(p.left.dB * 10) / 10])).toEqual([
      [["prop2"], -20],
      [["prop2"], null],
    ]);
    expect(pairText(pairs[0]).replaceAll("\u00a0", " ")).toBe(
      "the prop shaft, second order, from 0.570 to 0.057 m/s², 20.0 dB quieter",
    );
  });

  it("says at least, where the line has sunk under what was kept", () => {
    const gone = recording("ccc", { phase: "after", peaks: [{ hz: 66.3, amplitude: 0.11 }] });
    const [pair] = shakePairs(view([fifth, gone]));
    expect(pair.left?.under).toBe(true);
    expect(pairText(pair)).toContain("at least");
  });

  it("amplitudes in their own unit", () => {
    expect(
      [amplitudeText(0.5712, "m/s2"), amplitudeText(0.123, "fullScale"), amplitudeText(12.34, "asLogged", true)].map(
        (t) => t.replace("\u00a0", " "),
      ),
    ).toEqual(["0.571 m/s²", "12.3 % of full scale", "12.3"]);
  });
});

describe("what Ask is told", () => {
  it("the one source that is left, those that turned and did not shake, and what the gears said", () => {
    const five = analyseRecording(
      vehicle,
      recording("a", {
        peaks: peaks([83.9, 0.57], [42, 0.05]),
      }),
    );
    expect(notYetTold(five, ["prop2"], "road", {})).toEqual({
      recFiring: "absent",
      recEngine1: "absent",
      recProp1: "absent",
      recProp2: "present",
      recWheel: "absent",
      followsRoadSpeed: "present",
    });
    expect(
      notYetTold(five, ["prop2"], null, {
        recProp2: "present",
        recFiring: "absent",
        recEngine1: "absent",
        recProp1: "absent",
        recWheel: "absent",
      }),
    ).toEqual({});
  });
  it("nothing of the sources while two are left, and nothing of a line that is strong as well", () => {
    expect(notYetTold(analyseRecording(vehicle, fourth), ["engineFiring", "prop2"], null, {})).toEqual({});
    const two = analyseRecording(
      vehicle,
      recording("a", {
        peaks: peaks([83.9, 0.57], [9.76, 0.4]),
      }),
    );
    expect(notYetTold(two, ["prop2"], null, {})).not.toHaveProperty("recWheel");
  });
});

describe("marks of the road test", () => {
  const marks = (m: Partial<Record<string, number>>): Roughness["marks"] =>
    Object.fromEntries(Object.entries(m).map(([c, before]) => [c, { before: before ?? null, after: null }]));
  it.each<[Partial<Record<string, number>>, string, "present" | "absent" | null]>([
    [{ idleInGear: 0 }, "vibIdle", "absent"],
    [{ idleInGear: 1 }, "vibIdle", null],
    [{ idleInGear: 2 }, "vibIdle", "present"],
    [{ idleInGear: 2, idleCold: 3 }, "worseCold", "present"],
    [{ idleInGear: 2, idleCold: 2 }, "worseCold", "absent"],
    [{ idleCold: 3 }, "worseCold", null],
    [{ bump: 4 }, "knockBumps", "present"],
    [{ overrun: 0 }, "buckOverrun", "absent"],
    [{ left: 3, roadSpeed: 1 }, "worseTurns", "present"],
    [{ left: 2, right: 2, roadSpeed: 3 }, "worseTurns", "absent"],
    [{ roadSpeed: 3 }, "vibRoadSpeed", "present"],
  ])("%o says of %s: %s", (m, symptom, says) => {
    expect(symptomsOf(marks(m), "before")[symptom]).toBe(says);
  });

  it("answer Ask before the work and the road test after it, and take back only what a mark had said", () => {
    const job = { roughness: null, symptoms: { popsOut: "absent" as const }, symptomsAfter: null };
    const next: Roughness = { speedKmh: null, marks: { bump: { before: 3, after: null } } };
    const told = marksIntoAsk(job, next, "bump", "before");
    expect(told).toEqual({ symptoms: { popsOut: "absent", knockBumps: "present" } });
    const taken = { ...next, marks: { bump: { before: null, after: null } } };
    expect(marksIntoAsk({ ...job, ...told, roughness: next }, taken, "bump", "before")).toEqual({
      symptoms: { popsOut: "absent" },
    });
    // What a person answered otherwise stays.
    const own = { ...job, symptoms: { knockBumps: "absent" as const }, roughness: next };
    expect(marksIntoAsk(own, taken, "bump", "before")).toEqual({ symptoms: { knockBumps: "absent" } });
    expect(marksIntoAsk(job, { speedKmh: null, marks: { bump: { before: 3, after: 0 } } }, "bump", "after")).toEqual({
      symptomsAfter: { knockBumps: "absent" },
    });
  });
});

describe("what a new recording is taken for", () => {
  it("follows the file's name, the stage and what is still without an after", () => {
    const v = view([fifth, after, fourth]);
    expect(likelyRun(v, "minibus after.wav")).toMatchObject({ phase: "after", gear: "4", speedKmh: 70 });
    expect(likelyRun(v, "thereafter.wav").phase).toBe("before");
    expect(likelyRun(view([fifth], { stage: "prove" }))).toMatchObject({ phase: "after", gear: "5" });
    expect(likelyRun(view([], { roughness: { speedKmh: 60 } }))).toMatchObject({
      phase: "before",
      // Nobody has said in which gear: not the top one by default.
      gear: "",
      speedKmh: 60,
    });
  });
  it("offers how the run before was driven, where nobody has said anything of this one", () => {
    const fresh = recording("dddd", { gear: "", speedKmh: null, engineRpm: null });
    expect(drivenBefore(view([fifth, fresh]), fresh)).toEqual({ gear: "5", speedKmh: 70 });
    for (const said of [{ gear: "3" }, { speedKmh: 50 }, { engineRpm: 2000 }, { condition: "idleInGear" as const }]) {
      expect(drivenBefore(view([fifth, fresh]), { ...fresh, ...said })).toBeNull();
    }
    expect(drivenBefore(view([fresh]), fresh)).toBeNull();
  });
  it("takes from a file's own word only how it ran", () => {
    expect(withoutUnit({ unit: "g", gear: "3" })).toEqual({ gear: "3" });
  });
});
