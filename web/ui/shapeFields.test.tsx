// @vitest-environment jsdom
import { fireEvent, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { resources } from "../../contract";
import { PARENT, pick, plainText, record, show } from "../../tests/web/show";
import { RowName } from "./RowName";
import { ShapeFields, type ShapeField } from "./ShapeFields";

const part = record("part", { jobId: PARENT, name: "Bush", price: 9.4, builtFrom: "2011-03" });

const fields = (list: readonly ShapeField[]) => {
  const onChange = vi.fn();
  return { onChange, ...show(<ShapeFields shape={resources.part} value={part} fields={list} onChange={onChange} />) };
};
const type = (label: string, text: string): void => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
};

describe("fields of a record by its shape", () => {
  it("keep words, and call the change as they are called or as is said", () => {
    const { onChange } = fields([
      { at: "number", label: "number", words: true },
      { at: "maker", label: "maker or seller", words: true, what: "maker" },
    ]);
    type("number", "  SK-08-14 ");
    type("maker or seller", "Skarvane");
    expect(onChange.mock.calls).toEqual([
      [{ number: "SK-08-14" }, "number", "SK-08-14"],
      [{ maker: "Skarvane" }, "maker", "Skarvane"],
    ]);
  });

  it("ask for a few words where the shape does not take none, and name the most it takes", () => {
    const { onChange } = fields([
      { at: "name", label: "part", words: true },
      { at: "maker", label: "maker", words: true },
    ]);
    type("part", "  ");
    expect(screen.getByRole("alert").textContent).toBe("this needs a few words");
    type("part", "Bush");
    type("maker", "x".repeat(201));
    expect(screen.getByRole("alert").textContent).toBe("201 characters; accepted: up to 200");
    type("maker", "");
    expect(onChange).not.toHaveBeenCalled();
  });

  it("offer one of a few words, and call the change by the word that was chosen", async () => {
    const { onChange, user } = fields([
      { at: "state", label: "state", options: { needed: "needed", arrived: "here", fitted: "fitted" } },
    ]);
    await pick(user, "state", "here");
    expect(onChange).toHaveBeenCalledWith({ state: "arrived" }, "here", "arrived");
  });

  it("take a month where that is all that is known, refuse what is none, and may be emptied", () => {
    const { onChange } = fields([{ at: "builtFrom", label: "built from", day: "month" }]);
    expect((screen.getByLabelText("built from") as HTMLInputElement).value).toBe("2011-03");
    type("built from", "03/2012");
    type("built from", "spring");
    expect(screen.getByRole("alert").textContent).toContain("accepted: 2004-03");
    type("built from", "");
    expect(onChange.mock.calls.map((c) => c[0] as object)).toEqual([{ builtFrom: "2012-03" }, { builtFrom: null }]);
  });

  it("reach into a value within, also where nothing stands yet, and leave what is beside it", () => {
    const onChange = vi.fn();
    const kit = record("kit", { name: "Short", pin: { xMm: 4, zMm: -70 } });
    show(
      <ShapeFields
        shape={resources.kit}
        value={kit}
        fields={[
          { at: "pin.zMm", label: "pin", kind: "length" },
          { at: "knob.zMm", label: "knob", kind: "length" },
        ]}
        onChange={onChange}
      />,
    );
    type("pin", "-3 in");
    type("knob", "250");
    // 1 in = 25.4 mm: NIST SP 811.
    expect(onChange.mock.calls.map((c) => c[0] as object)).toEqual([
      { pin: { xMm: 4, zMm: expect.closeTo(-76.2, 9) as number } },
      { knob: { zMm: 250 } },
    ]);
  });

  it("keep a figure that may be emptied and refuse to empty one that may not", () => {
    const { onChange } = fields([
      { at: "price", label: "price", clears: true },
      { at: "quantity", label: "how many" },
    ]);
    type("price", "");
    type("how many", "");
    expect(onChange.mock.calls).toEqual([[{ price: null }, "price", "not known"]]);
  });
});

describe("the name of a row", () => {
  it("is no other row's, and half a name is not kept while typing", async () => {
    const onCommit = vi.fn();
    const { container } = show(
      <RowName label="name of hole 1" value="1" taken={new Set(["1", "2"])} max={20} onCommit={onCommit} />,
    );
    type("name of hole 1", "2");
    expect(plainText(container)).toContain("taken");
    fireEvent.change(screen.getByLabelText("name of hole 1"), { target: { value: "fron" } });
    await new Promise((resolve) => setTimeout(resolve, 900));
    expect(onCommit).not.toHaveBeenCalled();
    type("name of hole 1", "front");
    expect(onCommit).toHaveBeenCalledWith("front");
  });
});

describe("a switch and a price", () => {
  it("turn a yes into a no, said in their own words where there are any", async () => {
    const { onChange, user } = fields([
      { at: "carriedOver", label: "Bush is carried over", flag: "carried over" },
      { at: "consumable", label: "used up", flag: "", what: "used up or a part" },
    ]);
    expect(screen.getByText("carried over")).toBeTruthy();
    await user.click(screen.getByRole("switch", { name: "Bush is carried over" }));
    expect(onChange).toHaveBeenLastCalledWith({ carriedOver: true }, "Bush is carried over", "");
    await user.click(screen.getByRole("switch", { name: "used up" }));
    expect(onChange).toHaveBeenLastCalledWith({ consumable: true }, "used up or a part", "");
  });

  it("cost something or nothing is known of it, never less than nothing", () => {
    const { onChange } = fields([{ at: "price", label: "price", price: "crowns" }]);
    type("price", "12.50");
    expect(onChange).toHaveBeenLastCalledWith({ price: 12.5 }, "price", "12.5 crowns");
    type("price", "");
    expect(onChange).toHaveBeenLastCalledWith({ price: null }, "price", "not known");
    const calls = onChange.mock.calls.length;
    type("price", "-3");
    expect(onChange.mock.calls).toHaveLength(calls);
  });
});
