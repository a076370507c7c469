// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { shopStandard, type Knowledge } from "../../../core";
import { pick, plainText, show, typeInto } from "../../../tests/web/show";
import { FaultEditor } from "./ItemEditor";
import { LikelihoodField } from "./LikelihoodField";

const tail = shopStandard.faults.find((f) => f.id === "mountTail")!;

describe("how likely something is", () => {
  const field = (value: React.ComponentProps<typeof LikelihoodField>["value"]) => {
    const onChange = vi.fn();
    return {
      onChange,
      ...show(
        <LikelihoodField
          label="shakes"
          value={value}
          words={shopStandard.words}
          fallback="as without it"
          onChange={onChange}
        />,
      ),
    };
  };
  it("is a word with its figure, the observation's own rate, or a figure", async () => {
    const { user, onChange } = field("often");
    await pick(user, "shakes", "nearly always, 93 %");
    expect(onChange).toHaveBeenLastCalledWith("nearlyAlways");
    await pick(user, "shakes", "as without it");
    expect(onChange).toHaveBeenLastCalledWith(null);
    // A figure begins where the word stood.
    await pick(user, "shakes", "a figure");
    expect(onChange).toHaveBeenLastCalledWith(0.7);
  });
  it("as a figure stays between nothing and certainty", async () => {
    const { user, onChange } = field(0.5);
    const input = screen.getByLabelText("shakes, figure");
    await typeInto(user, input, "100");
    expect(plainText(screen.getByRole("alert"))).toBe("accepted: 0.1 to 99.9 %");
    await typeInto(user, input, "62.5");
    expect(onChange).toHaveBeenLastCalledWith(0.625);
  });
});

describe("a fault of the table", () => {
  it("is renamed, weighed, referred on and taken out; the rest of the table stays", async () => {
    const onChange = vi.fn<(next: Knowledge, what: string) => void>();
    const onRemove = vi.fn();
    const { user } = show(<FaultEditor knowledge={shopStandard} item={tail} onChange={onChange} onRemove={onRemove} />);
    await typeInto(user, screen.getByLabelText("what the part or fault is called"), "Tail mount, islands’ own");
    const [next] = onChange.mock.calls[0];
    expect(next.faults.find((f) => f.id === "mountTail")?.label).toBe("Tail mount, islands’ own");
    expect(next.faults).toHaveLength(shopStandard.faults.length);
    expect(next.table).toEqual(shopStandard.table);
    await typeInto(user, screen.getByLabelText("how often it comes in"), "0");
    expect(plainText(screen.getByRole("alert"))).toContain("accepted: 0.01 to 1000");
    await typeInto(user, screen.getByLabelText("how often it comes in"), "12");
    expect(onChange.mock.calls[1][0].faults.find((f) => f.id === "mountTail")?.prior).toBe(12);
    await user.click(screen.getByRole("switch", { name: "Refer to a specialist" }));
    expect(onChange.mock.calls[2][0].faults.find((f) => f.id === "mountTail")?.referOn).toBe(true);
    await pick(user, "only where the engine is", "north-south");
    expect(onChange.mock.calls[3][0].faults.find((f) => f.id === "mountTail")?.applies).toEqual({
      layout: ["northSouth"],
    });
  });
});
