// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it } from "vitest";
import { jobChildren, type Operation } from "../../../contract";
import { answering, fakeEdit, jobView, PARENT, plainText, record, show } from "../../../tests/web/show";
import { RecordPage } from "../record/RecordPage";
import ProveStage from "./ProveStage";

const gearbox = {
  columns: [{ column: "3-4", crossMm: 0 }],
  gears: [
    { gear: "3", column: "3-4", travelMm: -10 },
    { gear: "4", column: "3-4", travelMm: 10 },
  ],
};
const taken = (phase: "before" | "after", ...mm: number[]) =>
  record("reading", {
    jobId: PARENT,
    quantity: "throw",
    phase,
    fromGear: "3",
    toGear: "4",
    values: mm.map((v) => ({ typed: `${v} mm`, base: v })),
    resolution: { typed: "1 mm", base: 1 },
  });
const lever = (claim: number) =>
  record("setup", {
    jobId: PARENT,
    role: "candidate",
    name: "Short lever",
    lever: { knob: { xMm: 0, zMm: 290 }, pin: { xMm: 0, zMm: -68 }, drive: { kind: "direct", axisDeg: 0 }, cross: {} },
    claimedReductionPct: claim,
  });
const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));

describe("Prove", () => {
  it("needs readings before, then the same again", () => {
    const none = show(<ProveStage view={jobView()} edit={fakeEdit()} />);
    expect(says()).toMatch(/^Nothing was measured before/);
    none.unmount();
    show(
      <ProveStage
        view={jobView({ vehicle: { gearbox }, reading: [taken("before", 104, 103, 104, 104)] })}
        edit={fakeEdit()}
      />,
    );
    expect(says()).toMatch(/^Take the same readings again, the same way: throw 3rd to 4th/);
  });

  // 100 to 75 is a quarter; on a tape of 1 mm the claim of 25 is met and one of 40 is not.
  it.each([
    [25, /The claim of 25 % may be met or not/],
    [40, /The claim of 40 % was not met/],
    [10, /The claim of 10 % was met/],
  ])("says whether a claim of %i %% was met", (claim, said) => {
    const chosen = lever(claim);
    const view = jobView({
      vehicle: { gearbox },
      reading: [taken("before", 100, 100, 100, 100), taken("after", 75, 75, 75, 75)],
      setup: [chosen],
      job: { chosenSetupId: chosen.id },
    });
    show(<ProveStage view={view} edit={fakeEdit()} />);
    expect(says()).toMatch(/^25\.0 % shorter from third to fourth, between 24\.3 and 25\.7 %/);
    expect(says()).toMatch(said);
  });

  it("says that a change smaller than its error is not shown", () => {
    const view = jobView({ vehicle: { gearbox }, reading: [taken("before", 100), taken("after", 99.8)] });
    show(<ProveStage view={view} edit={fakeEdit()} />);
    expect(says()).toContain(
      "The throw did not change measurably. 0.2 % shorter from third to fourth is within the measuring error.",
    );
  });

  it("closes the job and opens it again", async () => {
    const edit = fakeEdit();
    const { user, unmount } = show(<ProveStage view={jobView()} edit={edit} />);
    await user.click(screen.getByRole("button", { name: "Close the job" }));
    expect(edit.update.mock.calls[0][3]).toBe("Job closed");
    expect(Date.parse(edit.update.mock.calls[0][2].closedAt)).toBeGreaterThan(0);
    unmount();
    const closed = show(<ProveStage view={jobView({ job: { closedAt: "2026-11-20T08:00:00Z" } })} edit={edit} />);
    await closed.user.click(screen.getByRole("button", { name: "Open the job again" }));
    expect(edit.update.mock.calls[1][2]).toEqual({ closedAt: null, closing: null });
  });

  it("leaves what a choice puts off with the vehicle, once", async () => {
    const edit = fakeEdit();
    const choices = [
      {
        name: "front mount only",
        costs: "as long as it holds",
        leavesOpen: "The lower strut is still the old one.",
        recheckDays: 30,
      },
      { name: "both", costs: "as long as it holds", leavesOpen: "", recheckDays: null },
    ];
    const decided = [{ key: "torqueMount/scope", question: "Which mounts?", choices, choice: "front mount only" }];
    const { user } = show(<ProveStage view={jobView({ job: { decided } })} edit={edit} />);
    await user.click(screen.getByRole("button", { name: "Close the job" }));
    await user.type(await screen.findByRole("textbox", { name: /reason|because/i }), "parts come in spring");
    await user.click(screen.getAllByRole("button", { name: /^Close/ }).at(-1)!);
    const [what, operations] = edit.all.mock.calls[0] as [string, Operation[]];
    expect(what).toBe("Job closed");
    expect(operations).toMatchObject([
      { op: "create", resource: "recheck", data: { note: "Which mounts? front mount only" } },
      { op: "update", resource: "job", data: { stage: "prove" } },
    ]);
  });

  it("marks what went away, and says who is still suspect", async () => {
    const edit = fakeEdit();
    const view = jobView({
      job: { symptoms: { knockBumps: "present", vibIdle: "present" }, symptomsAfter: { knockBumps: "present" } },
    });
    const { user } = show(<ProveStage view={view} edit={edit} />);
    const left = screen.getByRole("region", { name: "After the road test" });
    expect(plainText(left)).toMatch(/, \d+ %, is still suspect/);
    await user.click(screen.getByRole("button", { name: "Shakes at idle: not asked" }));
    expect(edit.update.mock.calls[0][2].symptomsAfter).toEqual({ knockBumps: "present", vibIdle: "present" });
  });
});

describe("the printed record", () => {
  it("holds what was asked, measured, felt and torqued, in both units", async () => {
    const group = record("torqueGroup", {
      jobId: PARENT,
      name: "Tail mount",
      count: 1,
      thread: "M12",
      specTyped: "62 Nm",
      specOrigin: "specified",
    });
    const view = jobView({
      vehicle: { tag: "SI 0724", make: "Ulverin", model: "L12", gearbox },
      job: {
        number: 214,
        complaint: "It shakes.",
        symptoms: { vibIdle: "present", popsOut: "absent" },
        verdict: "Slop gone.",
        roughness: { speedKmh: 70, marks: { roadSpeed: { before: 3, after: 0 } } },
      },
      reading: [taken("before", 100, 100), taken("after", 75, 75)],
      torqueGroup: [group],
    });
    answering(`/api/jobs/${view.job.id}`, { ...Object.fromEntries(jobChildren.map((c) => [c, []])), ...view });
    show(
      <Routes>
        <Route path="/jobs/:jobId/record" element={<RecordPage />} />
      </Routes>,
      { at: `/jobs/${view.job.id}/record` },
    );
    await screen.findByText("What was measured");
    const sheet = plainText(document.querySelector("article"));
    expect(sheet).toContain("25.0 % shorter from third to fourth, between");
    expect(sheet).toContain("100.0 mm (3.94 in)");
    expect(sheet).toContain("Present: shakes at idle.");
    expect(sheet).toContain("Absent: jumps out of gear.");
    expect(sheet).toContain("at one road speed, 70 km/h30");
    expect(sheet).toContain("62.0 N m");
    expect(sheet).toContain("not signed");
    expect(sheet).toContain("Slop gone.");
  });
});

describe("Prove answers the complaint", () => {
  const mm = (v: number) => ({ typed: `${v} mm`, base: v });
  const of = (
    quantity: "freePlayForeAft" | "mountHeight",
    phase: "before" | "after",
    place: string | null,
    ...v: number[]
  ) => record("reading", { jobId: PARENT, quantity, phase, place, values: v.map(mm), resolution: mm(1) });

  it("says of slop whether the target is met, and puts the throw after it", () => {
    const view = jobView({
      vehicle: { gearbox },
      job: { symptoms: { playForeAft: "present", cannotTellNeutral: "present" }, slackTarget: mm(8) },
      reading: [
        taken("before", 100, 100, 100, 100),
        taken("after", 99, 100, 100, 100),
        of("freePlayForeAft", "before", null, 21, 21, 21, 21),
        of("freePlayForeAft", "after", null, 12, 12, 12, 12),
      ],
    });
    show(<ProveStage view={view} edit={fakeEdit()} />);
    expect(says()).toMatch(
      /^Free play fore and aft from 21\.0 to 12\.0 mm\. The target of 8\.0 mm is missed by 4\.0 mm\./,
    );
    expect(says()).toContain("The throw did not change measurably");
  });

  it("says of a shake what is gone and what stays", () => {
    const view = jobView({
      job: {
        symptoms: { vibIdle: "present", knockBumps: "present" },
        roughness: {
          speedKmh: null,
          marks: {
            idleInGear: { before: 3, after: 0 },
            bump: { before: 2, after: 2 },
            overrun: { before: 0, after: 0 },
          },
        },
      },
    });
    show(<ProveStage view={view} edit={fakeEdit()} />);
    expect(says()).toMatch(/^Part of the shake is gone\. Gone: .*from 3 to 0\. Still there: .* still 2\./);
  });

  it("asks before it closes with something open, and keeps the reason", async () => {
    const edit = fakeEdit();
    const view = jobView({
      step: [record("step", { jobId: PARENT, text: "Shield back on" })],
      torqueGroup: [record("torqueGroup", { jobId: PARENT, name: "Tail mount", count: 2, specTyped: "62 Nm" })],
    });
    const { user } = show(<ProveStage view={view} edit={edit} />);
    await user.click(screen.getByRole("button", { name: "Close the job" }));
    expect(edit.update).not.toHaveBeenCalled();
    expect(await screen.findByText("2 bolts are not signed: Tail mount.")).toBeTruthy();
    expect(screen.getByText("1 step is open: Shield back on.")).toBeTruthy();
    const close = screen.getByRole("button", { name: "Close it" });
    expect(close).toHaveProperty("disabled", true);
    await user.type(screen.getByLabelText("Reason for closing it all the same"), "fetched early");
    await user.click(close);
    expect(edit.update.mock.calls[0][2]).toMatchObject({
      closing: {
        open: [
          "2 bolts are not signed: Tail mount",
          "1 torque value has no source: Tail mount",
          "1 step is open: Shield back on",
        ],
        reason: "fetched early",
      },
    });
  });
});
