import { Button, Modal, Radio } from "antd";
import { useState } from "react";
import dayjs from "dayjs";
import { Link } from "react-router";
import { z } from "zod";
import { boundsOf, partWays, resources, type Part } from "../../../contract";
import { formatNumber } from "../../../core";
import { nextPosition } from "../../../domain";
import { useShop } from "../../data/useShop";
import type { StageProps } from "../../data/stage";
import { dayText } from "../../format/words";
import { DayField } from "../../ui/DayField";
import { NumberField } from "../../ui/NumberField";
import { ShapeFields } from "../../ui/ShapeFields";
import { Choice } from "../../ui/TextField";
import { forgetDraft, useKeptDraft } from "../../ui/useDraft";
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
  const shop = useShop()?.shop;
  const currency = shop?.currency ?? "";
  const hourPrice = shop?.hourPrice ?? null;
  /** Part and work together; null where the price or an hour's is not known. */
  const inAll = (w: Part): number | null =>
    w.price === null || (hourPrice === null && w.addsMin > 0)
      ? null
      : w.price * w.quantity + ((hourPrice ?? 0) * w.addsMin) / 60;
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
                {of.state === "notSold" && ", no longer sold"} <span className="lb">ways to get it</span>
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
                    <th>in all</th>
                    <th>here</th>
                    <th>look again</th>
                  </tr>
                </thead>
                <tbody>
                  {ways.map((w) => {
                    const total = inAll(w);
                    return (
                      <tr key={w.id}>
                        <td>
                          <Radio checked={!w.alternative} onChange={() => choose(of, w)}>
                            {w.name} <span className="lb">{WAYS[w.way]}</span>
                          </Radio>
                        </td>
                        <td className="n">{w.price === null ? "" : formatNumber(w.price * w.quantity, 2)}</td>
                        <td className="n">{w.addsMin}</td>
                        <td className="n">{total === null ? "not known" : formatNumber(total, 2)}</td>
                        <td>{w.state === "arrived" ? "in stock" : w.arrives ? dayText(w.arrives) : "not known"}</td>
                        <td>{w.recheck ? dayText(w.recheck) : w.way === "temporary" ? "not set" : "none"}</td>
                      </tr>
                    );
                  })}
                </tbody>
              </table>
            )}
          </div>
        );
      })}
      {hourPrice === null && open.length > 0 && (
        <p className="lb">
          Work is counted in once Shop says what an hour costs. <Link to="/shop">To Shop</Link>
        </p>
      )}
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

/** A way that is being written, as it is kept until it is added. */
const wayDraft = z.object({
  name: z.string(),
  way: z.enum(partWays),
  price: z.number().nullable(),
  addsMin: z.number(),
  arrives: z.string().nullable(),
  recheck: z.string().nullable(),
});
type WayDraft = z.infer<typeof wayDraft>;

function useWayDraft(of: Part): [draft: WayDraft, set: (patch: Partial<WayDraft>) => void, forget: () => void] {
  const name = `another way for ${of.id}`;
  const [kept, keep] = useKeptDraft(name);
  const usual: WayDraft = { name: of.name, way: "repair", price: null, addsMin: 0, arrives: null, recheck: null };
  const read = (): WayDraft => {
    try {
      return wayDraft.parse(JSON.parse(kept));
    } catch {
      return usual;
    }
  };
  const draft = read();
  return [draft, (patch) => keep(JSON.stringify({ ...draft, ...patch })), () => forgetDraft(name)];
}

function AddWay({
  of,
  currency,
  view,
  edit,
  onClose,
}: StageProps & { of: Part; currency: string; onClose: () => void }) {
  const [{ name, way, price, addsMin, arrives, recheck }, set, forget] = useWayDraft(of);
  const again = dayjs().add(LOOK_AGAIN_MONTHS, "month").format("YYYY-MM-DD");
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
    forget();
    onClose();
  };
  return (
    <Modal open title={`Another way for ${of.name}`} okText="Add this way" onOk={add} onCancel={onClose} width={520}>
      <div className="fields">
        <ShapeFields
          shape={resources.part}
          value={{ name, way, price }}
          fields={[
            { at: "name", label: "what it is", words: true },
            { at: "way", label: "way", options: WAYS },
            { at: "price", label: "price each", price: currency },
          ]}
          onChange={(data) => set(data)}
        />
        <NumberField
          label="adds to the work"
          value={addsMin}
          {...boundsOf(resources.part, "addsMin")}
          unit="min"
          onCommit={(v) => set({ addsMin: v ?? 0 })}
        />
        <DayField label="here on" value={arrives} onCommit={(v) => set({ arrives: v })} />
        <DayField
          label="look again on"
          value={way === "temporary" ? (recheck ?? again) : recheck}
          onCommit={(v) => set({ recheck: v })}
        />
      </div>
      {way === "temporary" && (
        <p className="lb och">Something temporary always gets a day on which it is looked at again.</p>
      )}
    </Modal>
  );
}
