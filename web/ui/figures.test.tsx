// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { z } from "zod";
import { num, over, whole } from "../../contract";
import { plainText, show, typeInto } from "../../tests/web/show";
import { ShapeFields } from "./ShapeFields";

const shape = z.strictObject({
  gapMm: num(0, 50, "mm"),
  pieces: whole(1, 20),
  ratio: over(0, 30),
  swing: z.strictObject({ firstDeg: num(-90, 90), lastDeg: num(-90, 90) }),
  note: num(0, 9).nullable(),
  holes: z.array(z.strictObject({ diameterMm: num(0.5, 200, "mm") })),
});
const value = {
  gapMm: 4.2,
  pieces: 3,
  ratio: 3.5,
  swing: { firstDeg: -60, lastDeg: -120 },
  note: 5 as number | null,
  holes: [{ diameterMm: 8 }],
};

const fields = [
  { at: "gapMm", label: "gap", kind: "length" },
  { at: "pieces", label: "pieces at most" },
  { at: "ratio", label: "ratio", unit: "to 1" },
  { at: "swing.firstDeg", label: "first position", unit: "°", what: "swing" },
  { at: "note", label: "note", clears: true },
] as const;

const shown = (units: "metric" | "inch" = "metric") => {
  const onChange = vi.fn();
  const result = show(<ShapeFields shape={shape} value={value} fields={fields} onChange={onChange} />, { units });
  return { onChange, ...result };
};
const field = (label: string) => screen.getByLabelText(label);

describe("figures of a shape", () => {
  it("stand in the shop's own unit, and are kept in the base unit", async () => {
    const { user, onChange } = shown();
    expect((field("gap") as HTMLInputElement).value).toMatch(/^4\.20?\u00a0?\s?mm$/);
    await typeInto(user, field("gap"), "1/2 in");
    expect(onChange).toHaveBeenLastCalledWith({ gapMm: 12.7 }, "gap", expect.any(String));
  });

  it("of a shop in inches read a bare figure as inches", async () => {
    const { user, onChange } = shown("inch");
    await typeInto(user, field("gap"), "0.5");
    expect(onChange).toHaveBeenLastCalledWith({ gapMm: 12.7 }, "gap", expect.any(String));
  });

  it.each([
    ["gap", "60 mm", "accepted: 0.0 mm to 50.0 mm"],
    ["pieces at most", "2.5", "accepted: a whole number 1 to 20"],
    ["pieces at most", "21", "accepted: a whole number 1 to 20"],
    ["ratio", "0", "accepted: over 0, up to 30 to 1"],
    ["ratio", "thirty", "accepted: over 0, up to 30 to 1"],
    ["first position", "-91", "accepted: −90 to 90 °"],
  ])("%s does not take %s, says what it takes, and keeps what was typed", async (label, typed, says) => {
    const { user, onChange } = shown();
    await typeInto(user, field(label), typed);
    expect(plainText(screen.getByRole("alert"))).toBe(says);
    expect((field(label) as HTMLInputElement).value).toBe(typed);
    expect(onChange).not.toHaveBeenCalled();
    await user.keyboard("{Escape}");
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("inside another value change only their own, and are called as the history wants it", async () => {
    const { user, onChange } = shown();
    await typeInto(user, field("first position"), "-45");
    expect(onChange).toHaveBeenLastCalledWith({ swing: { firstDeg: -45, lastDeg: -120 } }, "swing", expect.any(String));
  });

  it("are emptied only where that means something", async () => {
    const { user, onChange } = shown();
    await user.clear(field("note"));
    await user.keyboard("{Enter}");
    expect(onChange).toHaveBeenLastCalledWith({ note: null }, "note", expect.any(String));
    onChange.mockClear();
    await user.clear(field("pieces at most"));
    await user.keyboard("{Enter}");
    expect(onChange).not.toHaveBeenCalled();
  });

  it("of a row of a list take the bounds of that row", async () => {
    const onChange = vi.fn();
    const hole = [{ at: "diameterMm", label: "hole", kind: "length" }] as const;
    const { user } = show(
      <ShapeFields shape={shape} within="holes[]" value={value.holes[0]} fields={hole} onChange={onChange} />,
    );
    await typeInto(user, field("hole"), "0.1 mm");
    expect(plainText(screen.getByRole("alert"))).toContain("0.5 mm to 200.0 mm");
    await typeInto(user, field("hole"), "9 mm");
    expect(onChange).toHaveBeenLastCalledWith({ diameterMm: 9 }, "hole", expect.any(String));
  });

  it("of a shape that has no such field are a fault of the program", () => {
    const lost = [{ at: "nothing", label: "x" }];
    expect(() => show(<ShapeFields shape={shape} value={value} fields={lost} onChange={() => undefined} />)).toThrow(
      /no bounds at nothing/,
    );
  });
});
