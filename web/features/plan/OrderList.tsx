import { Button, Modal } from "antd";
import Papa from "papaparse";
import { useState } from "react";
import type { OfferAnswer, Part } from "../../../contract";
import { awaited } from "../../../domain";
import { useOffersQuery } from "../../data/api";
import { useShop } from "../../data/useShop";
import type { StageProps } from "../../data/stage";
import { dayAfter } from "../../format/dates";
import { count } from "../../format/words";
import { saveAs } from "../../ui/saveAs";
import css from "./day.module.css";

/** A cell a spreadsheet would take for a formula is written out as text. */
const harmless = (cell: string): string => (/^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell);

/** What is to be ordered, with the supplier's price, stock and days; to print or as CSV. */
export function OrderList({ view, edit, onClose }: StageProps & { onClose: () => void }) {
  const currency = useShop()?.shop.currency ?? "";
  const parts = awaited(view.part).filter((p) => p.state === "needed" && !p.consumable);
  const { data } = useOffersQuery(parts.map((p) => p.number || p.name).join("\n"), { skip: !parts.length });
  const [asked] = useState(() => new Date());
  const offers = new Map<string, OfferAnswer>(data?.offers.map((o) => [o.asked, o]));
  const offerOf = (p: Part): OfferAnswer | undefined => offers.get(p.number || p.name);
  const order = (): void => {
    edit.all(`Ordered: ${count(parts.length, "part")}`, [
      ...parts.map((p) => {
        const offer = offerOf(p);
        return {
          op: "update" as const,
          resource: "part" as const,
          id: p.id,
          version: p.version,
          data: {
            state: "ordered",
            ...(offer && {
              supplier: data?.supplier ?? "",
              arrives: dayAfter(asked, offer.days),
              // A price that was played is no price of the job.
              price: p.price ?? (data?.simulated ? null : offer.price),
            }),
          },
        };
      }),
    ]);
    onClose();
  };
  const csv = (): void =>
    saveAs(
      `order-job-${view.job.number ?? ""}.csv`,
      Papa.unparse(
        parts.map((p) => ({
          part: harmless(p.name),
          number: harmless(p.number),
          maker: harmless(p.maker),
          quantity: p.quantity,
          price: p.price ?? offerOf(p)?.price ?? "",
          currency: harmless(currency),
          days: offerOf(p)?.days ?? "",
          // A file is read where nobody sees this screen: what the program played stays marked.
          "price from":
            p.price !== null ? "job" : offerOf(p) ? (data?.simulated ? "simulated supplier" : data?.supplier) : "",
        })),
      ),
      "text/csv",
    );
  return (
    <Modal
      open
      width={680}
      rootClassName={css.order}
      title={`To order for job ${view.job.number ?? ""}`}
      onCancel={onClose}
      footer={[
        <Button key="csv" disabled={!parts.length} onClick={csv}>
          Save as CSV
        </Button>,
        <Button key="print" disabled={!parts.length} onClick={() => window.print()}>
          Print
        </Button>,
        <Button key="order" type="primary" disabled={!parts.length} onClick={order}>
          Mark as ordered
        </Button>,
      ]}
    >
      {parts.length === 0 ? (
        <p className="q">Nothing is left to order.</p>
      ) : (
        <table className={css.ways}>
          <thead>
            <tr>
              <th>part</th>
              <th>number</th>
              <th>quantity</th>
              <th>{currency}</th>
              <th>in stock</th>
              <th>days</th>
            </tr>
          </thead>
          <tbody>
            {parts.map((p) => {
              const offer = offerOf(p);
              return (
                <tr key={p.id}>
                  <td>
                    {p.name} {p.notInKit && <span className="lb och">often not in the kit</span>}
                  </td>
                  <td className="n">{p.number || "none yet"}</td>
                  <td className="n">{p.quantity}</td>
                  <td className="n">{(p.price ?? offer?.price)?.toFixed(2) ?? ""}</td>
                  <td className="n">{offer ? offer.stock : ""}</td>
                  <td className="n">{offer ? offer.days : ""}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {data?.simulated && (
        <p className="lb och">Simulated supplier: prices, stock and days are played by the program.</p>
      )}
    </Modal>
  );
}
