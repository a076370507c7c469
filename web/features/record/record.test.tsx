// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { jobChildren, SHOP_ID, type JobView, type StepFacts } from "../../../contract";
import { NO_FACTS } from "../../../domain";
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

const sheet = async (view: JobView, units: "metric" | "inch" = "metric", which = ""): Promise<HTMLElement> => {
  answering(`/api/jobs/${view.job.id}`, { ...Object.fromEntries(jobChildren.map((c) => [c, []])), ...view });
  const at = `/jobs/${view.job.id}/record${which && `?for=${which}`}`;
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

describe("the work sheet", () => {
  const facts = (more: Partial<StepFacts>): StepFacts => ({ ...NO_FACTS, ...more });
  const off = record("step", {
    jobId: PARENT,
    text: "Take the mount off",
    place: "under",
    minutes: 20,
    hands: 2,
    load: ["onStands"],
    facts: facts({
      cautions: [{ kind: "crush", text: "Hold the gearbox first: it drops." }],
      tools: ["jack"],
      frees: [{ key: "tail", name: "mount bolts", count: 2, group: "Tail mount", clip: false, head: "18 mm socket" }],
      marks: [
        { key: "lie", text: "Which way the mount lies", kind: "orientation" },
        { key: "edge", text: "A line along the edge", kind: "witness" },
      ],
      measure: [{ quantity: "mountHeight", fromGear: "", toGear: "", place: "tail", phase: "before", must: true }],
    }),
  });
  const on = record("step", {
    jobId: PARENT,
    text: "Put the new mount on",
    facts: facts({ fits: ["tail"], torques: ["Tail mount"], asks: ["lie"], parts: ["Tail mount"] }),
  });
  const cover = record("torqueGroup", { jobId: PARENT, name: "Cover", count: 6, pattern: "box", use: "snug" });
  const lines = (article: HTMLElement): string[] => within(article).getAllByRole("listitem").map(plainText);

  it("has every caution before its step, boxes, lines to write on, values and passes", async () => {
    const view = jobView({ step: [off, on], torqueGroup: [tail, cover] });
    const article = await sheet(view, "metric", "work");
    const text = plainText(article);
    expect(text).toContain("2 steps in this order; about 30 min ahead as planned.");
    expect(text).toContain("1. Take the mount off");
    expect(text.indexOf("Hold the gearbox first: it drops.")).toBeLessThan(text.indexOf("Comes out"));
    expect(text).toContain("on stands · 20 min planned · two people");
    const said = lines(article);
    expect(said).toContain("Comes out: 2 × mount bolts, 18 mm socket");
    expect(said).toContain("Mark: Which way the mount lies:");
    expect(said).toContain("Goes back: 2 × mount bolts, 18 mm socket");
    expect(said.find((l) => l.startsWith("Measure Mount height, tail, before the work:"))).toBeTruthy();
    const torque = said.find((l) => l.startsWith("Torque Tail mount, 2 × M12"));
    expect(torque).toContain("60.0 to 64.0 N m, club build book");
    expect(torque).toContain("100 %, 62.0 N m: 1");
    // What no step tightens is not forgotten; what goes by feel has no value to look for.
    expect(within(article).getByRole("heading", { name: "Also to torque" })).toBeTruthy();
    expect(said).toContain("By feel: Cover, 6");
    expect(within(article).getAllByRole("heading", { name: /^(At rest|First drive|On return)$/ })).toHaveLength(3);
  });

  it("says what is done already, and where there is no value asks for it with its source", async () => {
    const done = { ...off, state: "done" as const };
    const view = jobView({ step: [done, on], torqueGroup: [{ ...tail, specTyped: "" }] });
    const article = await sheet(view, "inch", "work");
    expect(plainText(article)).toContain("1. Take the mount off, done");
    expect(plainText(article)).toContain("2 steps in this order, 1 of them over; about 10 min ahead as planned.");
    expect(plainText(article)).not.toContain("Comes out");
    expect(lines(article).find((l) => l.startsWith("Torque Tail mount"))).toContain("no value yet,  lb ft from");
  });

  it("and the record say of what was tightened by hand no share of a torque nobody knows", async () => {
    const cap = { ...cover, use: "torque" as const, count: 1 };
    const byHand = cap.passes.map((p) =>
      record("signature", { jobId: PARENT, groupId: cap.id, bolt: 1, pass: p.name, at: "2026-11-19T10:00:00Z" }),
    );
    const text = plainText(await sheet(jobView({ torqueGroup: [cap], signature: byHand })));
    expect(text).toContain("tightened by hand, value still to be found");
    expect(text).toContain("Tightened: by hand");
    expect(text).not.toContain("60 %");
  });

  it("of an empty job says that nothing is planned", async () => {
    const article = await sheet(jobView(), "metric", "work");
    expect(plainText(article)).toContain("Nothing is planned yet.");
    expect(within(article).queryByText("Before it goes back")).toBeNull();
  });
});
