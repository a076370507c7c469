// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";
import type { AppStore } from "../../data/store";
import { answering, PARENT, pick, plainText, record, show, typeInto, written } from "../../../tests/web/show";
import { initialsOf } from "./initials";
import { ShopPage } from "./ShopPage";

beforeEach(() => {
  answering("/api/bin", { records: [] });
  answering("/api/history", { changes: [], total: 0 });
  answering("/api/undo", { undo: null, redo: null });
});

const fieldsIn = (store: AppStore): unknown[] => written(store).map((o) => "data" in o && o.data);

describe("the shop", () => {
  it("keeps its name, its units and its money, each as a change of its own", async () => {
    const { user, store } = show(<ShopPage />);
    await typeInto(user, await screen.findByLabelText("name, as printed on the record"), "Skerrin Isles Carriage Shed");
    await pick(user, "units shown first", "inches, lb ft, lb");
    await typeInto(user, screen.getByLabelText("currency"), "shells");
    await user.click(screen.getByRole("switch", { name: "Single-key shortcuts" }));
    await user.click(screen.getByRole("switch", { name: "Offer simulated instruments" }));
    expect(fieldsIn(store)).toEqual([
      { name: "Skerrin Isles Carriage Shed" },
      { units: "inch" },
      { currency: "shells" },
      { singleKeys: false },
      { simulatedInstruments: true },
    ]);
  });

  it("shows an edit at once, before the server has it", async () => {
    const { user } = show(<ShopPage />);
    const name = await screen.findByLabelText("name, as printed on the record");
    await typeInto(user, name, "Another shed");
    expect(name).toHaveProperty("value", "Another shed");
  });

  it("goes dark where the light is bad, on this screen only", async () => {
    const { user, store } = show(<ShopPage />);
    await screen.findByLabelText("currency");
    await pick(user, "light", "dark, for bad light");
    expect(JSON.parse(localStorage.getItem("ash-lever.session") ?? "{}").theme).toBe("dark");
    expect(fieldsIn(store)).toEqual([]);
  });

  it("says when it cannot be read", async () => {
    answering("/api/shop", undefined);
    show(<ShopPage />);
    expect(plainText(await screen.findByRole("alert"))).toContain("This could not be read");
  });

  it("lists who works here", async () => {
    const shop = record("shop", {}, { id: "00000000000000000000000001" });
    answering("/api/shop", {
      shopId: PARENT,
      shop,
      people: [record("person", { name: "E. Corrow", initials: "EC", role: "mounts" })],
    });
    show(<ShopPage />);
    expect(await screen.findByText(/E\. Corrow/)).toBeTruthy();
  });
});

describe("initials", () => {
  it("are nobody else's", () => {
    const taken: string[] = [];
    for (const name of ["E. Corrow", "Edda Cole", "Emil Cord", "E. C.", "Ö"]) taken.push(initialsOf(name, taken));
    expect(taken).toEqual(["EC", "ECo", "EC2", "EC3", "Ö"]);
    expect(new Set(taken).size).toBe(taken.length);
  });
});
