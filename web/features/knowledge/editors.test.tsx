// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { shopStandard, type Knowledge } from "../../../core";
import { pick, plainText, show, typeInto } from "../../../tests/web/show";
import { FaultEditor, ObservationEditor, TestEditor } from "./ItemEditor";
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
    expect(plainText(screen.getByRole("alert"))).toContain("accepted: over 0, up to ");
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

describe("a thing that can be seen", () => {
  const idle = shopStandard.observations.find((o) => o.id === "vibIdle")!;
  const open = () => {
    const onChange = vi.fn<(next: Knowledge, what: string) => void>();
    const onRemove = vi.fn();
    return {
      onChange,
      onRemove,
      ...show(<ObservationEditor knowledge={shopStandard} item={idle} onChange={onChange} onRemove={onRemove} />),
    };
  };

  it("is reworded, and told how often it comes without a fault and how long asking takes", async () => {
    const { user, onChange } = open();
    await typeInto(user, screen.getByLabelText("as the driver would say it"), "Shakes at the lights");
    expect(onChange.mock.lastCall?.[0].observations.find((o) => o.id === idle.id)?.label).toBe("Shakes at the lights");
    await typeInto(user, screen.getByLabelText("asking takes"), "2");
    expect(onChange.mock.lastCall?.[0].observations.find((o) => o.id === idle.id)?.minutes).toBe(2);
    await pick(user, "seen where no fault causes it", "often, 70 %");
    expect(onChange.mock.lastCall?.[0].observations.find((o) => o.id === idle.id)?.faultFree).toBe("often");
  });

  it("has a figure with each fault; one that is taken back falls to the rate without a fault", async () => {
    const { user, onChange } = open();
    await pick(user, `${tail.label}: how likely`, "nearly always, 93 %");
    const [next, what] = onChange.mock.lastCall ?? [];
    expect(next?.table.mountTail?.vibIdle).toBe("nearlyAlways");
    expect(what).toBe(`${tail.label}, ${idle.label}`);
    // One cell changes: every other figure of the table stays.
    const others = (k: Knowledge | undefined) => ({ ...k?.table, mountTail: { ...k?.table.mountTail, vibIdle: null } });
    expect(others(next)).toEqual(others(shopStandard));
    await pick(user, `${tail.label}: how likely`, "as without a fault");
    expect(onChange.mock.lastCall?.[0].table.mountTail ?? {}).not.toHaveProperty("vibIdle");
  });
});

describe("a test of the table", () => {
  const [test] = shopStandard.tests;
  const open = (item = test) => {
    const onChange = vi.fn<(next: Knowledge, what: string) => void>();
    const onRemove = vi.fn();
    return {
      onChange,
      onRemove,
      changed: () => onChange.mock.lastCall?.[0].tests.find((t) => t.id === item.id),
      ...show(<TestEditor knowledge={shopStandard} item={item} onChange={onChange} onRemove={onRemove} />),
    };
  };

  it("takes its minutes and its people", async () => {
    const { user, changed, onRemove } = open();
    await typeInto(user, screen.getByLabelText("takes"), "12");
    expect(changed()?.minutes).toBe(12);
    await pick(user, "people", test.hands === 1 ? "two" : "one");
    expect(changed()?.hands).toBe(test.hands === 1 ? 2 : 1);
    await user.click(screen.getByRole("button", { name: "Remove this test" }));
    expect(onRemove).toHaveBeenCalledOnce();
  });

  it("is told step by step, a line each, never more than a person keeps in mind", async () => {
    const { user, onChange } = open();
    const how = screen.getByLabelText("how it is done, a step a line");
    await user.clear(how);
    await user.type(how, "Chock the wheels{Enter}  {Enter}Pry the mount");
    await user.tab();
    expect(onChange.mock.lastCall?.[0].howTos?.[test.id]?.steps).toEqual(["Chock the wheels", "Pry the mount"]);
    onChange.mockClear();
    await user.clear(how);
    await user.type(how, Array.from({ length: 13 }, (_, i) => `Step ${i}`).join("{Enter}"));
    await user.tab();
    expect(plainText(screen.getByRole("alert"))).toBe("13 steps; accepted: up to 12");
  });

  it("shows at least one thing", async () => {
    const { user, onChange } = open({ ...test, results: test.results.slice(0, 1) });
    await user.click(screen.getByRole("combobox", { name: "what it can show, one to six things" }));
    await user.keyboard("{Backspace}");
    expect(onChange).not.toHaveBeenCalled();
  });
});
