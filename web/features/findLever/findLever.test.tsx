// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { answerWish, exampleGearbox, exampleSetups, type Wish } from "../../../domain";
import type { DesignInput } from "../../../core";
import { answering, fakeEdit, jobView, PARENT, plainText, record, show } from "../../../tests/web/show";
import { FindLever } from "./FindLever";

const known = vi.hoisted(() => new Map<string, unknown>());
vi.mock("../../worker", () => ({
  useTask: (_name: string, asked: { map: DesignInput; wish: Wish } | null) => {
    const key = JSON.stringify(asked);
    const last = known.get(key) ?? (asked && answerWish(asked.map, asked.wish));
    known.set(key, last);
    return { last, result: { state: last ? "answered" : "none" }, task: null };
  },
}));

const [old] = exampleSetups("rod");
const lever = record("setup", { jobId: PARENT, role: "old", name: "Old", lever: old.lever });
const view = (reductionPct = 20, maxEffortFactor = 2) =>
  jobView({
    job: { wish: { reductionPct, limits: { maxEffortFactor } } },
    vehicle: { gearbox: exampleGearbox("rod"), shifterKind: "rod" },
    setup: [lever],
  });
const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));
const type = (label: string | RegExp, text: string): void => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
};

const kit = (name: string, pin: number, knob: number) =>
  record("kit", { name, pin: { xMm: 0, zMm: pin }, knob: { xMm: 0, zMm: knob }, claimedReductionPct: 40, price: 90 });
beforeEach(() => answering("/api/workshop", { templates: [], stock: [], kits: [], worked: [] }));

describe("finding the lever", () => {
  it("says what it needs where there is no lever yet", () => {
    show(<FindLever view={jobView({})} edit={fakeEdit()} tabs={null} />);
    expect(says()).toMatch(/^Enter the gearbox and the old lever first/);
  });

  it("says how a wish can be had, and puts that lever on the bench", () => {
    const edit = fakeEdit();
    show(<FindLever view={view()} edit={edit} tabs={null} />);
    expect(says()).toMatch(/^20 % shorter is possible: the pin .* below the pivot, .* times the effort\./);
    fireEvent.click(screen.getByRole("button", { name: "Put it on the bench" }));
    expect((edit.create.mock.calls as unknown[][])[0].slice(0, 2)).toMatchObject([
      "setup",
      { role: "candidate", name: "Made to measure, 20 %", origin: "calculated" },
    ]);
  });

  it("makes no more of a lever than the old one's figures are, in its sentence, on the bench and on its drawing", () => {
    const edit = fakeEdit();
    const guessed = { ...lever, origin: "estimated" as const };
    show(<FindLever view={{ ...view(), setup: [guessed] }} edit={edit} tabs={null} />);
    expect(says()).toMatch(/Estimated: the old lever is not measured\./);
    expect(screen.getByRole("link", { name: "Drawing PDF" }).getAttribute("href")).toContain("estimated=yes");
    fireEvent.click(screen.getByRole("button", { name: "Put it on the bench" }));
    expect((edit.create.mock.calls as unknown[][])[0][1]).toMatchObject({ origin: "estimated" });
  });

  it("says what is possible where the wish is not, and why", async () => {
    show(<FindLever view={view(45, 1.3)} edit={fakeEdit()} tabs={null} />);
    await waitFor(() =>
      expect(says()).toMatch(
        /^45 % is not possible here: it needs more effort than the limit\. 23 % is, with the pin .* times the effort\. With more effort allowed, \d\d(\.\d)? %\./,
      ),
    );
  });

  it("keeps the wish with the job", () => {
    const edit = fakeEdit();
    show(<FindLever view={view()} edit={edit} tabs={null} />);
    type("effort, at most", "1.3");
    expect((edit.update.mock.calls as unknown[][])[0].slice(0, 3)).toMatchObject([
      "job",
      {},
      { wish: { reductionPct: 20, limits: { maxEffortFactor: 1.3 } } },
    ]);
  });

  it("tries what can be bought: why one would not do, which comes nearest, and that one onto the bench", async () => {
    answering("/api/workshop", {
      templates: [],
      stock: [],
      kits: [kit("Low one", -60, 190), kit("Near one", -71, 290), record("kit", { name: "Bare" })],
      worked: [],
    });
    const edit = fakeEdit();
    show(<FindLever view={view()} edit={edit} tabs={null} />);
    const table = await screen.findByRole("table", { name: "Levers that can be bought" });
    const [low, near] = within(table)
      .getAllByRole("row")
      .slice(1)
      .map((r) => plainText(r));
    expect(low).toMatch(/knob moves too far/);
    expect(near).toMatch(/Near one.*71\.0.*290\.0.*40.*passes, nearest/);
    expect(screen.getByText(/^One more lever without measures\. Measures as claimed/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Put Near one on the bench" }));
    expect((edit.create.mock.calls as unknown[][])[0].slice(0, 2)).toMatchObject([
      "setup",
      { role: "candidate", name: "Near one", origin: "claimed", claimedReductionPct: 40, price: 90 },
    ]);
  });

  it("gives its drawing out, and says what a spacer would bring", () => {
    show(<FindLever view={view()} edit={fakeEdit()} tabs={null} />);
    const href = screen.getByRole("link", { name: "DXF" }).getAttribute("href") ?? "";
    expect(new URLSearchParams(href.split("?")[1]).get("as")).toBe("dxf");
    expect(Number(new URLSearchParams(href.split("?")[1]).get("pinZMm"))).toBeLessThan(0);
    type("spacer under the pivot", "8");
    expect(screen.getByText(/With it: nothing near, knob .* than the old one/)).toBeTruthy();
  });

  it("moves over the map by keys, and lets only what passes onto the bench", () => {
    show(<FindLever view={view()} edit={fakeEdit()} tabs={null} />);
    const map = screen.getByRole("slider", { name: /Lever on the map/ });
    const before = Number(map.getAttribute("aria-valuenow"));
    fireEvent.keyDown(map, { key: "ArrowUp" });
    expect(Number(map.getAttribute("aria-valuenow"))).toBeGreaterThan(before);
    for (let i = 0; i < 60; i += 1) fireEvent.keyDown(map, { key: "ArrowUp" });
    expect(screen.getByRole("button", { name: "Put it on the bench" })).toHaveProperty("disabled", true);
  });
});
