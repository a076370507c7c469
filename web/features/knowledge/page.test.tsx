// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { shopStandard } from "../../../core";
import { knowledgeChanges } from "../../../contract";
import { plainText, show, typeInto, written } from "../../../tests/web/show";
import { KnowledgePage } from "./KnowledgePage";

const page = async () => {
  const shown = show(<KnowledgePage />);
  await screen.findByRole("heading", { name: "The table behind Ask" });
  return shown;
};
/** What the shop's table would be after all that was written. */
const kept = (store: Parameters<typeof written>[0]) => {
  const last = written(store).at(-1);
  const knowledge = last && "data" in last ? last.data.knowledge : null;
  return knowledge === null ? null : knowledgeChanges.parse(knowledge);
};
const list = () => document.querySelector(".know-list") as HTMLElement;
const tableFile = (content: string) => new File([content], "table.json", { type: "application/json" });

describe("the table behind Ask", () => {
  it("stands as default until something is changed, and lists its parts", async () => {
    const { user } = await page();
    expect(plainText(document.body)).toContain("default: engineering judgement");
    expect((screen.getByRole("button", { name: "Reset to default" }) as HTMLButtonElement).disabled).toBe(true);
    for (const fault of shopStandard.faults.slice(0, 5)) expect(plainText(list())).toContain(fault.label);
    for (const tab of screen.getAllByRole("tab")) {
      await user.click(tab);
      expect(tab.getAttribute("aria-selected")).toBe("true");
    }
  });

  it("finds a line by a part of its words", async () => {
    const { user } = await page();
    const [first, other] = shopStandard.faults;
    await user.type(within(list()).getByRole("textbox", { name: /find/i }), first.label.slice(0, 8).toUpperCase());
    expect(plainText(list())).toContain(first.label);
    if (!other.label.toLowerCase().includes(first.label.slice(0, 8).toLowerCase())) {
      expect(plainText(list())).not.toContain(other.label);
    }
  });

  it.each([
    ["Faults", "faults"],
    ["Symptoms", "observations"],
    ["Tests", "tests"],
  ] as const)("takes a line of its own under %s, and keeps only what the shop changed", async (tab, part) => {
    const { user, store } = await page();
    await user.click(screen.getByRole("tab", { name: new RegExp(tab, "i") }));
    await typeInto(user, within(list()).getByLabelText(/^Add/), "Salt in the pivot");
    const changes = kept(store);
    expect(changes?.[part]?.map((x) => x.label)).toEqual(["Salt in the pivot"]);
    // The standard table is not copied into the shop's settings.
    expect(JSON.stringify(changes).length).toBeLessThan(2000);
  });

  it("reads a table from a file; one that will not do changes nothing and says why", async () => {
    const { user, store } = await page();
    const file = screen.getByLabelText("File with a table");
    await user.upload(file, tableFile("{ not json"));
    await waitFor(() => expect(plainText(screen.getByRole("alert"))).toMatch(/^Nothing was changed\. ./));
    expect(written(store)).toEqual([]);
    const [fault, ...rest] = shopStandard.faults;
    const own = { ...shopStandard, faults: [{ ...fault, prior: fault.prior + 3 }, ...rest] };
    await user.upload(file, tableFile(JSON.stringify(own)));
    await waitFor(() => expect(written(store)).toHaveLength(1));
    expect(kept(store)?.faults).toEqual([{ ...fault, prior: fault.prior + 3 }]);
    expect(screen.queryByRole("alert")).toBeNull();
    const broken = { ...shopStandard, faults: [{ ...fault, prior: -1 }, ...rest] };
    await user.upload(file, tableFile(JSON.stringify(broken)));
    await waitFor(() => expect(plainText(screen.getByRole("alert"))).toContain("prior"));
    expect(written(store)).toHaveLength(1);
  });

  it("goes back to the default only after it was asked", async () => {
    const { user, store } = await page();
    await typeInto(user, within(list()).getByLabelText(/^Add/), "Salt in the pivot");
    await user.click(screen.getByRole("button", { name: "Reset to default" }));
    const dialog = await screen.findByRole("dialog");
    const [keep, reset] = within(dialog).getAllByRole("button").slice(-2);
    expect(plainText(keep).length).toBeGreaterThan(0);
    await user.click(reset);
    await waitFor(() => expect(kept(store)).toBeNull());
  });
});
