// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { KitLine, Ledger, TemplateTimes, WearLine } from "../../../domain";
import { pick, plainText, show } from "../../../tests/web/show";
import { Claims } from "./Claims";
import { customerText, ForCustomer } from "./ForCustomer";
import { Minutes } from "./Minutes";
import { Wear } from "./Wear";

// A chart is drawn by a library that measures the page, which is not laid out here.
vi.mock("./WearChart", () => ({ default: () => null }));

const kit = (more: Partial<KitLine> = {}): KitLine => ({
  key: "short",
  name: "Short lever kit",
  maker: "Velkin Linkage Works",
  number: "VL-30",
  claimedPct: 45,
  jobs: [{ jobId: "a", number: 12, pct: 28, standard: 1, effortFactor: 1.4, cameBack: false }],
  measured: { pct: 28.4, standard: 0.6, low: 27.2, high: 29.6 },
  effortFactor: 1.38,
  cameBack: 1,
  verdict: "not kept",
  ...more,
});
const ledger = (kits: KitLine[], average: Ledger["average"] = null): Ledger => ({ kits, average, kept: 0 });

describe("the claims of kits", () => {
  it("are none where no kit was measured", () => {
    show(<Claims ledger={ledger([])} />);
    expect(plainText(screen.getByRole("region", { name: "Claims" }))).toContain(
      "No closed job has a kit with a claim and the throw taped before and after.",
    );
  });

  it("stand beside what was measured, with its doubt, the effort, and whether they were kept", () => {
    const two = [
      kit(),
      kit({ key: "b", name: "Adjustable", claimedPct: 25, effortFactor: null, cameBack: 0, verdict: "kept" }),
    ];
    show(<Claims ledger={ledger(two, { claimedPct: 35, pct: 28.4, standard: 0.5, jobs: 3 })} />);
    const rows = screen.getAllByRole("row").map(plainText);
    expect(rows).toHaveLength(4);
    // Twice the standard uncertainty: about 95 %, as GUM has it.
    expect(rows[1]).toBe("Short lever kitVelkin Linkage Works VL-3014528.4 ±1.2×1.381not kept");
    expect(rows[2]).toMatch(/2528\.4 ±1\.2kept$/);
    expect(rows[3]).toMatch(/^Average of 2 kits33528\.4 ±1\.0$/);
    expect(screen.getAllByRole("img", { name: /^claimed 45 %, measured 28\.4 %, 27\.2 to 29\.6 %$/ })).toHaveLength(1);
  });

  it("of a single kit need no average", () => {
    show(<Claims ledger={ledger([kit()], { claimedPct: 45, pct: 28.4, standard: 0.6, jobs: 1 })} />);
    expect(screen.queryByText(/^Average/)).toBeNull();
  });
});

describe("what the next customer is told", () => {
  it("is a sentence for each kit, with its range and the effort", () => {
    expect(customerText(ledger([kit()])).replace(/[\u202f\u00a0]/g, " ")).toBe(
      "Short lever kit by Velkin Linkage Works: the maker says 45 % shorter; we measured 28 % (27 to 30 %) on one vehicle. It takes about 1.4 times the effort.",
    );
    const even = kit({ maker: "", measured: { pct: 28, standard: 0.1, low: 27.8, high: 28.2 }, effortFactor: null });
    expect(customerText(ledger([even])).replace(/[\u202f\u00a0]/g, " ")).toBe(
      "Short lever kit: the maker says 45 % shorter; we measured 28 % (28 %) on one vehicle.",
    );
  });

  it("is copied as it stands", async () => {
    const { user } = show(<ForCustomer ledger={ledger([kit()])} onClose={() => undefined} />);
    const shown = (await screen.findByLabelText<HTMLTextAreaElement>("Text for the customer")).value;
    await user.click(screen.getByRole("button", { name: "Copy the text" }));
    expect(await navigator.clipboard.readText()).toBe(shown);
    expect(await screen.findByRole("button", { name: "Copied" })).toBeTruthy();
  });
});

const wear = (more: Partial<WearLine> = {}): WearLine =>
  ({
    key: "bush",
    kind: "Skarvane P2",
    what: { joint: "Cable-end bush" },
    unit: "length",
    limit: 1.5,
    points: [1, 2, 3, 4].map((n) => ({ km: n * 30_000, worn: n * 0.3, jobId: String(n) })),
    vehicles: 3,
    trend: { reaches: { km: 143_400, low: 128_600, high: 171_200 } },
    ...more,
  }) as WearLine;

describe("wear over distance", () => {
  const said = (): string => plainText(screen.getAllByRole("status").at(-1)!);

  it("says at what distance the limit is reached, to whole thousands and with a range", () => {
    show(<Wear lines={[wear()]} />);
    expect(said()).toBe(
      "It reaches 1.5 mm at about 143 000 km, 95 % range 129 000 to 171 000 km; 4 readings, 3 vehicles.",
    );
  });

  it("gives no figure from too few readings, nor where it does not rise surely", () => {
    const few = show(<Wear lines={[wear({ points: wear().points.slice(0, 2) })]} />);
    expect(said()).toBe("No figure from fewer than three readings: 2 readings, 3 vehicles.");
    few.unmount();
    show(<Wear lines={[wear({ trend: null })]} />);
    expect(said()).toMatch(/^It cannot be said yet when it reaches 1\.5 mm: it does not rise surely\./);
  });

  it("of another thing is a tap away, named by what it is", async () => {
    const others = [
      wear(),
      wear({ key: "t", what: { torque: "Flange" }, unit: "torque", limit: 3 }),
      wear({ key: "h", what: { quantity: "mountHeight", place: "Tail" } as WearLine["what"], trend: null }),
    ];
    const { user } = show(<Wear lines={others} />);
    const list = within(screen.getByRole("list", { name: "Other wear" }));
    expect(list.getAllByRole("button").map((b) => b.getAttribute("aria-pressed"))).toEqual(["true", "false", "false"]);
    await user.click(list.getByRole("button", { name: /^Flange, torque lost/ }));
    expect(said()).toMatch(/^It reaches 3\.0 N m at about 143/);
    await user.click(list.getByRole("button", { name: /^Tail, height lost/ }));
    expect(said()).toMatch(/^It cannot be said yet/);
    expect(list.getByRole("button", { name: /^Tail/ }).getAttribute("aria-pressed")).toBe("true");
  });
});

describe("minutes of steps", () => {
  const times = (more: Partial<TemplateTimes> = {}): TemplateTimes => ({
    id: "tailMount",
    title: "Tail mount",
    jobs: 3,
    planned: 25,
    actual: 40,
    steps: [
      { id: "up", text: "Support the gearbox", planned: 10, actual: { median: 9, least: 7, most: 12 } },
      { id: "out", text: "Mount out", planned: 15, actual: { median: 31, least: 20, most: 44 } },
      { id: "road", text: "Road test", planned: 20, actual: null },
    ] as TemplateTimes["steps"],
    ...more,
  });

  it("are none where nothing was timed", () => {
    show(<Minutes times={[]} />);
    expect(screen.getByText("No closed job was timed in the bay yet.")).toBeTruthy();
  });

  it("stand planned beside actual, those a quarter over marked, untimed ones left out", () => {
    show(<Minutes times={[times()]} />);
    const rows = screen.getAllByRole("row");
    expect(rows.map(plainText).slice(1)).toEqual(["Support the gearbox109", "Mount out1531", "All timed steps2540"]);
    expect(screen.getByRole("img", { name: "20 to 44 minutes, median 31" })).toBeTruthy();
    // 31 of 15 is over, 9 of 10 is not.
    expect(rows[2].querySelector(".och")).not.toBeNull();
    expect(rows[1].querySelector(".och")).toBeNull();
  });

  it("of another template are chosen by its name", async () => {
    const { user } = show(<Minutes times={[times(), times({ id: "b", title: "Bushes", jobs: 1, steps: [] })]} />);
    await pick(user, "template", "Bushes (1)");
    expect(screen.queryByText("Mount out")).toBeNull();
  });
});
