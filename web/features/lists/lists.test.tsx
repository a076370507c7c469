// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { answering, plainText, record, show } from "../../../tests/web/show";
import { ListsPage } from "./ListsPage";

const saved = vi.hoisted(() => vi.fn());
vi.mock("../../ui/saveAs", () => ({ saveAs: saved }));

const vehicle = (tag: string, km: number | null, shifter = "rod") => ({
  id: tag,
  tag,
  title: "Ulverin L12",
  owner: "=cmd()",
  shifter,
  km,
  jobs: 2,
  open: 0,
  last: "2031-01-02T08:00:00.000Z",
});
beforeEach(() => {
  saved.mockClear();
  answering("/api/shop", () => ({ shop: record("shop", {}), people: [], shopId: "x" }));
  answering("/api/lists", () => ({
    vehicles: [vehicle("B", 9000), vehicle("A", null), vehicle("C", 120_000, "cable")],
    jobs: [],
    parts: [],
    torque: [],
  }));
});
const tags = (): string[] => screen.getAllByRole("link", { name: /^[ABC]$/ }).map((l) => l.textContent ?? "");

describe("lists of the whole shop", () => {
  it("sort by a column, the other way round again, and the address keeps it", async () => {
    show(<ListsPage />);
    const head = await screen.findByRole("columnheader", { name: /odometer/ });
    expect(tags()).toEqual(["B", "A", "C"]);
    fireEvent.click(head);
    await waitFor(() => expect(tags().at(-1)).toBe("C"));
    fireEvent.click(head);
    await waitFor(() => expect(tags()[0]).toBe("C"));
  });

  it("are filtered and sorted as their address says", async () => {
    show(<ListsPage />, { at: "/?is.shifter=cable&sort=-tag" });
    await screen.findByRole("table");
    expect(tags()).toEqual(["C"]);
  });

  it("go out as a table of what is shown, with nothing a spreadsheet would run", async () => {
    show(<ListsPage />, { at: "/?is.shifter=cable&without=title,last" });
    fireEvent.click(await screen.findByRole("button", { name: "CSV" }));
    const [name, text] = saved.mock.calls[0] as [string, string];
    expect(name).toBe("vehicles.csv");
    const [head, row, ...rest] = text.trim().split(/\r?\n/);
    expect(head).toBe('tag,owner,shifter,"odometer, km",jobs,open');
    expect(row).toMatch(/^C,"'=cmd\(\)",/);
    expect(rest).toEqual([]);
  });

  it("say so where there is nothing, and count what there is", async () => {
    show(<ListsPage />);
    const nav = await screen.findByRole("navigation", { name: "Lists" });
    expect(plainText(nav)).toContain("Vehicles 3");
    expect(within(nav).getByRole("link", { name: /Torque values missing 0/ })).toBeTruthy();
  });
});
