// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { JobView, Operation } from "../../../contract";
import { exampleSetups, STANDARD_CHAINS } from "../../../domain";
import { fakeEdit, jobView, PARENT, plainText, record, shopSays, show, typeInto } from "../../../tests/web/show";
import { SlackChain } from "./SlackChain";

const mm = (v: number) => ({ typed: `${v} mm`, base: v });
const [old, short] = exampleSetups("rod");
const setup = (s: typeof old) =>
  record("setup", { jobId: PARENT, role: s.role, name: s.name, lever: s.lever, pivot: s.pivot });
const joint = (name: string, play: number, more: object = {}) =>
  record("joint", { jobId: PARENT, name, at: "pin", play: mm(play), newPlay: mm(0.1), origin: "measured", ...more });

const shown = (view: JobView) => {
  const edit = fakeEdit();
  return { edit, view, ...show(<SlackChain view={view} edit={edit} tabs={<span>tabs</span>} />) };
};
const answer = () => plainText(screen.getByRole("region", { name: "Answer" }));
const operations = (edit: ReturnType<typeof fakeEdit>): Operation[] => edit.all.mock.calls.at(-1)?.[1] as Operation[];

describe("a chain of which no joint is listed", () => {
  it("asks for them, and begins with the usual ones as the shop grades play", async () => {
    shopSays({ grades: { new: 0.05, slight: 0.3, worn: 0.7, gone: 1.5 } });
    const { user, edit } = shown(jobView({ vehicle: { shifterKind: "rod" } }));
    expect(answer()).toContain("Which joint makes the slop?");
    await user.click(await screen.findByRole("button", { name: /Begin with the usual joints/ }));
    const made = operations(edit).map((o) => (o.op === "create" ? o.data : {}));
    expect(made.map((d) => d.name)).toEqual(STANDARD_CHAINS.rod.map((j) => j.name));
    expect(new Set(made.map((d) => d.origin))).toEqual(new Set(["estimated"]));
  });
});

describe("a chain", () => {
  const pin = joint("Pin bush", 0.8, { cost: 12, minutes: 20, part: "Bush kit" });
  const carrier = joint("Carrier bush", 0.5, { cost: 30, minutes: 60 });
  const knob = joint("Knob thread", 0.1);
  const cross = joint("Pivot, sideways", 0.3, { direction: "cross" });
  const play = record("reading", { jobId: PARENT, quantity: "freePlayForeAft", phase: "before", values: [mm(9)] });
  const view = (more: Parameters<typeof jobView>[0] = {}) =>
    jobView({
      vehicle: { shifterKind: "rod" },
      setup: [setup(old)],
      joint: [pin, carrier, knob, cross],
      reading: [play],
      ...more,
    });

  it("shows the joints of one direction, and the other's at a tap", async () => {
    const { user } = shown(view());
    const list = () => plainText(screen.getByRole("region", { name: "Joints" }));
    expect(list()).toContain("Pin bush");
    expect(list()).not.toContain("Pivot, sideways");
    await user.click(screen.getByRole("button", { name: "sideways" }));
    expect(list()).toContain("Pivot, sideways");
    expect(list()).not.toContain("Pin bush");
  });

  it("holds the sum against what was measured", () => {
    shown(view());
    const table = plainText(document.querySelector("table.ledger"));
    expect(table).toMatch(/measured\s*9\.0/);
    expect(table).toContain("not explained");
    // By hand: 1.4 mm of play, the example's ratio of 312 over 60 at the knob.
    const sum = (1.4 * Math.hypot(old.lever.knob.xMm, old.lever.knob.zMm)) / Math.abs(old.lever.pin.zMm);
    expect(table).toContain(sum.toFixed(1));
  });

  it("without a lever says that a usual gain is taken", () => {
    shown(view({ setup: [] }));
    expect(plainText(document.body)).toContain("No lever is on the bench: a usual gain of 5 is taken.");
  });

  it("with a lever chosen says what the same joints come to with it", () => {
    const chosen = setup(short);
    shown(view({ setup: [setup(old), chosen], job: { chosenSetupId: chosen.id } }));
    expect(plainText(document.querySelector("table.ledger"))).toContain(`the same joints with ${short.name}`);
  });

  it("takes a target as a length or as a part of the throw, the one in place of the other", async () => {
    const { user, edit, view: v } = shown(view());
    await typeInto(user, screen.getByLabelText("target play"), "4 mm");
    expect(edit.update).toHaveBeenLastCalledWith(
      "job",
      v.job,
      { slackTarget: { typed: "4 mm", base: 4 }, slackTargetPct: null },
      "Target play 4 mm",
    );
    await typeInto(user, screen.getByLabelText("part of the throw"), "6");
    expect(edit.update.mock.calls.at(-1)?.[2]).toEqual({ slackTargetPct: 6, slackTarget: null });
    await typeInto(user, screen.getByLabelText("part of the throw"), "600");
    expect(plainText(screen.getByRole("alert"))).toContain("accepted: 0 to 100 %");
  });

  it("of a part of the throw asks for the throw first", () => {
    shown(view({ job: { slackTargetPct: 5 } }));
    expect(plainText(document.body)).toContain("measure the throw first");
  });

  it("puts the cheapest set on the plan once, each part with its price", async () => {
    const { user, edit } = shown(view({ job: { slackTarget: mm(6) } }));
    await user.click(screen.getByRole("button", { name: "Put this set on the plan" }));
    const made = operations(edit).map((o) => (o.op === "create" ? [o.resource, o.data.name ?? o.data.text] : []));
    expect(made).toEqual([
      ["part", "Bush kit"],
      ["step", "Replace: Bush kit"],
    ]);
    expect((operations(edit)[0] as { data: object }).data).toMatchObject({ price: 12, position: 1 });
  });

  it("that is on the plan already says so", () => {
    const had = view({
      job: { slackTarget: mm(6) },
      part: [record("part", { jobId: PARENT, name: "Bush kit" })],
      step: [record("step", { jobId: PARENT, text: "Replace: Bush kit" })],
    });
    shown(had);
    const key = screen.getByRole("button", { name: "This set is on the plan" }) as HTMLButtonElement;
    expect(key.disabled).toBe(true);
  });

  it("takes a further joint, with the play the shop calls slight", async () => {
    const { user, edit } = shown(view());
    const joints = screen.getByRole("region", { name: "Joints" });
    await typeInto(user, within(joints).getByLabelText("Add a joint: which one"), "Rod end");
    expect(edit.create.mock.calls[0].slice(0, 2)).toMatchObject([
      "joint",
      { name: "Rod end", direction: "foreAft", play: { base: 0.2 }, position: 1 },
    ]);
  });
});
