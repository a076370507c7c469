// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { answering, plainText, record, show, written } from "../../../tests/web/show";
import { ShelfPage } from ".";

const item = (name: string, more: object = {}) =>
  record("stockItem", { name, unit: "tubes", quantity: 3, least: 1, consumable: true, ...more });
const page = async (...stock: ReturnType<typeof item>[]) => {
  answering("/api/workshop", { templates: [], stock, kits: [], worked: [] });
  const shown = show(<ShelfPage />);
  await screen.findByRole("region", { name: "Stock" });
  return shown;
};
const says = () => plainText(screen.getByRole("region", { name: "Answer" }));

describe("the shelf", () => {
  it("of a new shop says what it is for, and begins with a name", async () => {
    const { user, store } = await page();
    expect(says()).toContain("Nothing is on the shelf yet.");
    await user.type(screen.getByLabelText("Add to the shelf: what it is"), "Cable ties{Enter}");
    expect(written(store)).toMatchObject([{ op: "create", resource: "stockItem", data: { name: "Cable ties" } }]);
    await waitFor(() => expect(says()).toContain("Cable ties"));
  });
  it("says what is to be ordered, and counts up and down, never below nothing", async () => {
    const { user, store } = await page(item("Grease"), item("Rust inhibitor", { quantity: 0 }));
    expect(says()).toContain("One thing to order: Rust inhibitor.");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "One Rust inhibitor less" }).disabled).toBe(true);
    await user.click(screen.getByRole("button", { name: "One Grease less" }));
    await user.click(screen.getByRole("button", { name: "One Rust inhibitor more" }));
    expect(written(store).map((o) => "data" in o && o.data.quantity)).toEqual([2, 1]);
    await waitFor(() => expect(says()).toContain("Enough of everything."));
  });
  it("takes a thing out, and lists the shop's own templates with none yet", async () => {
    const { user, store } = await page(item("Grease"));
    await user.click(screen.getByRole("button", { name: "Take Grease out" }));
    expect(written(store)).toMatchObject([{ op: "delete", resource: "stockItem" }]);
    const own = screen.getByRole("region", { name: "The shop’s own templates" });
    expect(plainText(within(own).getByText(/None yet/))).toContain("None yet.");
  });
});
