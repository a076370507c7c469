// @vitest-environment jsdom
import { cleanup, screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { LeverAnswer } from "../../../core";
import {
  clearanceOf,
  DEFAULT_LIMITS,
  howSure,
  solveBench,
  USUAL_BODY,
  type BenchSetup,
  type Surroundings,
} from "../../../domain";
import { FOUR_GEARS, onBench, straightLever, throwOf34 } from "../../../tests/domain/records";
import { plainText, show } from "../../../tests/web/show";
import { unmeasuredText } from "./doubts";
import { FitKey } from "./FitKey";
import { GearPad, seatsOf } from "./GearPad";
import { HowSure } from "./HowSure";
import { LateLedger, type LedgerProps } from "./Ledger";
import { RearView } from "./RearView";
import { Working } from "./Working";

const PAIR = { from: "3", to: "4" };
const old = onBench();
const short = onBench({ id: "short", role: "candidate", name: "Short lever", lever: straightLever(300, 80) });
const rod = (pinMm: number): BenchSetup["lever"] =>
  straightLever(300, pinMm, { kind: "rod", joint: { xMm: 200, zMm: -60 }, axisDeg: 0 });

/** Both levers worked out, as the bench does. */
function solved(one: BenchSetup, two: BenchSetup | null) {
  const { levers, compared } = solveBench(FOUR_GEARS, two ? [one, two] : [one], DEFAULT_LIMITS);
  return {
    oldLever: levers.get(one.id),
    lever: two ? levers.get(two.id) : undefined,
    compared: compared?.find((c) => c.name === two?.id),
  };
}
const leverOf = (setup: BenchSetup): LeverAnswer => {
  const { oldLever } = solved(setup, null);
  if (!oldLever) throw new Error(`${setup.name} cannot be computed`);
  return oldLever;
};

/** The ledger, read row by row: name, old, candidate, difference. */
function ledger(one: BenchSetup, two: BenchSetup | null, more: Partial<LedgerProps> = {}, units?: "inch") {
  show(
    <LateLedger
      old={one}
      candidate={two}
      {...solved(one, two)}
      pair={PAIR}
      taped={() => null}
      tapedAfter={() => null}
      surroundings={{ hand: null, old: null, candidate: null }}
      gearbox={FOUR_GEARS}
      {...more}
    />,
    { units },
  );
  const rows = screen.getAllByRole("row").map((r) => [...r.querySelectorAll("td, th")].map(plainText));
  return {
    heads: rows[0],
    row: (name: string): string[] => rows.find(([first]) => first === name)?.slice(1) ?? [],
    names: rows.map(([first]) => first),
  };
}

describe("the ledger of the bench", () => {
  // A direct lever throws 2 H s / L: 2 x 300 x 10 / 60 = 100 mm; over 80 it is 75 mm, at 80/60 of the effort.
  it("lays old and candidate side by side, with what each figure became", () => {
    const { heads, row } = ledger(old, short);
    expect(heads).toEqual(["mm unless said", "old", "candidate", "difference"]);
    expect(row("3rd to 4th")).toEqual(["100.0", "75.0", "−25.0 %"]);
    expect(row("effort")).toEqual(["1.00", "1.33", "×1.33"]);
    expect(row("lever ratio")).toEqual(["5.00", "3.75", ""]);
    expect(row("knob above pivot")).toEqual(["300.0", "300.0", "0.0"]);
    expect(row("pin from pivot")).toEqual(["60.0", "80.0", "+20.0"]);
  });

  it("has one column of figures where there is no candidate", () => {
    const { heads, row } = ledger(old, null);
    expect(heads.slice(1)).toEqual(["old", "", ""]);
    expect(row("3rd to 4th")).toEqual(["100.0", "", ""]);
  });

  it("puts the tape under what was computed, and counts the difference from it", () => {
    const reading = throwOf34([96, 96]);
    const taped = (meanMm: number, expandedMm: number) => (from: string) =>
      from === "3" ? { meanMm, expandedMm, reading } : null;
    const { row } = ledger(old, short, { taped: taped(96, 1.2), tapedAfter: taped(72, 1.2) });
    expect(row("by tape, ±1.2")).toEqual(["96.0", "72.0", "−25.0 %"]);
  });

  it("says of a reading that is still to take", () => {
    const { row } = ledger(old, short);
    expect(row("by tape")).toEqual(["to take", "to take", ""]);
  });

  it("holds the claim against what was computed, and not where nothing was claimed", () => {
    expect(ledger(old, short).names).not.toContain("Claim against computed");
    cleanup();
    const { row } = ledger(old, { ...short, claimedReductionPct: 45 });
    expect(row("shorter by, %")).toEqual(["45.0", "25.0", "−20.0"]);
  });

  it("counts a candidate that stands elsewhere by where it stands", () => {
    const raised = { ...short, pivot: { xMm: 12, zMm: -30 } };
    const { row } = ledger(old, raised);
    expect(row("knob, pivot counted")).toEqual(["", "−30.0", "up"]);
    // Twelve forward is twelve less back.
    expect(row("knob farther back")).toEqual(["", "−12.0", ""]);
    cleanup();
    expect(ledger(old, { ...raised, pivot: { xMm: 0, zMm: 0 } }).row("knob, pivot counted")).toEqual([]);
  });

  it("says how long a rod must be, and at what angle it pushes least", () => {
    const one = { ...old, lever: rod(60) };
    const two = { ...short, lever: rod(80) };
    const { row } = ledger(one, two);
    // Pin at (0, -60), joint at (200, -60): the old rod is 200 long, the new one the root of 200 and 20 squared.
    expect(row("rod, pin to joint")).toEqual(["200.0", "201.0", "+1.0"]);
  });

  it("lists the gap to each thing nearby, the least one marked, and where the hand rests", () => {
    const near: Surroundings = {
      obstacles: [{ name: "tube", kind: "circle", xMm: 0, zMm: -140, radiusMm: 20 }],
      body: USUAL_BODY,
      hand: { xMm: 30, zMm: 320 },
    };
    const { row } = ledger(old, short, {
      surroundings: {
        hand: near.hand,
        old: clearanceOf(FOUR_GEARS, old, near),
        candidate: clearanceOf(FOUR_GEARS, short, near),
      },
    });
    const [was, is, gear] = row("tube");
    // The pin is 20 mm deeper: so much nearer, wherever it stands.
    expect(Number(was) - Number(is)).toBeCloseTo(20, 0);
    expect(gear).toMatch(/neutral|\dth|\drd|\dst|\dnd/);
    expect(row("hand above knob")).toEqual(["20.0", "20.0", "spacer"]);
    expect(row("hand, back")).toEqual(["−30.0", "−30.0", ""]);
  });

  it("counts in inches where the shop does", () => {
    const { heads, row } = ledger(old, short, {}, "inch");
    expect(heads[0]).toBe("in unless said");
    expect(row("3rd to 4th")).toEqual(["3.937", "2.953", "−25.0 %"]);
  });

  it("says none where the lever does not reach a gear", () => {
    const { row } = ledger(old, { ...short, lever: straightLever(300, 8) });
    expect(row("3rd to 4th").slice(0, 2)).toEqual(["100.0", "none"]);
    expect(row("effort")[1]).toBe("0.13");
  });
});

describe("how sure a comparison is", () => {
  const shown = (candidate: BenchSetup, one: BenchSetup = old): string => {
    const found = howSure(FOUR_GEARS, one, candidate, PAIR, false);
    if (!found) throw new Error("nothing to say");
    const { unmount } = show(<HowSure sure={{ ...found, old: one, candidate }} />);
    const text = plainText(screen.getByRole("region", { name: "How sure" }));
    unmount();
    return text;
  };

  it("gives the range, and the measure that is worth taking again", () => {
    const text = shown(short);
    const [, value, low, high] = /(\d+) % shorter, (\d+) to (\d+)\./.exec(text) ?? [];
    expect(value).toBe("25");
    expect(Number(low)).toBeLessThan(25);
    expect(Number(high)).toBeGreaterThan(25);
    expect(text).toMatch(/Most of the doubt: (pin|knob) of .* \(.*assumed\)\. Taken twice as well, it is ±/);
  });

  it("gets surer where the points were taken with a calliper", () => {
    const doubt = (how: "calliper" | "byEye"): [number, string] => {
      const taken = { knob: how, pin: how };
      const text = shown({ ...short, taken }, { ...old, taken });
      return [Number(/in place of ±(\d+\.\d)/.exec(text)?.[1]), text];
    };
    const [fine, text] = doubt("calliper");
    expect(fine).toBeLessThan(doubt("byEye")[0] / 5);
    expect(text).not.toContain("calliper, assumed");
    // So narrow a range is told in tenths: "25 to 25" would say nothing.
    expect(text).toMatch(/25\.0 % shorter, 24\.\d to 25\.\d\./);
  });

  it("says of a claim whether it can be judged", () => {
    expect(shown({ ...short, claimedReductionPct: 25 })).toContain("The claim of 25 %: could be either.");
    expect(shown({ ...short, claimedReductionPct: 60 })).toMatch(/The claim of 60 % is /);
  });

  it("turns the range round for a lever that throws longer", () => {
    const longer = onBench({ id: "long", role: "candidate", name: "Long lever", lever: straightLever(300, 50) });
    const [, value, low, high] = /(\d+) % longer, (\d+) to (\d+)\./.exec(shown(longer)) ?? [];
    expect(Number(low)).toBeLessThanOrEqual(Number(value));
    expect(Number(high)).toBeGreaterThanOrEqual(Number(value));
  });
});

describe("the gate", () => {
  it("is put in gear by tap and by keyboard, the present one pressed", async () => {
    const onGear = vi.fn();
    const { user } = show(<GearPad {...seatsOf(FOUR_GEARS, leverOf(old))} gear="3" onGear={onGear} />);
    const pad = within(screen.getByRole("group", { name: "Put the lever in gear" }));
    expect(pad.getAllByRole("button").map((b) => b.getAttribute("aria-label"))).toEqual([
      "1st",
      "2nd",
      "3rd",
      "4th",
      "neutral",
    ]);
    expect(pad.getByRole("button", { name: "3rd" }).getAttribute("aria-pressed")).toBe("true");
    await user.click(pad.getByRole("button", { name: "2nd" }));
    pad.getByRole("button", { name: "neutral" }).focus();
    await user.keyboard("{Enter}");
    pad.getByRole("button", { name: "4th" }).focus();
    await user.keyboard(" x");
    expect(onGear.mock.calls.map(([g]) => g as unknown)).toEqual(["2", null, "4"]);
  });

  it("has no two gears in one seat, and every seat on the pad", () => {
    const crowded = {
      columns: [{ column: "all", crossMm: 0 }],
      gears: ["1", "2", "3", "4"].map((gear) => ({ gear, column: "all", travelMm: -10 })),
    };
    for (const box of [FOUR_GEARS, crowded]) {
      const { seats } = seatsOf(box, undefined);
      expect(new Set(seats.map((s) => `${s.x} ${s.y}`)).size).toBe(seats.length);
    }
  });
});

describe("the lever from behind", () => {
  it("says in words how far the knob goes sideways in each gate", () => {
    show(<RearView gearbox={FOUR_GEARS} setup={old} lever={leverOf(old)} gear="1" />);
    const label = plainText({ textContent: screen.getByRole("img").getAttribute("aria-label") } as Element);
    // 6 mm at a pin 60 mm from the pivot is 30 mm at a knob of 300 mm, the other way.
    expect(label).toMatch(/^From behind: .*gate 1-2, knob 30\.0 mm left/);
    expect(screen.getByText("in 1st; left is left")).toBeTruthy();
  });
});

describe("the working", () => {
  it("shows formula, source and each gear’s figures", () => {
    show(<Working setup={old} lever={leverOf(old)} />);
    const text = plainText(document.querySelector(".working"));
    expect(text).toContain("2 × knob height × travel ÷ pin depth");
    const rows = screen
      .getAllByRole("row")
      .slice(1)
      .map((r) => [...r.querySelectorAll("td")].map(plainText));
    expect(rows.map((r) => r[0])).toEqual(["1st", "2nd", "3rd", "4th"]);
    // The knob goes 50 mm forward, leaning asin(50 / 300) = 9.594 degrees: a chord of 600 sin(4.797) = 50.18 mm.
    expect(rows[3].slice(1, 3)).toEqual(["10.00 mm", "9.594"]);
    expect([rows[3][3].replace("−", ""), rows[3][6]]).toEqual(["50.00", "50.18"]);
  });

  it("says why a gear has no figures", () => {
    const tiny = { ...old, lever: straightLever(300, 8) };
    show(<Working setup={tiny} lever={leverOf(tiny)} />);
    const last = screen.getAllByRole("row").at(-1);
    expect(last?.querySelectorAll("td")).toHaveLength(3);
    expect(plainText(last?.querySelector(".brk") ?? null)).not.toBe("");
  });
});

describe("the key that decides", () => {
  it("fits at once where nothing speaks against it, and for a reason where something does", async () => {
    const onFit = vi.fn();
    const clean = show(<FitKey name="a" label="Fit it" doubtful={false} doubts={() => []} onFit={onFit} />);
    await clean.user.click(screen.getByRole("button", { name: "Fit it" }));
    expect(onFit).toHaveBeenLastCalledWith("");
    clean.unmount();
    const { user } = show(
      <FitKey name="a" label="Fit it" doubtful doubts={() => ["it touches the tube in second"]} onFit={onFit} />,
    );
    await user.click(screen.getByRole("button", { name: "Fit it all the same" }));
    const dialog = within(await screen.findByRole("dialog", { name: "Fit it all the same?" }));
    expect(dialog.getByText("It touches the tube in second.")).toBeTruthy();
    const done = dialog.getByRole<HTMLButtonElement>("button", { name: "Fit it for this reason" });
    expect(done.disabled).toBe(true);
    await user.type(dialog.getByLabelText("Why it is fitted all the same"), "  tube is moved  ");
    await user.click(done);
    expect(onFit).toHaveBeenLastCalledWith("tube is moved");
    expect(onFit).toHaveBeenCalledTimes(2);
  });

  it("asks before a lever is fitted that nobody measured, though nothing speaks against it", async () => {
    const onFit = vi.fn();
    const says = unmeasuredText({ origin: "estimated", name: "Lever 2" }) ?? "";
    const { user } = show(
      <FitKey name="b" label="Fit it" doubtful={false} unmeasured doubts={() => [says]} onFit={onFit} />,
    );
    await user.click(screen.getByRole("button", { name: "Fit it" }));
    const dialog = within(await screen.findByRole("dialog", { name: "Fit it without measuring it?" }));
    expect(dialog.getByText("Nobody has measured Lever 2: its figures are an estimate.")).toBeTruthy();
    expect(onFit).not.toHaveBeenCalled();
    await user.type(dialog.getByLabelText("Why it is fitted all the same"), "ordered, it comes on Friday");
    await user.click(dialog.getByRole("button", { name: "Fit it for this reason" }));
    expect(onFit).toHaveBeenCalledWith("ordered, it comes on Friday");
    expect(
      ["measured", "calculated", "claimed", "specified"].map((o) =>
        unmeasuredText({ origin: o as "measured", name: "A" }),
      ),
    ).toEqual([null, null, null, null]);
  });
});
