// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { answering, plainText, show, typeInto } from "../../../tests/web/show";
import { SetDesk } from "./SetTools";

const saved = vi.hoisted(() => vi.fn());
vi.mock("../../ui/saveAs", () => ({ saveAs: saved }));
beforeEach(() => saved.mockClear());

const open = () =>
  show(
    <Routes>
      <Route path="/desk/set/:tool" element={<SetDesk />} />
    </Routes>,
    { at: "/desk/set/floorSlot" },
  );
const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));
const key = (format: string) => screen.getByRole<HTMLButtonElement>("button", { name: `${format}, full size` });

describe("the floor template", () => {
  it("is written out in three open formats, each as the server drew it", async () => {
    const drawing = { svg: "<svg/>", dxf: "0\nEOF", pdfBase64: btoa("%PDF-1.3") };
    answering("/api/compute/floorSlot", { drawing });
    const { user } = open();
    await screen.findByRole("region", { name: "Answer" });
    await user.click(key("SVG"));
    await waitFor(() => expect(saved).toHaveBeenLastCalledWith("floor-template.svg", "<svg/>", "image/svg+xml"));
    await waitFor(() => expect(key("DXF").disabled).toBe(false));
    await user.click(key("DXF"));
    await waitFor(() => expect(saved).toHaveBeenLastCalledWith("floor-template.dxf", "0\nEOF", "application/dxf"));
    await waitFor(() => expect(key("PDF").disabled).toBe(false));
    await user.click(key("PDF"));
    await waitFor(() => expect(saved).toHaveBeenCalledTimes(3));
    const [name, blob] = saved.mock.lastCall as [string, Blob];
    expect([name, blob.type, await blob.text()]).toEqual(["floor-template.pdf", "application/pdf", "%PDF-1.3"]);
  });

  it("says so where it cannot be drawn, and can be asked again", async () => {
    const { user } = open();
    await user.click(await screen.findByRole("button", { name: "PDF, full size" }));
    expect(plainText(await screen.findByRole("alert"))).toMatch(/^The template could not be written\./);
    expect(saved).not.toHaveBeenCalled();
    expect(key("PDF").disabled).toBe(false);
  });

  it("says which hole is too near the slot, in its own line and in the answer", async () => {
    const { user } = open();
    await user.click(await screen.findByRole("button", { name: "One hole more" }));
    const holes = () => screen.getAllByLabelText<HTMLInputElement>(/^name of hole /);
    const last = holes().at(-1)?.value ?? "";
    await typeInto(user, screen.getByLabelText(`hole ${last}, left`), "22");
    expect(says()).toMatch(new RegExp(`Hole ${last} is too near the slot: .* where 16\\.0 mm belong`));
    expect(plainText(document.querySelector(".brk"))).toMatch(/ of 16\.0 mm$/);
    // Between a hole's centre and the slot belong two diameters: a smaller hole may stand nearer.
    await typeInto(user, screen.getByLabelText(`hole ${last}, diameter`), "2");
    expect(says()).not.toContain("too near");
    await user.click(screen.getByRole("button", { name: `Take hole ${last} out` }));
    expect(holes().map((h) => h.value)).not.toContain(last);
  });
});
