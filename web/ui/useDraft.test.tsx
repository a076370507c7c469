// @vitest-environment jsdom
import { act, fireEvent, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { show } from "../../tests/web/show";
import { AddLine } from "./AddLine";
import { NewQuantityField, QuantityField } from "./QuantityField";
import { TextField } from "./TextField";
import { dropDraft, saveDrafts, useKeptDrafts } from "./useDraft";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const pass = (ms: number): void => act(() => void vi.advanceTimersByTime(ms));
const typing = (label: string, ...texts: string[]): HTMLElement => {
  const field = screen.getByLabelText(label);
  act(() => field.focus());
  for (const value of texts) fireEvent.change(field, { target: { value } });
  return field;
};

describe("text that is being typed", () => {
  it("is kept after a pause, without leaving the field, and once", () => {
    const onCommit = vi.fn();
    show(<TextField label="verdict" value="" onCommit={onCommit} />);
    const field = typing("verdict", "S", "Sl", "Slop ");
    expect(onCommit).not.toHaveBeenCalled();
    pass(900);
    expect(onCommit.mock.calls).toEqual([["Slop"]]);
    expect(field).toHaveProperty("value", "Slop ");
    fireEvent.blur(field);
    expect(onCommit).toHaveBeenCalledTimes(1);
  });

  it("is kept while typing goes on without a pause", () => {
    const onCommit = vi.fn();
    show(<TextField label="verdict" value="" onCommit={onCommit} />);
    for (let i = 1; i <= 12; i++) {
      typing("verdict", "x".repeat(i));
      pass(400);
    }
    expect(onCommit.mock.calls.length).toBeGreaterThanOrEqual(1);
    expect(onCommit.mock.calls[0][0].length).toBeLessThan(9);
  });

  it("is kept when the page goes, and when the field goes", () => {
    const [first, second] = [vi.fn(), vi.fn()];
    const shown = show(
      <>
        <TextField label="one" value="" onCommit={first} />
        <QuantityField label="two" kind="length" base={null} onCommit={second} />
      </>,
    );
    typing("one", "half a sen");
    saveDrafts();
    expect(first).toHaveBeenCalledWith("half a sen");
    typing("two", "12 mm");
    shown.unmount();
    expect(second).toHaveBeenCalledWith({ typed: "12 mm", base: 12 });
  });

  it("that will not do is not kept, and stays to be put right", () => {
    const onCommit = vi.fn();
    show(<QuantityField label="throw" kind="length" base={89} min={0} max={200} onCommit={onCommit} />);
    const field = typing("throw", "12 furlongs");
    pass(3000);
    fireEvent.blur(field);
    expect(onCommit).not.toHaveBeenCalled();
    expect(field).toHaveProperty("value", "12 furlongs");
  });

  it("goes back to what it was with Esc, though a part of it was kept", () => {
    const onCommit = vi.fn();
    const Throw = () => {
      const [value, setValue] = useState({ typed: "89 mm", base: 89 });
      const keep = (next: typeof value): void => (setValue(next), onCommit(next));
      return <QuantityField label="throw" kind="length" {...value} onCommit={keep} />;
    };
    show(<Throw />);
    const field = typing("throw", "12 mm");
    pass(900);
    fireEvent.keyDown(field, { key: "Escape" });
    expect(onCommit.mock.calls.map(([edit]) => edit.typed)).toEqual(["12 mm", "89 mm"]);
  });

  it("does not overwrite what became of the value after it was kept", () => {
    const onCommit = vi.fn();
    const Verdict = () => {
      const [value, setValue] = useState("");
      return (
        <>
          <TextField label="verdict" value={value} onCommit={(next) => (setValue(next), onCommit(next))} />
          <button onClick={() => setValue("theirs")}>another person</button>
        </>
      );
    };
    show(<Verdict />);
    typing("verdict", "mine");
    pass(900);
    fireEvent.click(screen.getByText("another person"));
    expect(onCommit).toHaveBeenCalledTimes(1);
    fireEvent.blur(screen.getByLabelText("verdict"));
    expect(onCommit).toHaveBeenCalledTimes(1);
  });

  it("of a name that others are found by is kept when it is whole", () => {
    const onCommit = vi.fn();
    show(<TextField label="gear" value="1" whileTyping={false} onCommit={onCommit} />);
    const field = typing("gear", "R");
    pass(5000);
    expect(onCommit).not.toHaveBeenCalled();
    fireEvent.blur(field);
    expect(onCommit).toHaveBeenCalledWith("R");
  });
});

describe("a line not added yet", () => {
  it("survives a reload, and is gone once it is added", () => {
    const onAdd = vi.fn();
    show(<AddLine label="Add a step" onAdd={onAdd} />).unmount();
    const first = show(<AddLine label="Add a step" onAdd={onAdd} />);
    typing("Add a step", "Lift the gearb");
    first.unmount();
    const second = show(<AddLine label="Add a step" onAdd={onAdd} />);
    const field = screen.getByLabelText("Add a step");
    expect(field).toHaveProperty("value", "Lift the gearb");
    fireEvent.keyDown(field, { key: "Enter" });
    expect(onAdd).toHaveBeenCalledWith("Lift the gearb");
    second.unmount();
    show(<AddLine label="Add a step" onAdd={onAdd} />);
    expect(screen.getByLabelText("Add a step")).toHaveProperty("value", "");
  });

  it("of a figure is added whole, never after a pause", () => {
    const onCommit = vi.fn();
    const field = () => (
      <NewQuantityField draftName="throw" label="first reading" kind="length" base={null} onCommit={onCommit} />
    );
    const shown = show(field());
    typing("first reading", "3");
    pass(5000);
    saveDrafts();
    shown.unmount();
    expect(onCommit).not.toHaveBeenCalled();
    show(field());
    expect(screen.getByLabelText("first reading")).toHaveProperty("value", "3");
    const again = typing("first reading", "312 mm");
    fireEvent.keyDown(again, { key: "Enter" });
    expect(onCommit.mock.calls).toEqual([[{ typed: "312 mm", base: 312 }]]);
  });
});

describe("what was typed and not added", () => {
  const Count = () => {
    const drafts = useKeptDrafts();
    return (
      <output>
        {drafts.map((d) => (
          <button key={d.name} onClick={() => dropDraft(d)}>{`${d.path} ${d.name}: ${d.text}`}</button>
        ))}
      </output>
    );
  };
  beforeEach(() => localStorage.clear());

  it("is known over a reload, wherever it was typed, until it is added or discarded", () => {
    localStorage.setItem("ash-lever.draft./jobs/A/gauge#throw 3 4", "121 mm");
    localStorage.setItem("ash-lever.draft./jobs/B/plan#empty", "");
    const { unmount } = show(
      <>
        <Count />
        <AddLine label="finding" onAdd={vi.fn()} />
      </>,
    );
    const lines = (): string[] => screen.queryAllByRole("button").map((b) => b.textContent ?? "");
    expect(lines()).toContain("/jobs/A/gauge throw 3 4: 121 mm");
    expect(lines().some((l) => l.includes("empty"))).toBe(false);
    typing("finding", "Boot split");
    expect(lines()).toContain("/ finding: Boot split");
    typing("finding", "");
    expect(lines()).not.toContain("/ finding: Boot split");
    fireEvent.click(screen.getByRole("button", { name: /throw 3 4/ }));
    expect(lines()).not.toContain("/jobs/A/gauge throw 3 4: 121 mm");
    unmount();
    expect(Object.keys(localStorage).filter((k) => k.includes("throw"))).toEqual([]);
  });
});
