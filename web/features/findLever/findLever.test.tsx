// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { askDesign } from "../../../contract";
import { exampleGearbox, exampleSetups } from "../../../domain";
import { fakeEdit, jobView, PARENT, plainText, record, show } from "../../../tests/web/show";
import { FindLever } from "./FindLever";

vi.mock("../../worker", () => ({
  useTask: (_name: string, asked: unknown) => {
    const last = asked === null ? null : askDesign(asked);
    return { last, result: { state: last ? "answered" : "none" }, task: null };
  },
}));

const [old] = exampleSetups("rod");
const lever = record("setup", { jobId: PARENT, role: "old", name: "Old", lever: old.lever });
const view = () => jobView({ vehicle: { gearbox: exampleGearbox("rod"), shifterKind: "rod" }, setup: [lever] });
const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));
const type = (label: string | RegExp, text: string): void => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
};

beforeEach(() => localStorage.clear());

describe("finding the lever", () => {
  it("says what it needs where there is no lever yet", () => {
    show(<FindLever view={jobView({})} edit={fakeEdit()} tabs={null} />);
    expect(says()).toMatch(/^Enter the gearbox and the old lever first/);
  });

  it("says how a wish can be had, and puts that lever on the bench", () => {
    const edit = fakeEdit();
    show(<FindLever view={view()} edit={edit} tabs={null} />);
    type("wish, shorter by", "20");
    expect(says()).toMatch(/^20 % shorter is possible: the pin .* below the pivot, .* times the effort\./);
    fireEvent.click(screen.getByRole("button", { name: "Put it on the bench" }));
    expect((edit.create.mock.calls as unknown[][])[0].slice(0, 2)).toMatchObject([
      "setup",
      { role: "candidate", name: "Made to measure, 20 %", origin: "calculated" },
    ]);
  });

  it("says what is possible where the wish is not, and why", async () => {
    show(<FindLever view={view()} edit={fakeEdit()} tabs={null} />);
    type("effort, at most", "1.3");
    type("wish, shorter by", "45");
    await waitFor(() =>
      expect(says()).toMatch(
        /^45 % is not possible here: it needs more effort than the limit\. \d+(\.\d)? % is, with the pin/,
      ),
    );
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
