import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { offersView, workshopView } from "../contract";
import { TestShed } from "../tests/server/shed";
import { simulatedSupplier } from "./supplier";

let shed: TestShed;
beforeAll(async () => {
  shed = await TestShed.open();
});
afterAll(() => shed.close());

const template = {
  basedOn: "tailMount",
  content: {
    id: "own",
    title: "Own",
    why: "Quick.",
    steps: [{ id: "a", text: "Knob off", place: "cabin" as const, minutes: 2 }],
  },
};

describe("how the shop works", () => {
  it("is empty in an empty shop", async () => {
    expect((await shed.get("/api/workshop")).body).toEqual({ templates: [], stock: [], kits: [], worked: [] });
  });

  it("gives templates and shelf, and what steps took in jobs that are closed, none of those that are open", async () => {
    await shed.add("template", template);
    await shed.add("stockItem", { name: "Grease", quantity: 3 });
    const vehicleId = await shed.add("vehicle", { tag: "T 1" });
    const open = await shed.add("job", { vehicleId });
    const closed = await shed.add("job", { vehicleId });
    const step = (jobId: string, source: string, workedMin: number | null) =>
      shed.add("step", { jobId, text: "Down", source, workedMin, state: "done" });
    await step(closed, "tailMount/down*", 9);
    await step(closed, "tailMount/down*", 12);
    await step(closed, "", 30);
    await step(closed, "tailMount/compare", null);
    await step(open, "tailMount/down*", 99);
    const closedAt = "2031-02-01T08:00:00.000Z";
    const answer = await shed.change([
      {
        op: "update",
        resource: "job",
        id: closed,
        version: 1,
        data: { closedAt, closing: { open: ["x"], reason: "x" } },
      },
    ]);
    expect(answer.status).toBe(200);
    const view = workshopView.parse((await shed.get("/api/workshop")).body);
    expect(view.worked).toEqual([{ source: "tailMount/down*", minutes: [9, 12] }]);
    expect(view.templates[0].content.title).toBe("Own");
    expect(view.stock[0]).toMatchObject({ name: "Grease", quantity: 3, unit: "" });
  });

  it("takes another way for a part only for a part of the same job", async () => {
    const { jobId } = await shed.job();
    const other = await shed.job();
    const part = await shed.add("part", { jobId, name: "Bush" });
    await shed.add("part", { jobId, name: "Used bush", insteadOf: part, way: "used" });
    await expect(shed.add("part", { jobId: other.jobId, name: "Used bush", insteadOf: part })).rejects.toThrow(
      /insteadOf/,
    );
  });
});

describe("the supplier", () => {
  it("offers each part asked for, the same again, and says that it is played", async () => {
    const ask = async () => offersView.parse((await shed.get("/api/offers?asked=SK-08-14%0ALever%20bush")).body);
    const view = await ask();
    expect(view.simulated).toBe(true);
    expect(view.offers.map((o) => o.asked)).toEqual(["SK-08-14", "Lever bush"]);
    expect(await ask()).toEqual(view);
    for (const { price, stock, days } of view.offers) {
      expect(price).toBeGreaterThan(0);
      expect(days).toBeGreaterThan(stock ? 0 : 2);
    }
    expect(await simulatedSupplier.offersFor([])).toEqual([]);
  });
  it("refuses more than it can be asked at once", async () => {
    const answer = await shed.get(`/api/offers?asked=${"x".repeat(4001)}`);
    expect([answer.status, answer.body.error.field]).toEqual([422, "asked"]);
  });
});
