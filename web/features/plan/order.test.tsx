// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { NewFields, Part, Step, TemplateContent } from "../../../contract";
import { plan, type PlanInput } from "../../../core";
import { workOf } from "../../../domain";
import { dossierOf, answering, fakeEdit, jobView, PARENT, plainText, record, show } from "../../../tests/web/show";
import { readTemplate } from "./BeginWork";
import PlanStage from "./PlanStage";

const { suppliedTemplates } = await import("../../../domain/templates");

// The worker's answer, at once: a browser asks it beside the screen.
vi.mock("../../worker", () => ({
  usePart: () => 1,
  useTask: (_name: string, asked: PlanInput | null) => ({
    result: asked ? { state: "answered" } : { state: "none" },
    last: asked ? plan(asked) : null,
    task: {},
    cancel: () => undefined,
    again: () => undefined,
  }),
}));

const step = (text: string, more: Partial<NewFields<"step">> = {}): Step =>
  record("step", { jobId: PARENT, text, minutes: 20, ...more });
const workshop = (own: TemplateContent[] = []) =>
  answering("/api/workshop", {
    templates: own.map((content) => record("template", { basedOn: "", content })),
    kits: [],
    stock: [record("stockItem", { name: "Grease", quantity: 2, unit: "tubes", consumable: true })],
    worked: [],
  });

const stage = (steps: Step[], more: Parameters<typeof jobView>[0] = {}) => {
  const view = jobView({ step: steps, ...more });
  workshop();
  answering(`/api/vehicles/${view.vehicle.id}`, dossierOf(view.vehicle));
  const edit = fakeEdit();
  return { view, edit, ...show(<PlanStage view={view} edit={edit} />) };
};
const says = () => plainText(screen.getByRole("region", { name: "Answer" }));

const paint = step("Paint", { place: "bench", waitMin: 60, position: 3 });
const oil = step("Under it", { place: "under", position: 1 });
const trim = step("Trim", { place: "cabin", position: 2 });
const fit = step("Fit the painted", { place: "bench", needs: [paint.id], position: 4 });

describe("the order of work", () => {
  it("says what the best order saves against the one listed, and takes it with one key", async () => {
    const { edit, user } = stage([oil, trim, paint, fit]);
    expect(says()).toContain("min sooner");
    expect(says()).toMatch(/Ready by \d\d:\d\d/);
    await user.click(screen.getByRole("button", { name: "Use this order" }));
    const [, operations] = edit.all.mock.calls[0] as [string, { id: string; data: { position: number } }[]];
    const order = new Map([oil, trim, paint, fit].map((s) => [s.id, s.position]));
    for (const o of operations) order.set(o.id, o.data.position);
    // The paint dries while the rest is done, and what needs it comes after it.
    expect(order.get(paint.id)).toBe(1);
    expect(order.get(fit.id)).toBe(4);
  });

  it("moves a step by key where its needs allow it, and nowhere else", () => {
    const { edit } = stage([paint, oil, trim, fit]);
    const day = screen.getByRole("group", { name: "The day, by place" });
    const slot = (name: RegExp) => within(day).getByRole("button", { name });
    fireEvent.keyDown(slot(/Fit the painted/), { key: "ArrowRight" });
    expect(edit.all).not.toHaveBeenCalled();
    fireEvent.keyDown(slot(/Paint,/), { key: "ArrowRight" });
    expect(edit.all).toHaveBeenCalledTimes(1);
    expect(edit.all.mock.calls[0][0]).toBe("Paint: moved in the order");
  });

  it("shows how two mechanics would share the steps, as what it is, and lets nothing be moved there", async () => {
    const { edit, user } = stage([oil, trim, paint, fit]);
    await user.click(screen.getByRole("button", { name: "Two mechanics" }));
    expect(screen.getByText(/not shown to be the best$/)).toBeTruthy();
    const day = screen.getByRole("group", { name: "The day, by place" });
    expect(within(day).getAllByRole("button")).toHaveLength(4);
    fireEvent.keyDown(within(day).getByRole("button", { name: /Paint,/ }), { key: "ArrowRight" });
    expect(edit.all).not.toHaveBeenCalled();
    await user.click(screen.getByRole("button", { name: "As listed" }));
    expect(screen.queryByText(/not shown to be the best$/)).toBeNull();
  });

  it("names the steps whose needs go in a circle, and plans nothing", () => {
    stage([
      { ...paint, needs: [fit.id] },
      { ...fit, needs: [paint.id] },
    ]);
    expect(says()).toContain("These steps need each other in a circle: Paint, then Fit the painted, and round again.");
    expect(screen.queryByRole("group", { name: "The day, by place" })).toBeNull();
    const circle = screen.getByRole("region", { name: "Needs in a circle" });
    expect(plainText(within(circle).getByRole("button", { name: /^Paint/ }))).toContain("needs Fit the painted first");
  });

  it("names the part it hangs on, and when it must be here", async () => {
    const facts = { parts: ["Bush"] } as unknown as Step["facts"];
    const part: Part = record("part", { jobId: PARENT, name: "Bush", state: "ordered", notInKit: true });
    stage(
      [step("Press it", { place: "bench", facts: record("step", { jobId: PARENT, text: "x", facts: facts! }).facts })],
      {
        part: [part],
      },
    );
    expect(says()).toMatch(/if Bush is here by \d\d:\d\d/);
    await waitFor(() =>
      expect(plainText(screen.getByRole("region", { name: "Pick list" }))).toContain("often not in the kit, ordered"),
    );
  });

  it("opens a step with everything about it; taken out, what needed it needs what it needed", async () => {
    const { edit, user } = stage([oil, { ...paint, needs: [oil.id] }, fit]);
    const day = screen.getByRole("group", { name: "The day, by place" });
    fireEvent.keyDown(within(day).getByRole("button", { name: /Paint,/ }), { key: "Enter" });
    const drawer = await screen.findByRole("dialog");
    expect(plainText(drawer)).toContain("Needed by Fit the painted.");
    await user.click(within(drawer).getByRole("button", { name: "Into the bin" }));
    const [, operations] = edit.all.mock.calls[0] as [string, { op: string; id: string; data?: { needs: string[] } }[]];
    expect(operations[0]).toMatchObject({ id: fit.id, data: { needs: [oil.id] } });
    expect(operations[1]).toMatchObject({ op: "delete", id: paint.id });
  });
});

describe("a job without steps", () => {
  it("proposes the kind its complaint speaks for and puts it on the job", async () => {
    const { edit, user } = stage([], {
      job: { complaint: "Oil drips at the shift shaft." },
      vehicle: { shifterKind: "rod" },
    });
    await waitFor(() => expect(says()).toContain("Shift-shaft seal and boot."));
    expect(says()).toContain("It answers this complaint best.");
    await user.click(screen.getByRole("button", { name: "Plan it this way" }));
    const [label, operations] = edit.all.mock.calls[0] as [string, { resource: string }[]];
    expect(label).toBe("Planned as: Shift-shaft seal and boot");
    expect(operations.filter((o) => o.resource === "step")).toHaveLength(
      workOf(suppliedTemplates.find((t) => t.id === "shaftSeal")!).steps.length,
    );
  });

  it("claims nothing where nothing speaks for a kind", async () => {
    stage([], { job: { complaint: "Hm." } });
    await waitFor(() => expect(says()).toContain("Which kind of job is it?"));
    expect(screen.queryByRole("button", { name: "Plan it this way" })).toBeNull();
    expect(screen.getByText("nothing in the complaint speaks for one of them")).toBeTruthy();
  });
});

describe("a template file", () => {
  const good = {
    id: "own",
    title: "Own",
    why: "Quick.",
    steps: [{ id: "a", text: "Knob off", place: "cabin", minutes: 2 }],
  };
  const trouble = (raw: unknown): string => {
    const out = readTemplate(typeof raw === "string" ? raw : JSON.stringify(raw));
    return "trouble" in out ? out.trouble : "";
  };
  it("is read, or said what is wrong with it and where", () => {
    expect(trouble(good)).toBe("");
    expect(trouble("{")).toBe("this is no JSON file");
    expect(trouble({ ...good, colour: 1 })).toContain("unknown word “colour”");
    expect(trouble({ ...good, steps: [{ ...good.steps[0], place: "roof" }] })).toContain("steps 0 place");
    expect(trouble({ ...good, steps: [{ ...good.steps[0], needs: ["b"] }] })).toContain("needs “b”");
    expect(trouble({ ...good, steps: [good.steps[0], good.steps[0]] })).toContain("there twice");
  });
});
