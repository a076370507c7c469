// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { positionAt } from "../../domain";
import { plainText, show } from "../../tests/web/show";
import { freeName, RowsEditor } from "./RowsEditor";
import { SortableList } from "./SortableList";

const rows = ["a", "b", "c"].map((id, i) => ({ id, position: i + 1 }));

describe("a list that is put in order", () => {
  it("gives each row a grip that says how it is moved", () => {
    show(
      <SortableList items={rows} nameOf={(r) => r.id} onMove={vi.fn()}>
        {(r) => <span>{r.id}</span>}
      </SortableList>,
    );
    expect(screen.getAllByRole("button").map((b) => b.getAttribute("aria-label"))).toEqual([
      "Move a",
      "Move b",
      "Move c",
    ]);
    expect(plainText(document.body)).toContain("Space lifts the row, arrows move it");
  });

  it("gives the moved record a place between its new neighbours, and changes no other", () => {
    expect(positionAt(rows, "a", 1)).toBe(2.5);
    expect(positionAt(rows, "a", 2)).toBe(4);
    expect(positionAt(rows, "c", 0)).toBe(0.5);
    expect(positionAt([rows[0]], "a", 0)).toBe(1);
  });
});

describe("rows of fields", () => {
  it("are taken out down to the fewest, and added while there is room", async () => {
    const [onTake, onAdd] = [vi.fn(), vi.fn()];
    const editor = (list: typeof rows, add: boolean) => (
      <RowsEditor
        rows={list}
        keyOf={(r) => r.id}
        columns={[{ head: "name", cell: (r) => r.id }]}
        takeOut={{ label: (r) => `Take ${r.id}`, fewest: 1, onTake }}
        add={add && { label: "One more", onAdd }}
      />
    );
    const { user, rerender } = show(editor(rows, true));
    await user.click(screen.getByRole("button", { name: "Take b" }));
    expect(onTake).toHaveBeenCalledWith(rows[1], 1);
    await user.click(screen.getByRole("button", { name: "One more" }));
    expect(onAdd).toHaveBeenCalledOnce();
    rerender(editor(rows.slice(0, 1), false));
    expect(screen.queryByRole("button")).toBeNull();
  });
  it("get a name nobody has", () => {
    expect(freeName(new Set(["3", "4"]), 3)).toBe("5");
    expect(freeName(new Set(), 2, (n) => `shim ${n}`)).toBe("shim 2");
  });
});
