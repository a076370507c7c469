// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { jobChildren, SHOP_ID, type JobView } from "../../../contract";
import { answering, jobView, PARENT, plainText, record, show } from "../../../tests/web/show";
import { RecordPage } from "./RecordPage";

vi.mock("../../worker", () => ({
  useTask: () => {
    const amplitude = new Float32Array(400).map((_, i) => (i === 48 ? 0.4 : 0.01));
    return { last: { amplitude, binHz: 0.5 }, result: { state: "answered" } };
  },
}));

const tail = record("torqueGroup", {
  jobId: PARENT,
  name: "Tail mount",
  count: 2,
  pattern: "line",
  thread: "M12",
  specTyped: "60-64 Nm",
  specSource: "club build book",
  specOrigin: "specified",
  reuse: "replace",
  threadLocker: "medium",
  passes: [{ name: "100 %", pct: 100 }],
});
const signed = (bolt: number, nm: number, more: object = {}) =>
  record("signature", {
    jobId: PARENT,
    groupId: tail.id,
    bolt,
    pass: "100 %",
    reading: { typed: `${nm} Nm`, base: nm },
    at: "2026-11-19T10:00:00Z",
    load: ["onWheels"],
    ...more,
  });

const sheet = async (view: JobView, units: "metric" | "inch" = "metric"): Promise<HTMLElement> => {
  answering(`/api/jobs/${view.job.id}`, { ...Object.fromEntries(jobChildren.map((c) => [c, []])), ...view });
  const at = `/jobs/${view.job.id}/record`;
  show(
    <Routes>
      <Route path="/jobs/:jobId/record" element={<RecordPage />} />
    </Routes>,
    { at, units },
  );
  return screen.findByRole("article");
};

describe("the record of a job", () => {
  it("says plainly that nothing is measured yet, and leaves out what there is nothing of", async () => {
    const page = await sheet(jobView({ job: { number: 9 } }));
    expect(plainText(page)).toContain("The work is not measured yet. No readings were taken.");
    expect(within(page).queryByText("What was torqued")).toBeNull();
    expect(within(page).queryByText("Photos")).toBeNull();
  });

  it("holds every bolt with what the wrench read, who pulled and what was overruled", async () => {
    const corrow = record("person", { name: "E. Corrow", initials: "EC" });
    const shop = record("shop", { name: "Test shed", currency: "crowns" }, { id: SHOP_ID });
    answering("/api/shop", { shop, people: [corrow], shopId: PARENT });
    const view = jobView({
      torqueGroup: [tail, record("torqueGroup", { jobId: PARENT, name: "Brace" })],
      signature: [
        signed(1, 62, { personId: corrow.id }),
        signed(2, 70, { personId: corrow.id, overruleReason: "Jack under the hub", load: ["onStands"] }),
      ],
    });
    const page = await sheet(view);
    const rows = within(page)
      .getAllByRole("row")
      .map((r) => plainText(r));
    const at = rows.findIndex((r) => r.startsWith("Tail mount, 2 × M12, new bolts, thread locker medium"));
    expect(rows[at]).toContain("60.0 to 64.0 N m");
    // Each bolt with what is its own: the one that was overruled, and what the vehicle stood on then.
    expect(rows[at]).toContain("100 %: bolt 1: 62.0 N m, readE. Corrow, tool not named, 19 November 2026, on wheels");
    expect(rows[at + 1]).toContain(
      "bolt 2: 70.0 N m, read, outside 60.0 to 64.0 N m, before ride height: Jack under the hub",
    );
    expect(rows[at + 1]).toContain("19 November 2026, on stands");
    expect(plainText(within(page).getByRole("row", { name: /^Brace/ }))).toContain("no specification");
  });

  it("reads in lb ft in a shop that works in inches", async () => {
    const view = jobView({ torqueGroup: [tail], signature: [signed(1, 62)] });
    const page = await sheet(view, "inch");
    // 62 N m = 45.7 lb ft: NIST SP 811.
    const row = plainText(within(page).getByRole("row", { name: /^Tail mount/ }));
    expect(row).toContain("44.3 to 47.2 lb ft");
    expect(row).toContain("bolt 1: 45.7 lb ft, read");
  });

  it("lists what went in with its price, what was found, and what was set", async () => {
    const part = (name: string, data: object) => record("part", { jobId: PARENT, name, state: "fitted", ...data });
    const view = jobView({
      part: [
        part("Pin bush", { number: "SK-1", price: 4.5, quantity: 2, variant: "high roof", builtFrom: "2019-05-01" }),
        part("Knob", { price: 12, carriedOver: true }),
        record("part", { jobId: PARENT, name: "Not yet", price: 99 }),
        record("part", { jobId: PARENT, name: "Considered", alternative: true }),
      ],
      finding: [
        record("finding", { jobId: PARENT, text: "Boot split", state: "dealtWith" }),
        record("finding", { jobId: PARENT, text: "Weeping seal" }),
      ],
      setting: [
        record("setting", { jobId: PARENT, tool: "stops", input: {}, says: "An eighth back.", state: "set" }),
        record("setting", { jobId: PARENT, tool: "rod", input: {}, says: "Planned only.", state: "planned" }),
      ],
    });
    const text = plainText(await sheet(view));
    expect(text).toContain(
      "Pin bush, the part depends on the build date, and the vehicle’s is not enteredSK-1high roof from 1 May 201929.00",
    );
    expect(text).toContain("Knob, carried over from the old part");
    expect(text).toContain("Not yet, not recorded as fitted");
    expect(text).not.toContain("Considered");
    expect(text).toContain("Dealt with: Boot split.");
    expect(text).toContain("Outstanding: Weeping seal.");
    expect(text).toContain("An eighth back.");
    expect(text).not.toContain("Planned only.");
  });

  it("draws what was recorded: the spectrum with its strongest lines named", async () => {
    const recording = record("recording", {
      jobId: PARENT,
      file: "c".repeat(64),
      rateHz: 400,
      count: 4000,
      binHz: 0.5,
      peaks: [{ hz: 24, amplitude: 0.4 }],
      name: "idle, before",
    });
    const page = await sheet(jobView({ recording: [recording] }));
    const drawn = await within(page).findByRole("img", { name: "idle, before, before: strongest at 24.0 Hz" });
    const line = [...drawn.querySelectorAll("path")].at(-1)?.getAttribute("d") ?? "";
    const points = line
      .split(/[ML]/)
      .filter(Boolean)
      .map((p) => p.split(" ").map(Number));
    const highest = points.reduce((a, b) => (b[1] < a[1] ? b : a));
    // 24 of 120 Hz over 428 steps from 44 on.
    expect(highest[0]).toBeCloseTo(44 + (24 / 120) * 428, -1);
  });

  it("shows the pictures that were taken, and prints", async () => {
    const print = vi.spyOn(window, "print").mockImplementation(() => undefined);
    const photo = record("photo", {
      jobId: PARENT,
      file: "b".repeat(64),
      name: "tail.jpg",
      widthPx: 800,
      heightPx: 600,
      takenAt: "2026-11-19T10:00:00Z",
    });
    const page = await sheet(jobView({ photo: [photo] }));
    expect(within(page).getByRole("img", { name: "tail.jpg" }).getAttribute("src")).toBe(
      `/api/photos/${"b".repeat(64)}?size=small`,
    );
    expect(plainText(page)).toContain("tail, 19 November 2026");
    screen.getByRole("button", { name: "Print" }).click();
    expect(print).toHaveBeenCalledTimes(1);
  });
});
