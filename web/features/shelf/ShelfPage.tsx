import { Button } from "antd";
import { boundsOf, resources, type StockItem } from "../../../contract";
import { useWorkshopQuery } from "../../data/api";
import { useEdit } from "../../data/saving";
import { useShop } from "../../data/useShop";
import { useTemplates } from "../../data/useTemplates";
import { capital, countInWords, enumerate } from "../../format/grammar";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { AddLine } from "../../ui/AddLine";
import { Answer } from "../../ui/Answer";
import { NumberField } from "../../ui/NumberField";
import { RowsEditor } from "../../ui/RowsEditor";
import { Coming, Empty } from "../../ui/states";
import { Kits } from "./Kits";
import { ShapeFields, type ShapeField } from "../../ui/ShapeFields";
import css from "./shelf.module.css";

/** Parts and consumables of the shop's own: how many there are, and what is to be ordered. */
export function ShelfPage() {
  const workshop = useTemplates();
  const query = useWorkshopQuery();
  const currency = useShop()?.shop.currency ?? "";
  const edit = useEdit("shop");
  if (!workshop) return <Coming query={query} rows={8} />;
  const { stock, own } = workshop;
  const short = stock.filter((s) => s.quantity < s.least || (s.least === 0 && s.quantity === 0));
  const patch = (s: StockItem, data: Partial<StockItem>, what: string): void =>
    edit.update("stockItem", s, data, `${s.name}: ${what}`);
  const field = (s: StockItem, one: ShapeField) => (
    <ShapeFields
      shape={resources.stockItem}
      value={s}
      fields={[{ ...one, hideLabel: true }]}
      onChange={(data, what) => patch(s, data, what)}
    />
  );
  return (
    <>
      <title>Shelf · Ash Lever</title>
      <header className="top">
        <h1>Shelf</h1>
        <span className="q">parts and consumables of the shop’s own</span>
        <div className="push" />
        <SavedState />
      </header>
      <Answer>
        {!stock.length ? (
          <>
            <b>Nothing is on the shelf yet.</b> List what the shop keeps: a finished step takes what it used from here.
          </>
        ) : short.length ? (
          <>
            <b>{capital(countInWords(short.length, "thing"))} to order:</b> {enumerate(short.map((s) => s.name))}.
          </>
        ) : (
          <>
            <b>Enough of everything.</b> {capital(countInWords(stock.length, "thing"))} on the shelf.
          </>
        )}
      </Answer>
      <div className={css.shelf}>
        <section className="sect" aria-label="Stock">
          {stock.length === 0 ? (
            <Empty title="Nothing listed">Thread locker, grease, cable ties, bushes that are always needed.</Empty>
          ) : (
            <RowsEditor
              rows={stock}
              keyOf={(s) => s.id}
              takeOut={{
                label: (s) => `Take ${s.name} out`,
                onTake: (s) => edit.remove("stockItem", s, `${s.name} off the shelf`),
              }}
              columns={[
                {
                  head: "what",
                  cell: (s) => field(s, { at: "name", label: `Name of ${s.name}`, words: true, what: "name" }),
                },
                {
                  head: "number",
                  cell: (s) => field(s, { at: "number", label: `Number of ${s.name}`, words: true, what: "number" }),
                },
                {
                  head: "there are",
                  cell: (s) => (
                    <span className={s.quantity < s.least ? `${css.amount} ${css.short}` : css.amount}>
                      <Button
                        size="small"
                        aria-label={`One ${s.name} less`}
                        disabled={s.quantity <= 0}
                        onClick={() => patch(s, { quantity: Math.max(0, s.quantity - 1) }, "one less")}
                      >
                        −
                      </Button>
                      <NumberField
                        label={`How much ${s.name}`}
                        hideLabel
                        value={s.quantity}
                        {...boundsOf(resources.stockItem, "quantity")}
                        unit=""
                        onCommit={(q) => patch(s, { quantity: q ?? 0 }, `${q ?? 0} ${s.unit}`)}
                      />
                      <Button
                        size="small"
                        aria-label={`One ${s.name} more`}
                        onClick={() => patch(s, { quantity: s.quantity + 1 }, "one more")}
                      >
                        +
                      </Button>
                    </span>
                  ),
                },
                {
                  head: "counted in",
                  cell: (s) => field(s, { at: "unit", label: `Unit of ${s.name}`, words: true, what: "unit" }),
                },
                {
                  head: "order below",
                  cell: (s) => field(s, { at: "least", label: `Order ${s.name} below`, what: "ordered below" }),
                },
                {
                  head: `price, ${currency}`,
                  cell: (s) => field(s, { at: "price", label: `Price of ${s.name}`, price: currency, what: "price" }),
                },
                {
                  head: "used up",
                  cell: (s) =>
                    field(s, {
                      at: "consumable",
                      label: `${s.name} is used up`,
                      flag: "",
                      what: s.consumable ? "a part" : "used up",
                    }),
                },
                {
                  head: "where",
                  cell: (s) => field(s, { at: "place", label: `Place of ${s.name}`, words: true, what: "place" }),
                },
              ]}
            />
          )}
          <AddLine
            label="Add to the shelf: what it is"
            max={boundsOf(resources.stockItem, "name").max}
            onAdd={(name) => edit.create("stockItem", { name, consumable: true }, `On the shelf: ${name}`)}
          />
        </section>
        <div className={css.kits}>
          <Kits edit={edit} currency={currency} />
        </div>
        <section className="sect" aria-label="The shop’s own templates">
          <h2 className="hd2">The shop’s own templates</h2>
          {own.length === 0 && (
            <p className="q">None yet. In Plan, keep the steps of a job as a template of the shop’s own.</p>
          )}
          <ul className="lined">
            {own.map((t) => (
              <li key={t.id} className="row-flex">
                <span className="rt">{t.content.title}</span>
                <span className="lb">{countInWords(t.content.steps.length, "step")}</span>
                <span className="push" />
                <Button
                  size="small"
                  aria-label={`Template ${t.content.title} into the bin`}
                  onClick={() => edit.remove("template", t, `Template ${t.content.title} into the bin`)}
                >
                  Into the bin
                </Button>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </>
  );
}
