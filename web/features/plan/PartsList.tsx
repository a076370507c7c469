import { resources, type Part } from "../../../contract";
import { Button } from "antd";
import { formatNumber } from "../../../core";
import { useMemo, useState } from "react";
import { useShopQuery, useVehicleQuery } from "../../data/api";
import { Choice, TextField } from "../../ui/TextField";
import type { StageProps } from "../../data/stage";
import { fitDoubts, limitsByNumber, linesFor, nextPosition, positionAt } from "../../../domain";
import { SortableList } from "../../ui/SortableList";
import { GiveBack } from "./GiveBack";
import { AddLine } from "../../ui/AddLine";
import { doubtText } from "../../format/fitDoubts";
import { Press } from "../../ui/Press";
import { ShapeFields } from "../../ui/ShapeFields";
import css from "./plan.module.css";

const STATES = {
  needed: "needed",
  ordered: "ordered",
  arrived: "here",
  fitted: "fitted",
  notSold: "no longer sold",
} as const;

/** Name of the part this one would stand for. */
const instead = (p: Part, all: readonly Part[]): string | undefined => all.find((o) => o.id === p.insteadOf)?.name;

/** What is built in, what is carried over from the old part, and where each stands. */
export function PartsList({ view, edit }: StageProps) {
  const { data } = useShopQuery();
  const currency = data?.shop.currency ?? "";
  const [open, setOpen] = useState<string | null>(null);
  const total = view.part.reduce(
    (sum, p) => sum + (p.carriedOver || p.alternative ? 0 : (p.price ?? 0) * p.quantity),
    0,
  );
  const { data: dossier } = useVehicleQuery(view.vehicle.id);
  const book = useMemo(
    () => (dossier ? linesFor(view.vehicle, dossier.sheetLine, dossier.ownLine) : []),
    [dossier, view.vehicle],
  );
  const patch = (p: Part, data: Partial<Part>, what: string): void =>
    edit.update("part", p, data, `${p.name}: ${what}`);
  return (
    <section className="sect" aria-label="Parts">
      <h2 className="hd2">
        Parts
        <span className="lb">{total > 0 && `${[total.toFixed(2), currency].filter(Boolean).join(" ")} in all`}</span>
      </h2>
      <SortableList
        items={view.part}
        className="lined"
        nameOf={(p) => p.name}
        onMove={(p, to) =>
          edit.update("part", p, { position: positionAt(view.part, p.id, to) }, `${p.name}: moved in the list`)
        }
      >
        {(p) => (
          <>
            <div className={css.pline}>
              <Press
                className="pname"
                aria-expanded={open === p.id}
                onClick={() => setOpen(open === p.id ? null : p.id)}
              >
                <span className="rt">{p.name}</span>
                <span className="lb">
                  {[p.carriedOver ? "carried over from the old part" : p.maker, p.number, p.variant, p.feature]
                    .filter(Boolean)
                    .join(" · ") || "no number yet"}
                </span>
                {!p.alternative &&
                  fitDoubts(p, view.vehicle).map((d) => (
                    <span className="lb brk" key={d.kind}>
                      {doubtText(d)}
                    </span>
                  ))}
                {p.alternative && (
                  <span className="lb">
                    {instead(p, view.part)
                      ? `instead of ${instead(p, view.part)}, not in the total`
                      : "alternative, not in the total"}
                  </span>
                )}
              </Press>
              <span className="n">{p.quantity === 1 ? "" : `${p.quantity} ×`}</span>
              <span className="n">{p.price === null ? "" : formatNumber(p.price, 2)}</span>
              <span style={{ width: 104 }}>
                <Choice
                  label={`State of ${p.name}`}
                  hideLabel
                  small
                  value={p.state}
                  options={STATES}
                  onChange={(state) => patch(p, { state }, STATES[state])}
                />
              </span>
            </div>
            {open === p.id && (
              <div className="pmore">
                <div className="fields">
                  <ShapeFields
                    shape={resources.part}
                    value={p}
                    fields={[
                      { at: "name", label: "part", words: true, what: "name" },
                      { at: "number", label: "number", words: true },
                      { at: "maker", label: "maker or seller", words: true, what: "maker" },
                      { at: "variant", label: "fits variant", words: true, what: "variant" },
                      { at: "builtFrom", label: "built from", day: "month" },
                      { at: "builtTo", label: "built to", day: "month" },
                      { at: "quantity", label: "how many", what: "quantity" },
                      { at: "price", label: "price each", price: currency, what: "price" },
                    ]}
                    onChange={(data, what) =>
                      patch(
                        p,
                        data.number === undefined ? data : { ...limitsByNumber(p, data.number, book), ...data },
                        what,
                      )
                    }
                  />
                </div>
                <TextField label="note" value={p.note} onCommit={(note) => patch(p, { note }, "note")} />
                <div className="row-flex">
                  <ShapeFields
                    shape={resources.part}
                    value={p}
                    fields={[
                      {
                        at: "carriedOver",
                        label: `${p.name} is carried over from the old part`,
                        flag: "carried over from the old part",
                        what: p.carriedOver ? "new" : "carried over",
                      },
                      {
                        at: "alternative",
                        label: `${p.name} is an alternative`,
                        flag: "alternative, not in the total",
                        what: p.alternative ? "the one we take" : "alternative",
                      },
                    ]}
                    onChange={(data, what) => patch(p, data, what)}
                  />
                  <span className="push" />
                  <GiveBack view={view} edit={edit} of={p} />
                  <Button size="small" onClick={() => edit.remove("part", p, `${p.name} into the bin`)}>
                    Into the bin
                  </Button>
                </div>
              </div>
            )}
          </>
        )}
      </SortableList>
      <AddLine
        label="Add a part: what it is"
        onAdd={(name) =>
          setOpen(edit.create("part", { jobId: view.job.id, name, position: nextPosition(view.part) }, `Part: ${name}`))
        }
      />
    </section>
  );
}
