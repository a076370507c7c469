// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { useUnits } from "../format/units";
import { plainText, show, typeInto } from "../../tests/web/show";
import { LengthListField, readLengths } from "./LengthListField";
import { NumberField } from "./NumberField";
import { QuantityField } from "./QuantityField";
import { SlotSwitch, SymptomChip } from "./slots";
import { SpecField } from "./SpecField";
import { TextField } from "./TextField";

describe("a field of turns", () => {
  it.each([
    ["1/8 turn", 0.125],
    ["1/8", 0.125],
    ["2 flats", 1 / 3],
    ["0,25", 0.25],
    ["90 deg", 0.25],
    ["½ turn", 0.5],
  ])("takes %s", async (typed, turns) => {
    const onCommit = vi.fn();
    const { user } = show(<NumberField label="turns" value={1} min={0} max={50} unit="turns" onCommit={onCommit} />);
    const input = screen.getByLabelText("turns");
    await user.clear(input);
    await user.type(input, `${typed}{Enter}`);
    expect(onCommit.mock.calls[0][0]).toBeCloseTo(turns, 12);
  });
});

it("a number field does not choose between thousands and thousandths", async () => {
  const onCommit = vi.fn();
  const { user } = show(<NumberField label="engine" value={800} min={0} max={9000} unit="rpm" onCommit={onCommit} />);
  const input = screen.getByLabelText("engine");
  await user.clear(input);
  await user.type(input, "1,200{Enter}");
  expect(onCommit).not.toHaveBeenCalled();
  expect(plainText(screen.getByRole("alert"))).toBe('"1,200" can be two numbers: write a point, or no comma');
});

it.each([
  ["1.25 mm", 1.25],
  ["1,25", 1.25],
  ["0x10", null],
  ["1e3", null],
])("a number field reads %s as %s", async (typed, value) => {
  const onCommit = vi.fn();
  const { user } = show(<NumberField label="pitch" value={1} min={0} max={9000} unit="mm" onCommit={onCommit} />);
  const input = screen.getByLabelText("pitch");
  await user.clear(input);
  await user.type(input, `${typed}{Enter}`);
  if (value === null) expect(onCommit).not.toHaveBeenCalled();
  else expect(onCommit).toHaveBeenLastCalledWith(value);
});

describe("a quantity field", () => {
  const field = (props: Partial<React.ComponentProps<typeof QuantityField>> = {}) => (
    <QuantityField label="knob height" kind="length" base={89} min={10} max={500} onCommit={() => {}} {...props} />
  );

  // 1 in = 25.4 mm exactly: NIST SP 811.
  it.each([
    ["3 1/2 in", 88.9, "= 88.9 mm"],
    ["120", 120, "= 4.724 in"],
    ["9 cm", 90, "= 90.0 mm"],
    ["0.3 m", 300, "= 300.0 mm"],
  ])(
    "takes %s, says what was understood before it is saved, and keeps what was typed",
    async (typed, base, understood) => {
      const onCommit = vi.fn();
      const { user } = show(field({ onCommit }));
      const input = screen.getByLabelText("knob height");
      await user.clear(input);
      await user.type(input, typed);
      expect(plainText(document.querySelector(".qf .u"))).toBe(understood);
      expect(onCommit).not.toHaveBeenCalled();
      await user.keyboard("{Enter}");
      expect(onCommit).toHaveBeenCalledTimes(1);
      // A bare figure keeps the unit it was meant in.
      expect(onCommit.mock.calls[0][0].typed).toBe(typed === "120" ? "120 mm" : typed);
      expect(onCommit.mock.calls[0][0].base).toBeCloseTo(base, 9);
    },
  );

  it.each([
    ["high", /accepted|like/],
    ["5 kg", /./],
    ["900 mm", /accepted: 10.0 mm to 500.0 mm/],
    ["1 mm", /accepted: 10.0 mm to 500.0 mm/],
  ])("refuses %s in its place and keeps it", async (typed, says) => {
    const onCommit = vi.fn();
    const { user } = show(field({ onCommit }));
    const input = screen.getByLabelText<HTMLInputElement>("knob height");
    await user.clear(input);
    await user.type(input, `${typed}{Enter}`);
    expect(onCommit).not.toHaveBeenCalled();
    expect(input).toHaveProperty("value", typed);
    expect(input.getAttribute("aria-invalid")).toBe("true");
    expect(plainText(screen.getByRole("alert"))).toMatch(says);
    await user.keyboard("{Escape}");
    expect(input.getAttribute("aria-invalid")).toBe("false");
  });

  it("never reads a figure of another unit as one of its own: 118 typed as millimetres is no 2997 mm in inches", () => {
    show(field({ typed: "118", base: 118 }), { units: "inch" });
    const input = screen.getByLabelText<HTMLInputElement>("knob height");
    expect(input.value.replace(/[\u00a0\u202f]/g, " ")).toBe("4.646 in");
    expect(plainText(document.querySelector(".qf .u"))).toBe("= 118.0 mm");
  });

  it("reads a bare figure in the shop's own unit", async () => {
    const onCommit = vi.fn();
    const { user } = show(field({ base: null, onCommit }), { units: "inch" });
    await user.type(screen.getByLabelText("knob height"), "4{Enter}");
    expect(onCommit.mock.calls[0][0].base).toBeCloseTo(101.6, 9);
  });

  it("is emptied only where it may be", async () => {
    const onClear = vi.fn();
    const { user, unmount } = show(field());
    await user.clear(screen.getByLabelText("knob height"));
    expect(plainText(screen.getByRole("alert"))).toBe("a figure is needed here");
    unmount();
    const again = show(field({ onClear }));
    await again.user.clear(screen.getByLabelText("knob height"));
    await again.user.tab();
    expect(onClear).toHaveBeenCalledTimes(1);
  });

  // 1 mile = 1.609344 km exactly: NIST SP 811.
  it("takes a road speed both ways", async () => {
    const onCommit = vi.fn();
    const { user } = show(<QuantityField label="road speed" kind="speed" base={70} onCommit={onCommit} />);
    expect(plainText(document.querySelector(".qf .u"))).toBe("= 43 mph");
    const input = screen.getByLabelText("road speed");
    await user.clear(input);
    await user.type(input, "45 mph{Enter}");
    expect(onCommit.mock.calls[0][0].base).toBeCloseTo(72.42, 2);
  });
});

describe("a plain number", () => {
  it("is committed on Enter, refused out of range with what is accepted, and cleared to not known", async () => {
    const onCommit = vi.fn();
    const { user } = show(<NumberField label="bolts" value={6} min={1} max={64} whole unit="" onCommit={onCommit} />);
    const input = screen.getByLabelText("bolts");
    for (const bad of ["0", "65", "2.5", "many"]) {
      await user.clear(input);
      await user.type(input, `${bad}{Enter}`);
      expect(plainText(screen.getByRole("alert")), bad).toBe("accepted: a whole number 1 to 64");
    }
    expect(onCommit).not.toHaveBeenCalled();
    await user.clear(input);
    await user.type(input, "8{Enter}");
    expect(onCommit).toHaveBeenLastCalledWith(8);
    await user.clear(input);
    await user.tab();
    expect(onCommit).toHaveBeenLastCalledWith(null);
  });
});

describe("a torque specification", () => {
  // 1 lbf ft = 1.355 817 948 N m: NIST SP 811.
  it("is shown as it was understood, and refused at the character in the way", async () => {
    const onCommit = vi.fn();
    const { user } = show(<SpecField label="specification" value="" onCommit={onCommit} />);
    const input = screen.getByLabelText("specification");
    await user.type(input, "103-105 lb ft");
    expect(plainText(document.querySelector(".qf .u"))).toBe("= 139.6 to 142.4 N m");
    await user.keyboard("{Enter}");
    expect(onCommit).toHaveBeenCalledWith("103-105 lb ft");
    await user.clear(input);
    await user.type(input, "40 Nx{Enter}");
    expect(input.getAttribute("aria-invalid")).toBe("true");
    expect(onCommit).toHaveBeenCalledTimes(1);
  });
});

describe("text", () => {
  it("may be needed, has an end, and can be checked", async () => {
    const onCommit = vi.fn();
    const { user } = show(
      <TextField
        label="name"
        value="Old lever"
        required
        max={12}
        check={(t) => (t === "taken" ? "this one is there already" : undefined)}
        onCommit={onCommit}
      />,
    );
    const input = screen.getByLabelText("name");
    const says = async (typed: string): Promise<string> => {
      await user.clear(input);
      if (typed) await user.type(input, typed);
      await user.tab();
      return plainText(screen.queryByRole("alert"));
    };
    expect(await says("")).toBe("this needs a few words");
    expect(await says("a very long name")).toBe("16 characters; accepted: up to 12");
    expect(await says("taken")).toBe("this one is there already");
    expect(onCommit).not.toHaveBeenCalled();
    expect(await says("  Notched  ")).toBe("");
    expect(onCommit).toHaveBeenCalledWith("Notched");
  });
});

describe("slots with a knob", () => {
  it("a switch says its state and moves", async () => {
    const onChange = vi.fn();
    const { user } = show(<SlotSwitch on={false} label="Repaired" onChange={onChange} />);
    const knob = screen.getByRole("switch", { name: "Repaired" });
    expect(knob.getAttribute("aria-checked")).toBe("false");
    knob.focus();
    await user.keyboard(" ");
    expect(onChange).toHaveBeenCalledWith(true);
  });

  it.each<["present" | "absent" | "untried", string]>([
    ["untried", "present"],
    ["present", "absent"],
    ["absent", "untried"],
  ])("a symptom that is %s goes to %s when it is tapped", async (state, next) => {
    const onChange = vi.fn();
    const { user } = show(<SymptomChip words="Shakes at idle" state={state} onChange={onChange} />);
    await user.click(screen.getByRole("button", { name: /^Shakes at idle/ }));
    expect(onChange).toHaveBeenCalledWith(next);
  });

  it("a symptom follows the arrows", async () => {
    const onChange = vi.fn();
    const { user } = show(<SymptomChip words="Knocks" state="untried" number={3} onChange={onChange} />);
    screen.getByRole("button", { name: "Knocks: not asked" }).focus();
    await user.keyboard("{ArrowRight}{ArrowLeft}{Delete}x");
    expect(onChange.mock.calls.map(([s]) => s)).toEqual(["present", "absent", "untried"]);
  });
});

describe("lengths one after the other", () => {
  it.each([
    ["0, 5, 10", [0, 5, 10]],
    ["0 5 10", [0, 5, 10]],
    ["1 1/2 in; 40 mm", [38.1, 40]],
    ["\u22126, 6", [-6, 6]],
    ["1 1/2 in", [38.1]],
    ["5, five", null],
    ["5-10, 20", null],
    ["1 2 3 in", null],
  ])("read %s", (text, want) => {
    const got = readLengths(text, "metric");
    if (want === null) expect(got).toBeNull();
    else want.forEach((v, i) => expect(got?.[i]).toBeCloseTo(v, 9));
    if (want) expect(got).toHaveLength(want.length);
  });

  it("are refused with what would be accepted, and kept in mm when they will do", async () => {
    const onCommit = vi.fn();
    const { user } = show(
      <LengthListField label="holes" valueMm={[25.4, 50.8]} min={1} max={2000} most={3} distinct onCommit={onCommit} />,
      { units: "inch" },
    );
    const field = screen.getByLabelText("holes, in") as HTMLInputElement;
    expect(field.value).toBe("1, 2");
    for (const wrong of ["1, 1", "1, 2, 3, 4", "0", "", "one"]) {
      await user.clear(field);
      if (wrong) await user.type(field, wrong);
      await user.keyboard("{Enter}");
      expect(plainText(screen.getByRole("alert"))).toBe(
        "accepted: 1 to 3 different lengths from 0.039 in to 78.740 in",
      );
    }
    expect(onCommit).not.toHaveBeenCalled();
    await typeInto(user, field, "1 1/2, 60 mm");
    expect(onCommit.mock.lastCall?.[0][0]).toBeCloseTo(38.1, 9);
    expect(onCommit.mock.lastCall?.[0][1]).toBeCloseTo(60, 9);
  });
});

describe("a list of lengths of which one is typed anew", () => {
  it("keeps the others to the digit, though fewer are shown", async () => {
    const onCommit = vi.fn();
    const { user } = show(
      <LengthListField label="holes" valueMm={[48.26, 60]} min={1} max={2000} most={3} onCommit={onCommit} />,
    );
    await typeInto(user, screen.getByLabelText("holes, mm"), "48.3, 61");
    expect(onCommit.mock.lastCall?.[0]).toEqual([48.26, 61]);
  });
});

describe("figures in a shop of inches", () => {
  function Shown({ mm, digits }: { mm: number; digits?: number }) {
    const units = useUnits();
    return <p>{units.show(mm, "length", { digits })}</p>;
  }
  // 25.4 mm is an inch: NIST SP 811. What was worth a hundredth of a millimetre is worth a thou.
  it.each([
    [25.4, undefined, "1.000 in"],
    [0.1, 1, "0.004 in"],
    [0.1, 2, "0.004 in"],
    [0.012, 3, "0.0005 in"],
    [312, 0, "12.28 in"],
  ])("resolve as much: %d mm to %s decimals is %s", (mm, digits, want) => {
    const { container } = show(<Shown mm={mm} digits={digits} />, { units: "inch" });
    expect(plainText(container)).toBe(want);
  });
});
