// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { templateContent, type NewFields, type Part } from "../../../contract";
import { faultsOf, NO_FACTS, workOf } from "../../../domain";
import { answering, fakeEdit, jobView, PARENT, plainText, record, shopSays, show } from "../../../tests/web/show";
import { OrderList } from "./OrderList";
import { OwnTemplate } from "./OwnTemplate";
import { templateFaultText } from "./templateWords";

// Fetched when first asked for, as a screen does.
const { suppliedTemplates } = await import("../../../domain/templates");
const saved = vi.hoisted(() => vi.fn());
vi.mock("../../ui/saveAs", () => ({ saveAs: saved }));
beforeEach(() => saved.mockClear());

const part = (name: string, more: Partial<NewFields<"part">> = {}): Part =>
  record("part", { jobId: PARENT, name, ...more });
const cells = (row: HTMLElement): string[] => within(row).queryAllByRole("cell").map(plainText);

describe("the list of what is to be ordered", () => {
  const bush = part("Lever bush", { number: "U-110", quantity: 2 });
  const seal = part("Shaft seal", { price: 9.5, notInKit: true });
  const open = (...parts: Part[]) => {
    shopSays({ currency: "crowns" });
    answering("/api/offers", {
      supplier: "Simulated supplier",
      simulated: true,
      offers: [{ asked: "U-110", price: 11.25, stock: 4, days: 3 }],
    });
    const edit = fakeEdit();
    const onClose = vi.fn();
    const view = jobView({ job: { number: 219 }, part: parts });
    return { edit, onClose, ...show(<OrderList view={view} edit={edit} onClose={onClose} />) };
  };
  const listed = async (): Promise<string[][]> => {
    await screen.findByText(/Simulated supplier/);
    return screen.getAllByRole("row").slice(1).map(cells);
  };

  it("holds what is needed and not here, with the supplier's price, stock and days where it has them", async () => {
    open(bush, seal, part("Grease", { consumable: true }), part("Gaiter", { state: "arrived" }));
    expect(await listed()).toEqual([
      ["Lever bush", "U-110", "2", "11.25", "4", "3"],
      ["Shaft seal often not in the kit", "none yet", "1", "9.50", "", ""],
    ]);
    expect(screen.getByText(/prices, stock and days are played by the program/)).toBeTruthy();
  });

  it("marks all of it as ordered in one step, with the day it will be here", async () => {
    const { user, edit, onClose } = open(bush, seal);
    await listed();
    await user.click(screen.getByRole("button", { name: "Mark as ordered" }));
    const [label, operations] = edit.all.mock.calls[0];
    expect(label).toBe("Ordered: 2 parts");
    const inThreeDays = new Date();
    inThreeDays.setDate(inThreeDays.getDate() + 3);
    const arrives = inThreeDays.toLocaleDateString("sv");
    expect(operations.map((o: { data: object }) => o.data)).toEqual([
      // A price that the program played is no price of the job.
      { state: "ordered", supplier: "Simulated supplier", arrives, price: null },
      // Of a part the supplier does not know nothing is made up.
      { state: "ordered" },
    ]);
    expect(onClose).toHaveBeenCalledOnce();
  });

  it("goes into a spreadsheet, where no name of a part is taken for a formula", async () => {
    const { user } = open(bush, part('=HYPERLINK("x")', { number: "-12" }));
    await listed();
    await user.click(screen.getByRole("button", { name: "Save as CSV" }));
    const [name, text, type] = saved.mock.calls[0] as string[];
    expect([name, type]).toEqual(["order-job-219.csv", "text/csv"]);
    expect(text.split("\r\n")).toEqual([
      "part,number,maker,quantity,price,currency,days,price from",
      "Lever bush,U-110,,2,11.25,crowns,3,simulated supplier",
      `"'=HYPERLINK(""x"")",'-12,,1,,crowns,,`,
    ]);
  });

  it("says so where nothing is left to order", () => {
    open(part("Gaiter", { state: "arrived" }));
    expect(screen.getByText("Nothing is left to order.")).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Mark as ordered" }).disabled).toBe(true);
  });
});

describe("the steps of a job as the shop's own template", () => {
  const [standard] = suppliedTemplates;
  const step = (text: string, more: Partial<NewFields<"step">> = {}) =>
    record("step", { jobId: PARENT, text, minutes: 20, ...more });
  const open = (steps: ReturnType<typeof step>[], own: ReturnType<typeof record<"template">>[] = []) => {
    answering("/api/workshop", { templates: own, stock: [], kits: [], worked: [] });
    const edit = fakeEdit();
    const onClose = vi.fn();
    const view = jobView({ job: { complaint: "Pops out of third." }, step: steps });
    return { edit, onClose, ...show(<OwnTemplate view={view} edit={edit} onClose={onClose} />) };
  };
  const ready = (name: string) =>
    waitFor(() => {
      const key = screen.getByRole<HTMLButtonElement>("button", { name });
      expect(key.disabled).toBe(false);
      return key;
    });

  it("begins with the complaint as its title, and is kept with its steps in order", async () => {
    const [trim, lever] = [step("Trim out"), step("Lever out", { hands: 2 })];
    const { user, edit, onClose } = open([trim, { ...lever, needs: [trim.id] }]);
    await user.click(await ready("Keep as the shop’s own"));
    const [resource, data, label] = edit.create.mock.calls[0];
    expect([resource, label]).toEqual(["template", "Template of the shop's own: Pops out of third."]);
    expect(data.basedOn).toBe("");
    const content = templateContent.parse(data.content);
    expect(content.steps.map((s) => [s.text, s.hands, s.needs.length])).toEqual([
      ["Trim out", 1, 0],
      ["Lever out", 2, 1],
    ]);
    expect(content.steps[1].needs).toEqual([content.steps[0].id]);
    expect(onClose).toHaveBeenCalledOnce();
  });

  it("takes the place of the supplied one it began as, and says so", async () => {
    const source = `${standard.id}/${standard.steps[0].id}`;
    const { user, edit } = open([step("Trim out", { source })]);
    expect(await screen.findByText(new RegExp(`It takes the place of “${standard.title.slice(0, 12)}`))).toBeTruthy();
    await user.click(await ready("Keep as the shop’s own"));
    expect(edit.create.mock.calls[0][1].basedOn).toBe(standard.id);
  });

  it("is kept anew where the shop has it already", async () => {
    const content = { ...templateContent.parse(standard), id: "own-1", title: "Ours" };
    const kept = record("template", { basedOn: standard.id, content });
    const { user, edit } = open([step("Trim out", { source: "own-1/x" })], [kept]);
    await user.click(await ready("Keep anew"));
    const [, what, data, label] = edit.update.mock.calls[0];
    expect([what.id, data.content.id, label]).toEqual([kept.id, "own-1", expect.stringMatching(/^Template kept anew/)]);
  });

  it("is given as a file that is read back as it was", async () => {
    const { user } = open([step("Trim out")]);
    await user.click(screen.getByRole("button", { name: "Save as a file" }));
    const [name, text] = saved.mock.calls[0] as string[];
    const content = templateContent.parse(JSON.parse(text));
    expect(name).toBe(`${content.id}.json`);
    expect(content.steps[0].text).toBe("Trim out");
  });

  it("says in words what never goes back, by the step's and the fastener's own names", () => {
    const frees = [{ key: "nut", name: "Selector nut", count: 1, group: "", clip: true }];
    const facts = { ...NO_FACTS, frees };
    open([step("Linkage off", { facts })]);
    expect(screen.getByText("step “Linkage off”: “Selector nut” comes out and never goes back")).toBeTruthy();
  });
});

describe("what is wrong with a template", () => {
  const whole = workOf(suppliedTemplates[0]);

  it("is nothing for the supplied ones", () => {
    for (const t of suppliedTemplates) expect(faultsOf(workOf(t)), t.title).toEqual([]);
  });

  it("is said at its step, by the names of the file", () => {
    const [first, ...rest] = whole.steps;
    const broken = { ...whole, steps: [{ ...first, needs: ["nowhere"] }, ...rest, first] };
    const texts = faultsOf(broken).map((f) => templateFaultText(f));
    expect(texts).toContain(`step “${first.id}”: needs “nowhere”, which is no step of it`);
    expect(texts).toContain(`step “${first.id}”: “${first.id}” is there twice`);
  });

  it("names every step of a circle", () => {
    const [a, b] = whole.steps;
    const round = {
      ...whole,
      steps: [
        { ...a, needs: [b.id] },
        { ...b, needs: [a.id] },
      ],
    };
    const circle = faultsOf(round).find((f) => f.kind === "circle");
    expect(circle).toBeDefined();
    if (!circle) return;
    const text = templateFaultText(circle, round);
    expect(text).toContain("its needs go round in a circle: ");
    for (const s of [a, b]) expect(text).toContain(s.text);
  });
});
