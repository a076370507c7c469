import { describe, expect, it } from "vitest";
import { shopStandard, withChanges } from "../../core";
import { HOW_TO, howToOf } from "./howTo";
import { changesOf, importKnowledge, newItemId, withCell, withHowTo, withItem, withoutItem } from "./editing";

describe("editing the table behind Ask", () => {
  it("keeps nothing where nothing differs", () => {
    expect(changesOf(shopStandard)).toBeNull();
    const own = withItem(shopStandard, "faults", { ...shopStandard.faults[0], prior: 9 });
    expect(changesOf(own)?.faults).toEqual([{ ...shopStandard.faults[0], prior: 9 }]);
    expect(changesOf(withItem(own, "faults", shopStandard.faults[0]))).toBeNull();
  });

  it("does without an item and whatever spoke of it", () => {
    const own = withoutItem(shopStandard, "wobbleLoose");
    expect(own.observations.some((o) => o.id === "wobbleLoose")).toBe(false);
    expect(own.tests.some((t) => t.results.includes("wobbleLoose"))).toBe(false);
    expect(Object.values(own.table).some((row) => "wobbleLoose" in row)).toBe(false);
    const noFault = withoutItem(shopStandard, "mountLeft");
    expect(noFault.table.mountLeft).toBeUndefined();
  });

  it("sets and empties a cell", () => {
    const set = withCell<string>({ a: { x: "often" } }, "a", "y", "rarely");
    expect(set).toEqual({ a: { x: "often", y: "rarely" } });
    expect(withCell(set, "a", "x", null)).toEqual({ a: { y: "rarely" } });
    expect(withCell<string>(undefined, "b", "x", "never")).toEqual({ b: { x: "never" } });
  });

  it("keeps the shop's own way of doing a test, and takes the usual one again when emptied", () => {
    const how = { steps: ["Chock the wheels.", "Rock the lever."], caution: "Nobody under it." };
    const own = withHowTo(shopStandard, "wobble", how);
    expect(howToOf(shopStandard, "wobble")).toBe(HOW_TO.wobble);
    expect(howToOf(own, "wobble")).toEqual(how);
    const changes = changesOf(own);
    expect(changes?.howTos).toEqual({ wobble: how });
    expect(withChanges(shopStandard, changes).howTos).toEqual({ wobble: how });
    const read = importKnowledge(JSON.stringify(own));
    expect(read.ok && read.knowledge.howTos).toEqual({ wobble: how });

    expect(changesOf(withHowTo(own, "wobble", { steps: [] }))).toBeNull();
    const without = withoutItem(own, "wobble");
    expect(without.howTos).toEqual({});
    expect(withChanges(shopStandard, { ...changes, removed: ["wobble"] }).howTos).toBeUndefined();
  });

  it("makes ids that are new and say what they are", () => {
    expect(newItemId(shopStandard, "The knob buzzes at 2000")).toBe("ownTheKnobBuzzesAt");
    const own = withItem(shopStandard, "faults", { id: "ownKnob", label: "Knob", prior: 1 });
    expect(newItemId(own, "Knob!")).toBe("ownKnob2");
    expect(newItemId(shopStandard, "§§")).toBe("ownItem");
  });

  it.each<[string, (k: Record<string, unknown>) => unknown, string]>([
    ["a probability out of range", (k) => ({ ...k, words: { ...shopStandard.words, often: 1 } }), "words.often"],
    ["an id twice", (k) => ({ ...k, faults: [...shopStandard.faults, shopStandard.faults[0]] }), "faults["],
    [
      "a row of no fault",
      (k) => ({ ...k, table: { ...shopStandard.table, nobody: { vibIdle: "often" } } }),
      "table.nobody",
    ],
    [
      "a cell of nothing seen",
      (k) => ({ ...k, table: { mountLeft: { nothing: "often" } } }),
      "table.mountLeft.nothing",
    ],
    [
      "a test without a result",
      (k) => ({ ...k, tests: [{ ...shopStandard.tests[0], results: [] }] }),
      "tests[0].results",
    ],
    [
      "a way of doing a test there is none of",
      (k) => ({ ...k, howTos: { wobbel: { steps: [] } } }),
      'howTos.wobbel: got "wobbel"',
    ],
    ["an empty step", (k) => ({ ...k, howTos: { wobble: { steps: [""] } } }), "howTos.wobble.steps[0]"],
    ["a list for a root", () => [], "accepted: an object"],
  ])("refuses %s and names the field", (_what, change, says) => {
    const read = importKnowledge(
      JSON.stringify(change(structuredClone(shopStandard) as unknown as Record<string, unknown>)),
    );
    expect(read.ok ? "" : read.why).toContain(says);
  });
});
