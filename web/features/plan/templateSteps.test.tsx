// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { TemplateContent } from "../../../contract";
import { faultsOf, workOf } from "../../../domain";
import { answering, fakeEdit, pick, plainText, record, show, typeInto } from "../../../tests/web/show";
import { TemplateSteps } from "./TemplateSteps";

const { suppliedTemplates } = await import("../../../domain/templates");
const [supplied] = suppliedTemplates.filter((t) => t.id === "tailMount");
const workshop = (own: object[] = []): void =>
  answering("/api/workshop", { templates: own, stock: [], kits: [], worked: [] });

const shown = async (content: TemplateContent, own: object[] = []) => {
  workshop(own);
  const edit = fakeEdit();
  const onKept = vi.fn();
  const onClose = vi.fn();
  const { user, unmount } = show(<TemplateSteps content={content} edit={edit} onClose={onClose} onKept={onKept} />);
  const dialog = await screen.findByRole("dialog");
  return { user, unmount, edit, onKept, onClose, dialog };
};

describe("the steps of a kind of job", () => {
  it("of a supplied one are kept as the shop's own, with another count, another wording and a reading more", async () => {
    const { user, edit, onKept, onClose, dialog } = await shown(supplied);
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Keep as the shop’s own" }).disabled).toBe(true);
    await user.click(
      within(dialog).getByRole("button", { name: /^Take off the nuts of the mount at the crossmember/ }),
    );
    await typeInto(user, screen.getByLabelText("what is done"), "Take the nuts off");
    await user.click(screen.getByRole("button", { name: "3 fasteners" }));
    await typeInto(user, screen.getByLabelText("Measured here: which reading"), "gap{Enter}");
    await user.click(screen.getByRole("button", { name: "All steps" }));
    await user.click(await screen.findByRole("button", { name: "Keep as the shop’s own" }));
    const [resource, data, what] = edit.create.mock.calls[0] as [
      string,
      { basedOn: string; content: TemplateContent },
      string,
    ];
    expect([resource, data.basedOn, what]).toEqual(["template", "tailMount", `Steps of ${supplied.title} changed`]);
    const step = data.content.steps.find((s) => s.text === "Take the nuts off")!;
    expect(data.content.groups.find((g) => step.frees.includes(g.key))?.count).toBe(3);
    expect(data.content.readings.at(-1)).toMatchObject({ quantity: "gap", step: step.id, must: true });
    expect(faultsOf(workOf(data.content))).toEqual([]);
    expect(onKept).toHaveBeenCalledWith(data.content.id);
    expect(onClose).toHaveBeenCalledOnce();
  });

  it("of the shop's own are changed where they are, a step more or less, and what no longer closes is said", async () => {
    const own = { ...supplied, id: "own-1" };
    const kept = record("template", { basedOn: "tailMount", content: own });
    const { user, edit, dialog } = await shown(own, [kept]);
    await typeInto(user, screen.getByLabelText("Add a step: what is done"), "Photograph the mount{Enter}");
    await pick(user, "where", "bench");
    await user.click(screen.getByRole("button", { name: "All steps" }));
    // What came out has nowhere to go back in.
    const out = supplied.steps.find((s) => s.text.startsWith("Take off the nuts of the mount"))!;
    const back = supplied.steps.find((s) => s.fits.some((k) => out.frees.includes(k)))!;
    await user.click(within(dialog).getByRole("button", { name: new RegExp(`^${back.text.slice(0, 30)}`) }));
    await user.click(screen.getByRole("button", { name: "Take this step out" }));
    expect(plainText(screen.getByRole("list", { name: "What does not close" }))).toMatch(/\w/);
    await user.click(await screen.findByRole("button", { name: "Keep" }));
    const { content } = edit.update.mock.calls[0][2] as { content: TemplateContent };
    expect(content.steps.at(-1)).toMatchObject({ text: "Photograph the mount", place: "bench" });
    expect(content.steps).toHaveLength(supplied.steps.length);
  });

  it("half changed are there again when it is opened anew, until they are left as they were", async () => {
    const { user, unmount, dialog } = await shown(supplied);
    await user.click(within(dialog).getByRole("button", { name: /^Measure before anything/ }));
    await typeInto(user, screen.getByLabelText("what is done"), "Measure twice");
    unmount();
    const again = await shown(supplied);
    expect(within(again.dialog).getByRole("button", { name: /^Measure twice/ })).toBeTruthy();
    await again.user.click(screen.getByRole("button", { name: "Leave it as it was" }));
    expect(again.onClose).toHaveBeenCalledOnce();
    again.unmount();
    const third = await shown(supplied);
    expect(within(third.dialog).queryByRole("button", { name: /^Measure twice/ })).toBeNull();
  });
});
