// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it } from "vitest";
import type { NewFields, Step, StepFacts } from "../../../contract";
import { answering, jobView, PARENT, plainText, record, show, written } from "../../../tests/web/show";
import { NO_FACTS } from "../../../domain";
import { BayPage } from ".";
import { runningText } from "./useSeconds";

const job = record("job", { vehicleId: PARENT, complaint: "Wobbles" });
const facts = (more: Partial<StepFacts>): StepFacts => ({ ...NO_FACTS, ...more });
const step = (text: string, more: Partial<NewFields<"step">> = {}): Step =>
  record("step", { jobId: job.id, text, minutes: 10, ...more });

const bay = async (steps: Step[], more: Parameters<typeof jobView>[0] = {}, at = "") => {
  const view = { ...jobView({ step: steps, ...more }), job };
  answering(`/api/jobs/${job.id}`, view);
  answering("/api/workshop", {
    templates: [],
    kits: [],
    stock: [record("stockItem", { name: "Grease", quantity: 3, unit: "tubes", consumable: true })],
    worked: [],
  });
  const shown = show(
    <Routes>
      <Route path="/jobs/:jobId/bay" element={<BayPage />} />
    </Routes>,
    { at: `/jobs/${job.id}/bay${at}` },
  );
  await screen.findByRole("button", { name: "What did I leave?" });
  return shown;
};
const title = () => plainText(screen.getByRole("heading", { level: 1 }));
const dataOf = (store: Parameters<typeof written>[0], id: string) =>
  written(store).flatMap((o) => (o.op === "update" && o.id === id ? [o.data] : []));

const off = step("Turret off", {
  position: 1,
  facts: facts({
    caution: "Cover the opening: what falls in stays in.",
    frees: [{ key: "bolts", name: "turret bolts", count: 4, group: "Turret", clip: false, head: "" }],
    marks: [{ key: "dot", text: "Where the dot faces", kind: "orientation" }],
    tools: ["socket 10"],
  }),
});
const on = step("Turret on", {
  position: 2,
  needs: [off.id],
  facts: facts({ fits: ["bolts"], asks: ["dot"], torques: ["Turret"], parts: ["Grease"] }),
});

describe("the bay", () => {
  it("says the caution first, begins the clock, and asks for what was not answered before it lets go", async () => {
    const { user, store } = await bay([off, on]);
    expect(title()).toBe("Turret off");
    expect(plainText(screen.getByRole("region", { name: "Caution" }))).toContain("Cover the opening:");
    await user.click(screen.getByRole("button", { name: /^Begin/ }));
    expect(dataOf(store, off.id)[0].startedAt).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /^Done/ }));
    const asked = screen.getByRole("dialog", { name: "Before this step is done" });
    expect(within(asked).getByRole<HTMLButtonElement>("button", { name: /^Done/ }).disabled).toBe(true);
    await user.type(within(asked).getByLabelText("Where the dot faces: what it is"), "front");
    await user.click(within(asked).getByRole("switch", { name: /Where the dot faces/ }));
    await user.click(within(asked).getByRole("switch", { name: /turret bolts/ }));
    await user.click(within(asked).getByRole("button", { name: /^Done/ }));
    expect(dataOf(store, off.id).at(-1)).toMatchObject({ state: "done" });
    // The next step is in hand and its clock runs; the mark is asked for in the words it was made with.
    expect(title()).toBe("Turret on");
    expect(dataOf(store, on.id)[0].startedAt).toBeTruthy();
    expect(screen.getByRole("switch", { name: "Where the dot faces: as it was (front)" })).toBeTruthy();
    expect(plainText(screen.getByRole("button", { name: "What did I leave?" }))).toContain("1 bag open");
  });

  it("goes on without an answer only with a reason, which is kept", async () => {
    const { user, store } = await bay([off, on]);
    await user.click(screen.getByRole("button", { name: /^Begin/ }));
    await user.click(screen.getByRole("button", { name: /^Done/ }));
    await user.type(screen.getByLabelText(/Not answered, because/), "it is gone");
    await user.click(within(screen.getByRole("dialog")).getByRole("button", { name: /^Done/ }));
    const ticked = dataOf(store, off.id).at(-1)?.ticked as { value: string }[];
    expect(ticked.map((t) => t.value)).toEqual(["not answered: it is gone", "not answered: it is gone"]);
  });

  it("takes what a step used from the shelf, and marks the part as fitted", async () => {
    const part = record("part", { jobId: job.id, name: "Grease", consumable: true });
    const done = { ...off, state: "done" as const, doneAt: "2026-11-20T08:00:00Z" };
    const { user, store } = await bay([done, { ...on, startedAt: "2026-11-20T08:00:00Z" }], { part: [part] });
    await user.click(screen.getByRole("switch", { name: /Where the dot faces/ }));
    await user.click(screen.getByRole("button", { name: /^Done/ }));
    const both = written(store);
    expect(both).toContainEqual(expect.objectContaining({ resource: "stockItem", data: { quantity: 2 } }));
    expect(both).toContainEqual(expect.objectContaining({ resource: "part", data: { state: "fitted" } }));
  });

  it("notes what was found, with a part and a step where wanted", async () => {
    const { user, store } = await bay([off, on]);
    await user.click(screen.getByRole("button", { name: "Found something" }));
    await user.type(screen.getByLabelText("In a few words"), "Boot split");
    await user.click(screen.getByRole("switch", { name: /It needs a part/ }));
    // Which part is asked: what was found is not its name.
    expect(screen.getByRole("button", { name: "Note it" })).toHaveProperty("disabled", true);
    await user.type(screen.getByLabelText("Which part"), "Lever boot");
    await user.click(screen.getByRole("switch", { name: /It needs a step/ }));
    await user.click(screen.getByRole("button", { name: "Note it" }));
    const made = written(store).flatMap((o) => (o.op === "create" ? [[o.resource, o.data.text ?? o.data.name]] : []));
    expect(made).toEqual([
      ["finding", "Boot split"],
      ["part", "Lever boot"],
      ["step", "Put right: Boot split"],
    ]);
  });

  it("leaves a step out with a reason, or puts one before it", async () => {
    const { user, store } = await bay([off, on]);
    await user.click(screen.getByRole("button", { name: "Not as planned" }));
    await user.type(screen.getByLabelText(/Why, or what/), "Clean it first");
    await user.click(screen.getByRole("button", { name: "Put a step before it" }));
    expect(title()).toBe("Clean it first");
    await user.click(screen.getByRole("button", { name: "Step after" }));
    await user.click(screen.getByRole("button", { name: "Not as planned" }));
    await user.type(screen.getByLabelText(/Why, or what/), "not needed");
    await user.click(screen.getByRole("button", { name: "Leave this step out" }));
    expect(dataOf(store, off.id).at(-1)).toMatchObject({ state: "skipped", skippedReason: "not needed" });
  });

  it("counts what is out before anybody pulls, and offers what often turns out otherwise", async () => {
    const frees = [{ key: "t", name: "turret bolts", count: 6, group: "Turret", clip: false, head: "" }];
    const pull = step("Lift the turret", {
      position: 1,
      facts: facts({ frees, off: [{ key: "turret", name: "turret", holds: "" }] }),
    });
    const back = step("Turret on", { position: 2, facts: facts({ on: ["turret"], fits: ["t"] }) });
    const { user } = await bay([pull, back]);
    expect(plainText(screen.getByRole("region", { name: "Caution" }))).toContain(
      "Before you pull: 0 of 6 fasteners are out. Still in: turret bolts.",
    );
    await user.click(screen.getByRole("button", { name: "Not as planned" }));
    await user.click(screen.getByRole("button", { name: "A stud broke" }));
    await user.click(screen.getByRole("button", { name: "Put a step before it" }));
    expect(title()).toMatch(/^Take the broken stud out/);
  });

  it("says before the vehicle comes down what is still out", async () => {
    const done = { ...off, state: "done" as const, doneAt: "2026-11-20T08:00:00Z" };
    const down = step("Down on its wheels", { position: 3, load: ["onWheels"] });
    await bay([done, on, down], {}, `?step=${down.id}`);
    const caution = plainText(screen.getByRole("region", { name: "Caution" }));
    expect(caution).toContain("Before it comes down: bag open: turret bolts; mark not answered: Where the dot faces");
  });

  it("holds a step whose wait still runs, and says how long", async () => {
    const now = new Date();
    const soak = step("Soak", {
      state: "done",
      waitMin: 45,
      doneAt: now.toISOString(),
      facts: facts({ waitFor: "oil works" }),
    });
    await bay([soak, step("Pull", { needs: [soak.id], position: 2 })]);
    await waitFor(() =>
      expect(plainText(screen.getByRole("region", { name: "Caution" }))).toContain("Not yet: oil works, 4"),
    );
  });

  it("of a job without steps points to Plan", async () => {
    const view = { ...jobView(), job };
    answering(`/api/jobs/${job.id}`, view);
    show(
      <Routes>
        <Route path="/jobs/:jobId/bay" element={<BayPage />} />
      </Routes>,
      { at: `/jobs/${job.id}/bay` },
    );
    expect((await screen.findByRole("link", { name: "Plan it first" })).getAttribute("href")).toBe(
      `/jobs/${job.id}/plan`,
    );
  });
});

describe("bags and their labels", () => {
  it("are as many as come out, each with its label and its tick", async () => {
    const two = step("Shield off", {
      facts: facts({
        frees: [
          { key: "m6", name: "M6 bolts", count: 3, group: "", clip: false, head: "" },
          { key: "clips", name: "clips", count: 2, group: "", clip: true, head: "" },
        ],
      }),
    });
    const { user, store } = await bay([two]);
    const bags = within(screen.getByRole("region", { name: "Bags" }));
    expect(bags.getAllByRole("img").map((i) => i.getAttribute("aria-label"))).toEqual([
      "Code of the bag 1A, opens this step",
      "Code of the bag 1B, opens this step",
    ]);
    await user.click(bags.getByRole("switch", { name: /M6 bolts/ }));
    expect(dataOf(store, two.id).at(-1)?.ticked).toMatchObject([{ what: "bag", key: "m6" }]);
  });

  it("say in the step that needs them from which step they are", async () => {
    const done = { ...off, state: "done" as const, doneAt: "2026-11-20T08:00:00Z" };
    await bay([done, on], {}, `?step=${on.id}`);
    expect(plainText(screen.getByRole("region", { name: "Bags" }))).toBe("From the bags: 4 × turret bolts (step 1)");
  });

  it("are none where nothing comes out", async () => {
    await bay([step("Look")]);
    expect(screen.queryByRole("region", { name: "Bags" })).toBeNull();
  });
});

describe("a running clock", () => {
  it.each([
    [0, "0:00"],
    [61_000, "1:01"],
    [3_723_000, "1:02:03"],
    [-5000, "0:00"],
  ])("%i ms reads %s", (ms, text) => expect(runningText(ms)).toBe(text));
});
