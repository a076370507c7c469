// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";
import { answering, pick, plainText, record, show, typeInto } from "../../testing/show";
import { ShopPage } from "./ShopPage";

beforeEach(() => {
  answering("/api/bin", { records: [] });
  answering("/api/history", { changes: [] });
  answering("/api/undo", { undo: null, redo: null });
});

/** What waits to be sent, newest last: resource and fields. */
const waiting = (): { op: string; resource: string; data: Record<string, unknown> }[] =>
  (
    JSON.parse(localStorage.getItem("ash-lever.waiting") ?? '{"pending":[]}').pending as {
      request: { operations: never[] };
    }[]
  ).flatMap((e) => e.request.operations);

describe("the shop", () => {
  it("keeps its name, its units and its money, each as a change of its own", async () => {
    const { user } = show(<ShopPage />);
    await typeInto(
      user,
      await screen.findByLabelText("name, as it stands on the record"),
      "Skerrin Isles Carriage Shed",
    );
    await pick(user, "units shown first", "inches, lb ft, lb");
    await typeInto(user, screen.getByLabelText("currency"), "shells");
    await user.click(screen.getByRole("switch", { name: "Single keys act" }));
    expect(waiting().map((o) => o.data)).toEqual([
      { name: "Skerrin Isles Carriage Shed" },
      { units: "inch" },
      { currency: "shells" },
      { singleKeys: false },
    ]);
  });

  it("shows an edit at once, before the server has it", async () => {
    const { user } = show(<ShopPage />);
    const name = await screen.findByLabelText("name, as it stands on the record");
    await typeInto(user, name, "Another shed");
    expect(name).toHaveProperty("value", "Another shed");
  });

  it("goes dark where the light is bad, on this screen only", async () => {
    const { user } = show(<ShopPage />);
    await screen.findByLabelText("currency");
    await pick(user, "light", "dark, for bad light");
    expect(JSON.parse(localStorage.getItem("ash-lever.session") ?? "{}").theme).toBe("dark");
    expect(waiting()).toEqual([]);
  });

  it("says when it cannot be read", async () => {
    answering("/api/shop", undefined);
    show(<ShopPage />);
    expect(plainText(await screen.findByRole("alert"))).toContain("This could not be read");
  });

  it("lists who works here", async () => {
    const shop = record("shop", {}, { id: "00000000000000000000000001" });
    answering("/api/shop", { shop, people: [record("person", { name: "E. Corrow", initials: "EC", role: "mounts" })] });
    show(<ShopPage />);
    expect(await screen.findByText(/E\. Corrow/)).toBeTruthy();
  });
});
