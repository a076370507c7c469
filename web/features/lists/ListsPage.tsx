import { Button, Checkbox, Dropdown, Table, type TableColumnType } from "antd";
import { Link, useParams, useSearchParams } from "react-router";
import { writeTable } from "../../../core";
import { useListsQuery } from "../../data/api";
import { useShop } from "../../data/useShop";
import { useUnits } from "../../format/units";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { saveAs } from "../../ui/saveAs";
import { Coming } from "../../ui/states";
import { columnsOf, LISTS, pathOfRow, type Column, type ListName, type ListRow } from "./columns";
import css from "./lists.module.css";

const PAGE = 50;
const isList = (name: string | undefined): name is ListName => name !== undefined && name in LISTS;

/** A value as an address writes it. */
const raw = (c: Column, row: ListRow): string => String(c.value(row) ?? "");

const byValue =
  (c: Column) =>
  (a: ListRow, b: ListRow): number => {
    const [x, y] = [c.value(a), c.value(b)];
    if (typeof x === "number" && typeof y === "number") return x - y;
    return String(x ?? "").localeCompare(String(y ?? ""), "en", { numeric: true });
  };

/** What an address says of the sorting: "km" or "-km". */
const sortOf = (text: string | null): { key: string; down: boolean } | null =>
  text ? { key: text.replace(/^-/, ""), down: text.startsWith("-") } : null;

/** Lists of the whole shop: sorted, filtered, with the columns one wants, and as a table file; the address keeps it all. */
export function ListsPage() {
  const { what } = useParams();
  const list: ListName = isList(what) ? what : "vehicles";
  const [params, setParams] = useSearchParams();
  const units = useUnits();
  const currency = useShop()?.shop.currency ?? "";
  const { data, error, refetch } = useListsQuery();
  if (!data) return <Coming query={{ error, refetch }} rows={12} />;
  const all = columnsOf(list, units, currency);
  const hidden = new Set((params.get("without") ?? "").split(",").filter(Boolean));
  const columns = all.filter((c) => !hidden.has(c.key));
  const sort = sortOf(params.get("sort"));
  const rows = data[list] as ListRow[];
  const filtersOf = (c: Column): string[] | null => params.get(`is.${c.key}`)?.split("|") ?? null;
  const shown = rows.filter((r) => all.every((c) => filtersOf(c)?.includes(raw(c, r)) ?? true));
  const set = (changes: Record<string, string | null>): void => {
    const next = new URLSearchParams(params);
    for (const [key, value] of Object.entries(changes)) {
      if (value) next.set(key, value);
      else next.delete(key);
    }
    setParams(next, { replace: true });
  };
  const toggle = (key: string): void => {
    const next = hidden.has(key) ? [...hidden].filter((k) => k !== key) : [...hidden, key];
    if (next.length < all.length) set({ without: next.join(",") || null });
  };
  const sorted = sort
    ? [...shown].sort((a, b) => {
        const c = all.find((x) => x.key === sort.key);
        return c ? byValue(c)(a, b) * (sort.down ? -1 : 1) : 0;
      })
    : shown;
  const takeOut = (): void =>
    saveAs(
      `${list}.csv`,
      writeTable(
        columns.map((c) => c.head),
        sorted.map((r) => columns.map((c) => (c.number ? c.value(r) : c.says(r)))),
      ),
      "text/csv",
    );
  const tableColumns = columns.map((c, i): TableColumnType<ListRow> => ({
    key: c.key,
    title: c.head,
    align: c.number ? "right" : "left",
    onCell: () => ({ className: c.number ? "n" : c.key === "complaint" ? undefined : css.whole }),
    sorter: byValue(c),
    sortOrder: sort?.key === c.key ? (sort.down ? "descend" : "ascend") : null,
    ...(c.few && {
      filters: [...new Map(rows.map((r) => [raw(c, r), c.says(r)]))]
        .filter(([value]) => value)
        .sort((x, y) => x[1].localeCompare(y[1]))
        .map(([value, text]) => ({ text, value })),
      filteredValue: filtersOf(c),
      onFilter: (value, row) => raw(c, row) === value,
    }),
    render: (_, row) => (i === 0 ? <Link to={pathOfRow(list, row)}>{c.says(row) || "none"}</Link> : c.says(row)),
  }));
  return (
    <>
      <title>{`${LISTS[list]} · Ash Lever`}</title>
      <header className="top">
        <h1>Lists</h1>
        <nav className={css.tabs} aria-label="Lists">
          {(Object.keys(LISTS) as ListName[]).map((name) => (
            <Link key={name} to={`/lists/${name}`} aria-current={name === list ? "page" : undefined}>
              {LISTS[name]} <span className="n">{data[name].length}</span>
            </Link>
          ))}
        </nav>
        <div className="push" />
        <SavedState />
        <Dropdown
          trigger={["click"]}
          popupRender={() => (
            <div className={css.columns}>
              {all.map((c) => (
                <Checkbox key={c.key} checked={!hidden.has(c.key)} onChange={() => toggle(c.key)}>
                  {c.head}
                </Checkbox>
              ))}
            </div>
          )}
        >
          <Button>Columns</Button>
        </Dropdown>
        <Button onClick={takeOut} disabled={!shown.length}>
          CSV
        </Button>
      </header>
      <section className="page">
        <Table<ListRow>
          rowKey="id"
          size="small"
          columns={tableColumns}
          dataSource={rows}
          pagination={rows.length > PAGE ? { pageSize: PAGE, showSizeChanger: false } : false}
          locale={{ emptyText: "Nothing here." }}
          onChange={(_page, filters, sorting) => {
            const one = Array.isArray(sorting) ? sorting[0] : sorting;
            const key = one?.order ? String(one.columnKey) : null;
            set({
              sort: key && (one.order === "descend" ? `-${key}` : key),
              ...Object.fromEntries(
                Object.entries(filters).map(([k, v]) => [`is.${k}`, v?.length ? v.map(String).join("|") : null]),
              ),
            });
          }}
        />
      </section>
    </>
  );
}
