import { Button } from "antd";
import { boundsOf, resources, type Kit } from "../../../contract";
import type { Editor } from "../../data/saving";
import { useKits } from "../../data/useTemplates";
import { QuantityField } from "../../ui/QuantityField";
import { RowsEditor } from "../../ui/RowsEditor";
import { ShapeFields, type ShapeField } from "../../ui/ShapeFields";
import { Empty } from "../../ui/states";

/** Origins a kit's measures can have. */
const ORIGINS = { claimed: "claimed", measured: "measured" } as const;

/** The two measures a lever is told by, straight up or down from its pivot. */
const POINTS = [
  { point: "pin", head: "pin, up or down", label: (name: string) => `Pin of ${name}, below the pivot negative` },
  { point: "knob", head: "knob above pivot", label: (name: string) => `Knob of ${name} above the pivot` },
] as const;

/** Levers that can be bought: what their makers say, or what the shop measured of one. */
export function Kits({ edit, currency }: { edit: Editor; currency: string }) {
  const kits = useKits();
  const patch = (k: Kit, data: Partial<Kit>, what: string): void => edit.update("kit", k, data, `${k.name}: ${what}`);
  const shape = resources.kit;
  const own = (k: Kit, field: ShapeField) => (
    <ShapeFields
      shape={shape}
      value={k}
      fields={[{ ...field, hideLabel: true }]}
      onChange={(data, what) => patch(k, data, what)}
    />
  );
  const add = (): void => void edit.create("kit", { name: `Lever ${kits.length + 1}` }, "Lever on the list");
  return (
    <section className="sect" aria-label="Levers that can be bought">
      <h2 className="hd2">
        Levers that can be bought <span className="lb">tried against each vehicle under Compare, Find</span>
      </h2>
      {kits.length === 0 ? (
        <Empty title="No lever listed" acts={<Button onClick={add}>List a lever</Button>}>
          What the makers offer, with knob and pin from the pivot, as claimed or as measured of one in hand.
        </Empty>
      ) : (
        <RowsEditor
          rows={kits}
          keyOf={(k) => k.id}
          takeOut={{
            label: (k) => `Take ${k.name} off the list`,
            onTake: (k) => edit.remove("kit", k, `${k.name} off the list`),
          }}
          add={{ label: "One more lever", onAdd: add }}
          columns={[
            {
              head: "name",
              cell: (k) => own(k, { at: "name", label: `Name of ${k.name}`, words: true, what: "name" }),
            },
            {
              head: "maker",
              cell: (k) => own(k, { at: "maker", label: `Maker of ${k.name}`, words: true, what: "maker" }),
            },
            {
              head: "number",
              cell: (k) => own(k, { at: "number", label: `Number of ${k.name}`, words: true, what: "number" }),
            },
            ...POINTS.map(({ point, head, label }) => ({
              head,
              cell: (k: Kit) => (
                <QuantityField
                  label={label(k.name)}
                  hideLabel
                  kind="length"
                  base={k[point]?.zMm ?? null}
                  {...boundsOf(shape, `${point}.zMm`)}
                  onCommit={({ base }) => patch(k, { [point]: { xMm: k[point]?.xMm ?? 0, zMm: base } }, point)}
                />
              ),
            })),
            {
              head: "measures",
              cell: (k) =>
                own(k, { at: "origin", label: `Where the measures of ${k.name} come from`, options: ORIGINS }),
            },
            {
              head: "claims, %",
              cell: (k) =>
                own(k, { at: "claimedReductionPct", label: `Claim of ${k.name}`, clears: true, what: "claim" }),
            },
            {
              head: currency || "price",
              cell: (k) => own(k, { at: "price", label: `Price of ${k.name}`, price: currency, what: "price" }),
            },
          ]}
        />
      )}
    </section>
  );
}
