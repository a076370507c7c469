// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { drawCase, knowledgeFor, seededRandom, shopStandard } from "../../../core";
import { pick, plainText, show, typeInto } from "../../../tests/web/show";
import { RehearseTool } from "./RehearseTool";

const ROD = { shifter: "rod", layout: "northSouth" } as const;
const hidden = (seed: number) => drawCase(shopStandard, ROD, seededRandom(seed));
const faultName = (id: string): string => shopStandard.faults.find((f) => f.id === id)?.label ?? id;
const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));
const it_is = (id: string) => screen.getByRole("button", { name: `It is: ${faultName(id)}` });

describe("rehearsing a diagnosis", () => {
  it("begins with what the driver says and no minutes spent", () => {
    show(<RehearseTool />);
    const present = hidden(1).symptoms.filter((s) => s.present);
    expect(says()).toMatch(present.length ? /^The driver says: / : /^The driver cannot say what is wrong\./);
    expect(says()).toMatch(/0 min so far\.$/);
  });

  it("counts the minutes of each test, and shows what it would show of the hidden fault", async () => {
    const { user } = show(<RehearseTool />);
    const tests = screen.getAllByRole<HTMLButtonElement>("button", { name: /^Do: / });
    const names = tests.slice(0, 2).map((b) => (b.getAttribute("aria-label") ?? "").slice(4));
    const chosen = names.map((n) => knowledgeFor(shopStandard, ROD).tests.find((t) => t.label === n));
    await user.click(tests[0]);
    await user.click(tests[1]);
    expect(says()).toContain(`${chosen.reduce((sum, t) => sum + (t?.minutes ?? 0), 0)} min so far.`);
    expect(tests.slice(0, 3).map((b) => b.disabled)).toEqual([true, true, false]);
    const { truth } = hidden(1);
    const shown = chosen.flatMap((t) => t?.results.map((r) => (truth.get(r) ? "yes" : "no")) ?? []);
    const lines = within(screen.getAllByRole("list")[0]).getAllByRole("listitem").map(plainText);
    expect(lines.filter((l) => /^(yes|no): /.test(l)).map((l) => l.split(":")[0])).toEqual(shown);
  });

  it("says whether the named fault is the one, and what the best order would have cost", async () => {
    const { user } = show(<RehearseTool />);
    const { fault } = hidden(1);
    await user.click(it_is(fault));
    expect(says()).toMatch(new RegExp(`^Found: ${faultName(fault).slice(0, 10)}`));
    expect(says()).toMatch(/You took 0 min; the best order takes \d+ min/);
    expect(screen.getByText("What the best order was")).toBeTruthy();
    // Nothing more can be tried once it is told.
    for (const b of screen.getAllByRole<HTMLButtonElement>("button", { name: /^Do: / })) expect(b.disabled).toBe(true);
  });

  it("does not hide that another was named", async () => {
    const { user } = show(<RehearseTool />);
    const { fault } = hidden(1);
    const wrong = screen
      .getAllByRole("button", { name: /^It is: / })
      .find((b) => b.getAttribute("aria-label") !== `It is: ${faultName(fault)}`);
    if (!wrong) throw new Error("one fault only");
    await user.click(wrong);
    expect(says()).toMatch(new RegExp(`^Not that one\\. It was: ${faultName(fault).slice(0, 10)}`));
  });

  it("is the same case for the same number, and another vehicle begins anew", async () => {
    const { user } = show(<RehearseTool />);
    const first = says();
    await user.click(screen.getByRole("button", { name: "Next case" }));
    expect(screen.getByLabelText<HTMLInputElement>("case").value).toBe("2");
    await user.click(screen.getAllByRole("button", { name: /^Do: / })[0]);
    await typeInto(user, screen.getByLabelText("case"), "1");
    expect(says()).toBe(first);
    await pick(user, "Kind of vehicle", "cable shift, engine east-west");
    expect(says()).toMatch(/0 min so far\.$/);
    await typeInto(user, screen.getByLabelText("case"), "0");
    expect(plainText(screen.getByRole("alert"))).toContain("accepted: a whole number 1 to 10 000");
  });
});
