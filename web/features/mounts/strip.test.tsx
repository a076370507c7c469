// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { pick, plainText, show, typeInto } from "../../../tests/web/show";
import { MountStrip } from "./MountStrip";
import { PRESETS } from "../../../domain";

const [left] = PRESETS.northSouth.unit.mounts;
const strip = (props: Partial<React.ComponentProps<typeof MountStrip>> = {}) => {
  const told = { onPatch: vi.fn(), onMeasure: vi.fn(), onClose: vi.fn() };
  return {
    ...told,
    ...show(<MountStrip mount={left} names={["left", "right", "tail"]} measured={null} {...told} {...props} />),
  };
};

describe("one mount in figures", () => {
  it("is moved, turned and made stiffer by what is typed", async () => {
    const { user, onPatch } = strip();
    await typeInto(user, screen.getByLabelText("forward"), "2 in");
    // 1 in = 25.4 mm exactly: NIST SP 811.
    expect(onPatch).toHaveBeenLastCalledWith({ xMm: 50.8 }, "forward 2 in");
    await typeInto(user, screen.getByLabelText("up and down"), "300");
    expect(onPatch).toHaveBeenLastCalledWith({ kzNPerMm: 300 }, "up and down 300 N/mm");
    await typeInto(user, screen.getByLabelText("loss factor"), "3");
    expect(plainText(screen.getByRole("alert"))).toBe("accepted: 0 to 2");
    await pick(user, "it is the", "torque mount");
    expect(onPatch).toHaveBeenLastCalledWith({ role: "front" }, "is the torque mount");
    await user.click(screen.getByRole("switch", { name: "left hangs below its bracket" }));
    expect(onPatch).toHaveBeenLastCalledWith({ hangs: true }, "hangs");
  });

  it("marks figures nobody entered as estimated, until they are this mount's own", () => {
    const before = strip();
    const marks = () => screen.queryAllByRole("img", { name: "estimated" }).length;
    expect(marks()).toBeGreaterThan(1);
    before.unmount();
    const own = ["nominalMm", "xMm", "yMm", "zMm", "kxNPerMm", "kyNPerMm", "kzNPerMm"];
    strip({ mount: { ...left, entered: own } });
    expect(marks()).toBe(0);
  });

  it("has a name of its own, and a height that is a reading of Gauge", async () => {
    const { user, onPatch, onMeasure } = strip();
    await typeInto(user, screen.getByLabelText("name"), "tail");
    expect(plainText(screen.getByRole("alert"))).toBe("this name is taken");
    await typeInto(user, screen.getByLabelText("measured"), "61.5 mm");
    expect(onMeasure).toHaveBeenCalledWith({ typed: "61.5 mm", base: 61.5 });
    await user.clear(screen.getByLabelText("new"));
    await user.tab();
    expect(onPatch).toHaveBeenLastCalledWith({ nominalMm: null }, "height new not known");
  });

  it("may be taken out only where enough are left", async () => {
    const alone = strip();
    expect(screen.queryByRole("button", { name: "Remove it" })).toBeNull();
    alone.unmount();
    const onRemove = vi.fn();
    const { user } = strip({ onRemove });
    await user.click(screen.getByRole("button", { name: "Remove it" }));
    expect(onRemove).toHaveBeenCalledTimes(1);
  });

  it("takes its stiffness from its rubber", async () => {
    const { user, onPatch } = strip();
    await user.click(screen.getByRole("button", { name: "Calculate from the rubber" }));
    const dialog = await screen.findByRole("dialog");
    const take = [...dialog.querySelectorAll("button")].find((b) => /^Use it/.test(b.textContent ?? ""));
    expect(take).toBeTruthy();
    await user.click(take!);
    const [patch, words] = onPatch.mock.calls[0];
    expect(words).toBe("stiffness from its rubber");
    expect(patch.kxNPerMm).toBe(patch.kyNPerMm);
    expect(patch.kzNPerMm).toBeGreaterThan(patch.kxNPerMm);
  });

  it("shows no stiffness of the rubber before while a figure is out of range", async () => {
    const { user } = strip();
    await user.click(screen.getByRole("button", { name: "Calculate from the rubber" }));
    const says = async (): Promise<string> => plainText((await screen.findAllByRole("status")).at(-1) ?? null);
    expect(await says()).toMatch(/N\/mm up and down/);
    const hardness = screen.getByLabelText("hardness");
    await user.clear(hardness);
    await user.type(hardness, "95");
    expect(await says()).toBe("No stiffness: hardness out of range.");
    const take = screen.getByRole("button", { name: /^Use it for/ });
    expect(take).toHaveProperty("disabled", true);
    await user.clear(hardness);
    await user.type(hardness, "60");
    expect(await says()).toMatch(/N\/mm up and down/);
  });
});
