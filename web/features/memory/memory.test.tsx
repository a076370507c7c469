// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { MemoryJob, MemoryView } from "../../../contract";
import { askLearn } from "../../../contract";
import { memoryJob, memoryView } from "../../../tests/domain/records";
import { answering, plainText, record, show, written } from "../../../tests/web/show";
import { LearnedPage } from "./LearnedPage";

vi.mock("../../worker", () => ({
  useTask: (_name: string, asked: unknown) => {
    const last = asked === null ? null : askLearn(asked);
    return { last, result: last ? { state: "answered", answer: last } : { state: "none" }, task: null };
  },
}));

const SHOP = record("shop", { name: "The shed" });
const ID = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
const job = (data: Partial<MemoryJob>): MemoryJob => memoryJob({ vehicleId: ID, ...data });
const memory = (data: Partial<MemoryView> = {}): void => answering("/api/memory", () => memoryView(data));

beforeEach(() => {
  answering("/api/shop", () => ({ shop: { ...SHOP, version: 1 }, people: [], shopId: "x" }));
  answering("/api/workshop", () => ({
    templates: [],
    kits: [],
    stock: [],
    worked: [{ source: "tailMount/down*", minutes: [9, 30] }],
  }));
  answering("/api/undo", () => ({ undo: null, redo: null }));
});

describe("what the shop learned", () => {
  it("says in an empty shop what it learns from, and claims nothing", async () => {
    memory();
    show(<LearnedPage />);
    expect(await screen.findByText("No job is closed yet")).toBeTruthy();
    expect(plainText(screen.getByRole("region", { name: "Answer" }))).toContain("Nothing yet.");
  });

  it("names what is missing where jobs are closed and nothing was measured", async () => {
    memory({ jobs: [job({})] });
    show(<LearnedPage />);
    expect(plainText(await screen.findByRole("region", { name: "Answer" }))).toContain("No kit was measured yet.");
    expect(plainText(screen.getByRole("region", { name: "Diagnosis table" }))).toContain(
      "No closed job has a verified cause.",
    );
    expect(plainText(screen.getByRole("region", { name: "Wear" }))).toContain("No closed job has play");
    expect(await screen.findByText("All timed steps")).toBeTruthy();
  });

  it("takes over one figure from closed jobs, and keeps what it was before", async () => {
    memory({
      jobs: Array.from({ length: 12 }, (_, i) =>
        job({
          id: `${ID.slice(0, -2)}${String(i).padStart(2, "0")}`,
          cause: "pivotCup",
          symptoms: { playForeAft: "absent" },
        }),
      ),
    });
    const { store } = show(<LearnedPage />);
    const table = await screen.findByRole("region", { name: "Diagnosis table" });
    expect(plainText(table)).toMatch(/First suspect right \d+ of 12, with the learned table \d+/);
    expect(within(table).getAllByRole("row")).toHaveLength(3);
    fireEvent.click(within(table).getByRole("switch", { name: /fore and aft.*with Lever pivot cup/ }));
    await waitFor(() => expect(written(store)).toHaveLength(1));
    const [{ data }] = written(store) as unknown as { data: { learned: unknown } }[];
    expect(data.learned).toMatchObject({ cells: { pivotCup: { playForeAft: { before: "often" } } } });
  });
});
