// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { positionAt } from "../../domain";
import { plainText, show, typeInto } from "../../tests/web/show";
import { LedgerTable } from "./LedgerTable";
import { nameColumn } from "./RowName";
import { freeName, rowEdits, RowsEditor } from "./RowsEditor";
import { SortableList } from "./SortableList";
import { useFilePick } from "./useFilePick";

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

describe("a list that is kept whole", () => {
  const rows = [
    { name: "a", n: 1 },
    { name: "b", n: 2 },
  ];

  it("changes one row, goes without one, grows by one; the list before stays as it was", () => {
    const keep = vi.fn();
    const edits = rowEdits(rows, keep);
    edits.patch(1, { n: 5 });
    edits.take(0);
    edits.add({ name: "c", n: 3 });
    expect(keep.mock.calls.map(([list]) => list)).toEqual([
      [rows[0], { name: "b", n: 5 }],
      [rows[1]],
      [...rows, { name: "c", n: 3 }],
    ]);
    expect(rows.map((r) => r.n)).toEqual([1, 2]);
  });

  it("has its names in a column that takes none twice", async () => {
    const onName = vi.fn();
    const column = nameColumn<(typeof rows)[number]>(
      "row",
      (r) => `name of ${r.name}`,
      new Set(["a", "b"]),
      10,
      onName,
    );
    const { user } = show(
      <RowsEditor
        rows={rows}
        keyOf={(r) => r.name}
        columns={[column]}
        takeOut={{ label: (r) => r.name, onTake: vi.fn() }}
      />,
    );
    await typeInto(user, screen.getByLabelText("name of a"), "b");
    expect(screen.getByRole("alert").textContent).toBe("taken");
    expect(onName).not.toHaveBeenCalled();
    await typeInto(user, screen.getByLabelText("name of b"), "left");
    expect(onName).toHaveBeenCalledWith(1, "left");
  });
});

describe("a ledger", () => {
  it("has a head over each column, and an empty one where none is named", () => {
    show(
      <LedgerTable className="own" heads={["what", ["before", "och"], ""]}>
        <tr>
          <td>throw</td>
          <td>89</td>
          <td />
        </tr>
      </LedgerTable>,
    );
    const table = screen.getByRole("table");
    expect(table.className).toBe("ledger own");
    expect(screen.getAllByRole("columnheader").map((h) => [h.textContent, h.className])).toEqual([
      ["what", ""],
      ["before", "och"],
    ]);
  });
});

describe("a file picked by a key", () => {
  it("is told once, and the same one can be picked again", async () => {
    const onFiles = vi.fn();
    const Piece = () => {
      const { pick, field } = useFilePick(".json", "Levers", onFiles);
      return (
        <>
          <button onClick={pick}>Open</button>
          {field}
        </>
      );
    };
    const { user } = show(<Piece />);
    const input = screen.getByLabelText<HTMLInputElement>("Levers");
    const opened = vi.spyOn(input, "click");
    await user.click(screen.getByRole("button", { name: "Open" }));
    expect(opened).toHaveBeenCalledTimes(1);
    const file = new File(["{}"], "a.json", { type: "application/json" });
    await user.upload(input, file);
    await user.upload(input, file);
    expect(onFiles.mock.calls.map(([files]) => files[0].name)).toEqual(["a.json", "a.json"]);
  });
});
