// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { pick, plainText, show, typeInto } from "../../../tests/web/show";
import { DeskPage } from "./DeskPage";
import { MeasurementTool } from "./MeasurementTool";
import { TorqueTextTool } from "./TorqueTextTool";
import { WhatTurnsTool } from "./WhatTurnsTool";

const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));

describe("desk tools", () => {
  it("are all listed, each with what it answers", () => {
    show(<DeskPage />);
    const links = screen.getAllByRole("link");
    expect(links.length).toBeGreaterThan(12);
    for (const link of links) expect(plainText(link).length).toBeGreaterThan(20);
  });
});

describe("a torque text", () => {
  it.each([
    // NIST SP 811: 1 lbf ft = 1.355 817 948 N m, 1 lbf in = 0.112 984 829 N m, 1 kgf m = 9.806 65 N m.
    ["13 ft-lb", /^17\.63 N m\. That is 13\.00 lb ft/],
    ["103-105 lb ft", /^139\.65 to 142\.36 N m/],
    ["150 in-lb", /^16\.95 N m/],
    ["12 kgf.m", /^117\.68 N m/],
    ["40 Nm + 1/4 turn", /^40\.00 N m, then turn 90° further\. That is 29\.50 lb ft/],
    ["snug", /^Snug: by hand/],
    ["hand tight", /^Hand tight: by hand/],
    ["40 Nx", /^This cannot be read\. At “x”|^This cannot be read\. At “Nx”/],
    ["40", /^This cannot be read\. It ends early/],
  ])("%s is read and said in both units", async (text, said) => {
    const { user } = show(<TorqueTextTool />);
    const field = screen.getByRole("textbox");
    await user.clear(field);
    await user.type(field, text);
    expect(says()).toMatch(said);
  });

  it("emptied, asks for one", async () => {
    const { user } = show(<TorqueTextTool />);
    await user.clear(screen.getByRole("textbox"));
    expect(says()).toBe("Type a torque.");
  });
});

describe("readings before and after", () => {
  // 5 1/4 in and 3 3/4 in on a tape of 1/16 in: 28.6 %, between 27.7 and 29.4 by hand, so 45 % was not met.
  it("say the reduction, its limits, and what becomes of the claim", async () => {
    const { user } = show(<MeasurementTool />, { units: "inch" });
    expect(says()).toMatch(/^Example figures\. 28\.6 % shorter, between 27\.\d and 29\.\d %\. The claim was not met/);
    await typeInto(user, screen.getByLabelText("claim, if any"), "28");
    expect(says()).toContain("The claim may be met or not: it is within the measuring error");
    await typeInto(user, screen.getByLabelText("claim, if any"), "20");
    expect(says()).toContain("The claim was met");
    await typeInto(user, screen.getByLabelText("after 1"), "5 1/4 in");
    expect(says()).toMatch(/within measuring error/);
  });

  it("need one before, and tell the spread of several", async () => {
    const { user } = show(<MeasurementTool />);
    await user.clear(screen.getByLabelText("after 1"));
    await user.tab();
    expect(says()).toMatch(/before\. Enter the readings after/);
    await typeInto(user, screen.getAllByLabelText("one more")[0], "134 mm");
    expect(plainText(screen.getByRole("row", { name: /^readings/ }))).toContain("2");
    for (const label of ["before 2", "before 1"]) {
      await user.clear(screen.getByLabelText(label));
      await user.tab();
    }
    expect(says()).toBe("Enter a reading before.");
  });
});

describe("what turns", () => {
  it("says where two stand at one place, and that they part in another gear", async () => {
    const { user } = show(<WhatTurnsTool />);
    // Direct gear: the prop shaft turns as the engine does.
    expect(says()).toMatch(
      /^Example figures\. The engine’s firing and the prop shaft, second order: both are at 82\.8 Hz/,
    );
    await pick(user, "gear", "5");
    expect(says()).not.toContain("82.8");
    await user.clear(screen.getByLabelText("road speed"));
    await user.tab();
    expect(says()).toBe("Still lacking: a road speed or an engine speed.");
    await typeInto(user, screen.getByLabelText("engine speed"), "750");
    await pick(user, "gear", "out of gear");
    // By hand: 4 / 2 firings per revolution at 750 / 60 = 12.5 Hz is 25.0 Hz.
    expect(plainText(screen.getByRole("row", { name: /the engine’s firing/ }))).toContain("25.0");
    expect(screen.queryByRole("row", { name: /prop shaft/ })).toBeNull();
    await typeInto(user, screen.getByLabelText("cylinders"), "6");
    // By hand: 6 / 2 at 12.5 Hz is 37.5 Hz.
    expect(plainText(screen.getByRole("row", { name: /the engine’s firing/ }))).toContain("37.5");
  });
});
