// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { slack, type SlackInput } from "../../../core";
import { fakeEdit, PARENT, pick, plainText, record, show, typeInto } from "../../../tests/web/show";
import { USUAL_GRADES } from "../../../domain";
import { ChainSentence } from "./ChainSentence";
import { JointRow } from "./JointRow";

const joint = (name: string, at: "knob" | "pin" | "selectorJoint", play: number, data: object = {}) =>
  record("joint", {
    jobId: PARENT,
    name,
    at,
    play: { typed: `${play} mm`, base: play },
    newPlay: { typed: "0.1 mm", base: 0.1 },
    origin: "measured",
    ...data,
  });

const joints = [joint("Knob thread", "knob", 0.2), joint("Pin bush", "pin", 0.8, { cost: 12, minutes: 20 })];

/** A lever of 300 over 60: the pin shows five times, the pivot six times at the knob, the knob itself once. */
const solved = (over: Partial<SlackInput> = {}) =>
  slack({
    lever: { knob: { xMm: 0, zMm: 300 }, pin: { xMm: 0, zMm: -60 }, drive: { kind: "direct", axisDeg: 0 }, cross: {} },
    joints: joints.map((j) => ({
      id: j.id,
      name: j.name,
      at: j.at,
      direction: "foreAft",
      playMm: j.play.base,
      newPlayMm: 0.1,
      minutes: j.minutes,
      ...(j.cost !== null && { cost: j.cost }),
    })),
    measured: {},
    planDirection: "foreAft",
    ...over,
  });

describe("a joint of the chain", () => {
  const row = (j = joints[1], edit = fakeEdit()) => ({
    edit,
    ...show(
      <ul>
        <JointRow
          index={1}
          joint={j}
          answer={solved()}
          planned={null}
          edit={edit}
          currency="crowns"
          grades={USUAL_GRADES}
        />
      </ul>,
    ),
  });

  it("shows its play times its ratio at the knob", () => {
    row();
    // 300 / 60 = 5; 0.8 mm of play show as 4.0 mm.
    expect(plainText(document.body)).toContain("shows ×5.00");
    expect(plainText(document.querySelector(".fig"))).toContain("4.0");
  });

  it("takes a measured play, or how it feels as an estimate", async () => {
    const { user, edit } = row();
    await typeInto(user, screen.getByLabelText("play"), "1.1 mm");
    expect(edit.update.mock.calls[0][2]).toEqual({ play: { typed: "1.1 mm", base: 1.1 }, origin: "measured" });
    await user.click(screen.getByRole("button", { name: /^Pin bush/ }));
    await pick(user, "feels", "gone, 1.20 mm");
    expect(edit.update.mock.calls[1][2]).toEqual({ play: { typed: "1.2 mm", base: 1.2 }, origin: "estimated" });
    await typeInto(user, screen.getByLabelText("play"), "80 mm");
    expect(plainText(screen.getByRole("alert"))).toContain("accepted: 0.0 mm to 50.0 mm");
    await user.click(screen.getByRole("switch", { name: "Pin bush as new" }));
    expect(edit.update.mock.calls[2][2]).toEqual({ tryNew: true });
    await user.click(screen.getByRole("button", { name: "Remove from the chain" }));
    expect(edit.remove).toHaveBeenCalledWith("joint", joints[1], "Pin bush out of the chain");
  });
});

/** What the chain's sentence says of an answer. */
function said(
  answer: ReturnType<typeof solved>,
  { planned = answer, of = joints, lever = null }: { planned?: typeof answer; of?: typeof joints; lever?: Bought } = {},
): string {
  const { container, unmount } = show(
    <ChainSentence answer={answer} planned={planned} direction="foreAft" joints={of} lever={lever} currency="crowns" />,
  );
  const text = plainText(container);
  unmount();
  return text;
}

type Bought = Parameters<typeof ChainSentence>[0]["lever"];

describe("the chain's sentence", () => {
  it("names the joint that makes most of it", () => {
    expect(said(solved())).toMatch(/^Pin bush makes most of it: 4\.0 of 4\.2 mm at the knob/);
  });
  it("calls nothing most of it that is not more than half, and says what nobody measured", () => {
    const guessed = [
      joint("Knob thread", "knob", 3, { origin: "estimated" }),
      joint("Pin bush", "pin", 0.5),
      joint("Selector joint", "selectorJoint", 0.5),
    ];
    const answer = solved({
      joints: guessed.map((j) => ({
        id: j.id,
        name: j.name,
        at: j.at,
        direction: "foreAft" as const,
        playMm: j.play.base,
        minutes: 0,
      })),
      measured: { foreAftMm: 20 },
    });
    const text = said(answer, { of: guessed });
    // 3.0 of 3.0 + 5 x 0.5 + 5 x 0.5 is not more than half.
    expect(text).toMatch(/Estimated: one joint is not measured\. Knob thread has the largest share: 3\.0 of 8\.0 mm/);
    expect(text).toContain("12.0 mm of the measured 20.0 is not explained: measure the joints");
  });
  it("keeps what the chosen lever does apart from what the parts do, prices too", () => {
    const planned = { ...solved({ targetMm: 1 }) };
    const withLever = { ...planned, foreAft: { ...planned.foreAft, worstCaseMm: 3 } };
    expect(said(solved({ targetMm: 1 }), { planned: withLever, lever: { name: "Short lever", price: 74 } })).toMatch(
      /^Replace .*: 3\.0 to 0\.7 mm at the knob for 12\.00 crowns, 20 min\. Short lever alone takes 4\.2 to 3\.0 mm for 74\.00 crowns\./,
    );
  });
  it("says that a joint is missing where the measured slop is more than the listed joints make", () => {
    // 20 measured, 4.2 listed.
    expect(said(solved({ measured: { foreAftMm: 20 } }))).toMatch(
      /15\.8 mm of the measured 20\.0 is not explained: a joint is missing from the list/,
    );
  });
});

describe("what is worth replacing", () => {
  it("is said with what it brings, costs and takes", () => {
    // The pin new: 0.2 + 5 x 0.1.
    expect(said(solved({ targetMm: 1 }))).toMatch(/^Replace .*4\.2 to 0\.7 mm at the knob for 12\.00 crowns, 20 min/);
  });
  it("is nothing where the play is small enough, and not enough where no part will do", () => {
    expect(said(solved({ targetMm: 5 }))).toMatch(/^Nothing to replace: the play is 4\.2 mm already/);
    expect(said(solved({ targetMm: 0.3 }))).toMatch(/^Not with these parts: the least that can be reached is 0\.7 mm/);
  });
});
