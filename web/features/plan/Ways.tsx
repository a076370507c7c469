import { Button, Modal, Radio } from "antd";
import { useState } from "react";
import dayjs from "dayjs";
import { boundsOf, type partWays, resources, type Part } from "../../../contract";
import { nextPosition } from "../../../domain";
import { useShop } from "../../data/useShop";
import type { StageProps } from "../../data/stage";
import { DayField } from "../../ui/DayField";
import { NumberField, PriceField } from "../../ui/NumberField";
import { Choice, TextField } from "../../ui/TextField";
import css from "./day.module.css";

const WAYS: Record<(typeof partWays)[number], string> = {
  part: "the part alone",
  repair: "repaired",
  assembly: "whole assembly",
  used: "used part",
  temporary: "temporary",
};

/** Months after which a temporary repair is looked at again; common practice, no source. */
const LOOK_AGAIN_MONTHS = 1;

/** Ways round a part that cannot be had, or costs too much: price, work, when it is here, and when it is looked at again. */
export function Ways({ view, edit }: StageProps) {
  const currency = useShop()?.shop.currency ?? "";
  const [adding, setAdding] = useState<Part | null>(null);
  const open = view.part.filter(
    (p) => !p.insteadOf && (p.state === "notSold" || view.part.some((o) => o.insteadOf === p.id)),
  );
  /** One of them is taken, and in the total; the others are alternatives. */
  const choose = (of: Part, taken: Part): void =>
    edit.all(
      `${of.name}: ${taken.id === of.id ? "as it is sold" : WAYS[taken.way]}`,
      [of, ...view.part.filter((p) => p.insteadOf === of.id)]
        .filter((p) => p.alternative !== (p.id !== taken.id))
        .map((p) => ({
          op: "update" as const,
          resource: "part" as const,
          id: p.id,
          version: p.version,
          data: { alternative: p.id !== taken.id },
        })),
    );
  return (
    <section className="sect" aria-label="Ways to get a part">
      {open.map((of) => {
        const others = view.part.filter((p) => p.insteadOf === of.id);
        const ways = of.state === "notSold" || !others.length ? others : [of, ...others];
        return (
          <div key={of.id}>
            <div className="row-flex">
              <h2 className="hd2">
                {of.name}
                {of.state === "notSold" && ", no longer sold"}
              </h2>
              <span className="push" />
              <Button size="small" onClick={() => setAdding(of)}>
                Add a way
              </Button>
            </div>
            {ways.length === 0 ? (
              <p className="q">Add what else would do: repaired, a whole assembly, a used part, something temporary.</p>
            ) : (
              <table className={css.ways}>
                <thead>
                  <tr>
                    <th>way</th>
                    <th>{currency}</th>
                    <th>adds, min</th>
                    <th>here</th>
                    <th>look again</th>
                  </tr>
                </thead>
                <tbody>
                  {ways.map((w) => (
                    <tr key={w.id}>
                      <td>
                        <Radio checked={!w.alternative} onChange={() => choose(of, w)}>
                          {w.name} <span className="lb">{WAYS[w.way]}</span>
                        </Radio>
                      </td>
                      <td className="n">{w.price === null ? "" : (w.price * w.quantity).toFixed(2)}</td>
                      <td className="n">{w.addsMin}</td>
                      <td>{w.state === "arrived" ? "in stock" : (w.arrives ?? "not known")}</td>
                      <td>{w.recheck ?? (w.way === "temporary" ? "not set" : "none")}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        );
      })}
      {open.length === 0 && (
        <>
          <h2 className="hd2">Another way</h2>
          <p className="q">
            A part that is no longer sold, or costs too much: compare repairing it, a whole assembly, a used one or
            something temporary.
          </p>
          <Choice
            label="for which part"
            value=""
            options={{
              "": "choose a part",
              ...Object.fromEntries(
                view.part.filter((p) => !p.consumable && !p.alternative).map((p) => [p.id, p.name]),
              ),
            }}
            onChange={(id) => setAdding(view.part.find((p) => p.id === id) ?? null)}
          />
        </>
      )}
      {adding && <AddWay of={adding} currency={currency} onClose={() => setAdding(null)} view={view} edit={edit} />}
    </section>
  );
}

function AddWay({
  of,
  currency,
  view,
  edit,
  onClose,
}: StageProps & { of: Part; currency: string; onClose: () => void }) {
  const [name, setName] = useState(of.name);
  const [way, setWay] = useState<Part["way"]>("repair");
  const [price, setPrice] = useState<number | null>(null);
  const [addsMin, setAddsMin] = useState(0);
  const [arrives, setArrives] = useState<string | null>(null);
  const again = dayjs().add(LOOK_AGAIN_MONTHS, "month").format("YYYY-MM-DD");
  const [recheck, setRecheck] = useState<string | null>(null);
  const add = (): void => {
    edit.create(
      "part",
      {
        jobId: view.job.id,
        name,
        way,
        price,
        addsMin,
        arrives,
        recheck: way === "temporary" ? (recheck ?? again) : recheck,
        quantity: of.quantity,
        insteadOf: of.id,
        alternative: true,
        position: nextPosition(view.part),
      },
      `${of.name}: another way, ${WAYS[way]}`,
    );
    onClose();
  };
  return (
    <Modal open title={`Another way for ${of.name}`} okText="Add this way" onOk={add} onCancel={onClose} width={520}>
      <div className="fields">
        <TextField label="what it is" value={name} required max={80} onCommit={setName} />
        <Choice label="way" value={way} options={WAYS} onChange={setWay} />
        <PriceField label="price each" value={price} currency={currency} onCommit={setPrice} />
        <NumberField
          label="adds to the work"
          value={addsMin}
          {...boundsOf(resources.part, "addsMin")}
          unit="min"
          onCommit={(v) => setAddsMin(v ?? 0)}
        />
        <DayField label="here on" value={arrives} onCommit={setArrives} />
        <DayField
          label="look again on"
          value={way === "temporary" ? (recheck ?? again) : recheck}
          onCommit={setRecheck}
        />
      </div>
      {way === "temporary" && (
        <p className="lb och">Something temporary always gets a day on which it is looked at again.</p>
      )}
    </Modal>
  );
}
