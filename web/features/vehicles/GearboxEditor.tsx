import { boundsOf, resources, checkGearbox, gearboxSchema, type Vehicle } from "../../../contract";
import { Button } from "antd";
import { useState } from "react";
import type { Gearbox } from "../../../core";
import type { Editor } from "../../data/saving";
import { gearShort } from "../../format/words";
import { RowsEditor } from "../../ui/RowsEditor";
import { ShapeFields } from "../../ui/ShapeFields";
import { QuantityField } from "../../ui/QuantityField";
import { TextField } from "../../ui/TextField";
import { exampleGearbox } from "../../../domain";
import css from "./vehicles.module.css";

/** Gears, their gates and the rail's travel: they belong to the gearbox, whatever lever stands above it. */
export function GearboxEditor({ vehicle, edit }: { vehicle: Vehicle; edit: Editor }) {
  const { gearbox } = vehicle;
  const [trouble, setTrouble] = useState<string | null>(null);
  const arm = vehicle.shifterKind === "arm";

  const save = (next: Gearbox, what: string): void => {
    const shape = gearboxSchema.safeParse(next);
    const offence = shape.success ? checkGearbox(next, vehicle.shifterKind) : null;
    if (!shape.success || offence) {
      setTrouble(offence?.error.message ?? shape.error?.issues[0]?.message ?? "not a gearbox");
      return;
    }
    setTrouble(null);
    edit.update("vehicle", vehicle, { gearbox: next }, `Gearbox: ${what}`);
  };

  if (!gearbox) {
    return (
      <section className="sect">
        <h2 className="hd2">Gearbox</h2>
        <p className="q">No gears are known yet. Throw, gate and effort need them.</p>
        <div className="row-flex" style={{ marginTop: 10 }}>
          <Button onClick={() => save(exampleGearbox(vehicle.shifterKind), "begun with five gears")}>
            Begin with five gears and reverse
          </Button>
          <Button onClick={() => save(fourInLine(arm), "begun with a transfer case")}>
            Begin with a transfer case
          </Button>
        </div>
      </section>
    );
  }
  const columns = gearbox.columns ?? [];
  const gears = gearbox.gears;
  const setGear = (i: number, patch: Partial<Gearbox["gears"][number]>, what: string): void =>
    save({ ...gearbox, gears: gears.map((g, k) => (k === i ? { ...g, ...patch } : g)) }, what);

  return (
    <section className="sect">
      <h2 className="hd2">
        Gearbox{" "}
        <span className="lb">travel of the {arm ? "gearbox arm" : "shift rail"}, + brings the knob to the rear</span>
      </h2>
      <div className={css.gbox}>
        <RowsEditor
          rows={gears}
          keyOf={(_, i) => i}
          columns={[
            {
              head: "gear",
              cell: (g, i) => (
                <TextField
                  label={`Name of gear ${i + 1}`}
                  hideLabel
                  required
                  max={20}
                  value={g.gear}
                  whileTyping={false}
                  check={(name) =>
                    gears.some((x, k) => k !== i && x.gear === name) ? "accepted: a name not used before" : undefined
                  }
                  onCommit={(gear) => setGear(i, { gear }, `gear ${gear}`)}
                />
              ),
            },
            {
              head: "gate",
              cell: (g, i) => (
                <TextField
                  label={`Gate of ${g.gear}`}
                  hideLabel
                  required
                  max={20}
                  value={g.column}
                  whileTyping={false}
                  onCommit={(column) => save(movedToGate(gearbox, i, column), `${g.gear} in gate ${column}`)}
                />
              ),
            },
            {
              head: "travel",
              cell: (g, i) => (
                <ShapeFields
                  shape={resources.vehicle}
                  within="gearbox.gears[]"
                  value={g}
                  fields={[
                    {
                      at: arm ? "travelDeg" : "travelMm",
                      label: `Travel of ${g.gear}`,
                      kind: arm ? "angle" : "length",
                      hideLabel: true,
                    },
                  ]}
                  onChange={(patch, _, typed) => setGear(i, patch, `${g.gear} travels ${typed}`)}
                />
              ),
            },
          ]}
          takeOut={{
            label: (g) => `Take out ${gearShort(g.gear)}`,
            fewest: 1,
            onTake: (g, i) =>
              save(withoutEmptyGates({ ...gearbox, gears: gears.filter((_, k) => k !== i) }), `${g.gear} taken out`),
          }}
          add={{
            label: "Add a gear",
            onAdd: () => {
              const name =
                ["1", "2", "3", "4", "5", "6", "R", "7", "8"].find((n) => !gears.some((g) => g.gear === n)) ??
                `${gears.length + 1}`;
              const { column } = gears[gears.length - 1];
              save(
                {
                  ...gearbox,
                  gears: [...gears, { gear: name, column, ...(arm ? { travelDeg: 10 } : { travelMm: 10 }) }],
                },
                `gear ${name}`,
              );
            },
          }}
        />
      </div>
      {columns.length > 0 && (
        <table className={css.gbox}>
          <thead>
            <tr className="lb">
              <th align="left">gate</th>
              <th align="left">selector left by (right: −)</th>
              <th align="left">for the driver</th>
            </tr>
          </thead>
          <tbody>
            {columns.map((c, i) => (
              <tr key={i}>
                <td style={{ width: 96 }}>{c.column}</td>
                <td>
                  <QuantityField
                    label={`Gate ${c.column}, to the left`}
                    hideLabel
                    kind="length"
                    base={c.crossMm}
                    {...boundsOf(resources.vehicle, "gearbox.columns[].crossMm")}
                    onCommit={({ base, typed }) =>
                      save(
                        { ...gearbox, columns: columns.map((x, k) => (k === i ? { ...x, crossMm: base } : x)) },
                        `gate ${c.column} ${typed}`,
                      )
                    }
                  />
                </td>
                <td className="lb">{sideOf(columns, i)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {columns.length > 1 && (
        <p className="lb">With the pin below the pivot the knob goes the other way than the selector.</p>
      )}
      {trouble && (
        <p className="brk" role="alert">
          {trouble}
        </p>
      )}
    </section>
  );
}

/** Where the driver finds a gate, counted from the left, with a lever whose pin is below its pivot. */
export function sideOf(columns: NonNullable<Gearbox["columns"]>, i: number): string {
  const order = columns.map((c, k) => ({ c, k })).sort((a, b) => a.c.crossMm - b.c.crossMm || a.k - b.k);
  const at = order.findIndex((o) => o.k === i);
  if (at === 0) return "far left";
  return at === order.length - 1 ? "far right" : `${gearShort(String(at + 1))} from the left`;
}

/** Gates in which there is no gear any more are gone with it. */
const withoutEmptyGates = (gearbox: Gearbox): Gearbox => ({
  ...gearbox,
  ...(gearbox.columns && {
    columns: gearbox.columns.filter((c) => gearbox.gears.some((g) => g.column === c.column)),
  }),
});

/** One gear in another gate. The last gear of a gate takes the gate's place along: it was only named anew. */
export function movedToGate(gearbox: Gearbox, i: number, column: string): Gearbox {
  const { columns = [], gears } = gearbox;
  const from = gears[i].column;
  const alone = gears.filter((g) => g.column === from).length === 1;
  const there = columns.some((c) => c.column === column);
  const named =
    there || !columns.length
      ? columns
      : alone
        ? columns.map((c) => (c.column === from ? { ...c, column } : c))
        : [...columns, { column, crossMm: 0 }];
  const moved = { ...gearbox, gears: gears.map((g, k) => (k === i ? { ...g, column } : g)) };
  return withoutEmptyGates(columns.length ? { ...moved, columns: named } : moved);
}

/** A transfer case: its positions lie in one line. Common practice, no source. */
const fourInLine = (arm: boolean): Gearbox => ({
  columns: [{ column: "line", crossMm: 0 }],
  gears: [
    ["2H", 16],
    ["4H", 6],
    ["N2", -4],
    ["4L", -14],
  ].map(([gear, t]) => ({
    gear: String(gear),
    column: "line",
    ...(arm ? { travelDeg: Number(t) } : { travelMm: Number(t) }),
  })),
});
