import { Button } from "antd";
import type { Part, StockItem } from "../../../contract";
import { countInWords, capital } from "../../format/grammar";
import { PLACE_NAMES } from "../../format/words";
import { useStock } from "../../data/useTemplates";
import type { PlanModel } from "./usePlan";
import css from "./day.module.css";

/** How a part of the pick list is there, or not. */
function stateOf(part: Part | null, stock: readonly StockItem[]): { words: string; lacking: boolean } {
  if (!part) return { words: "", lacking: false };
  if (part.carriedOver) return { words: "carried over", lacking: false };
  if (part.state === "arrived" || part.state === "fitted") return { words: "here", lacking: false };
  const shelf = stock.find((s) => s.name.toLowerCase() === part.name.toLowerCase());
  if (shelf && shelf.quantity > 0)
    return { words: `on the shelf: ${shelf.quantity} ${shelf.unit}`.trim(), lacking: false };
  if (part.consumable) return { words: shelf ? "shelf is empty" : "", lacking: shelf !== undefined };
  if (part.state === "notSold") return { words: "no longer sold", lacking: true };
  const kit = part.notInKit ? "often not in the kit" : "";
  if (part.state === "ordered")
    return {
      words: [kit, part.arrives ? `here on ${part.arrives}` : "ordered"].filter(Boolean).join(", "),
      lacking: true,
    };
  return { words: [kit, "to order"].filter(Boolean).join(", "), lacking: true };
}

/** What to take along, by place and moment: tools and parts of each stay. */
export function PickList({ plan, onOrder }: { plan: PlanModel; onOrder: () => void }) {
  const stock = useStock();
  const { picks, seen } = plan;
  const stops = picks.filter((p) => p.tools.length + p.parts.length > 0);
  const lacking = new Set(
    stops.flatMap((p) => p.parts.filter((x) => stateOf(x.part, stock).lacking).map((x) => x.name)),
  );
  return (
    <section className="sect" aria-label="Pick list">
      <div className="row-flex">
        <h2 className="hd2">
          Pick list{" "}
          <span className={lacking.size ? "lb brk" : "lb"}>
            {lacking.size ? `${countInWords(lacking.size, "part")} missing` : "everything is here"}; by place and moment
          </span>
        </h2>
        <span className="push" />
        <Button size="small" onClick={onOrder}>
          To order
        </Button>
      </div>
      {stops.length === 0 && <p className="q">The steps name no tools and no parts.</p>}
      <div className={css.picks} tabIndex={0} role="group" aria-label="Stays, in their order">
        {stops.map((p, i) => (
          <div key={i}>
            <div className={css.pickHead}>
              <span className="rt">{capital(PLACE_NAMES[p.visit.place])}</span>
              <span className="n q">{seen?.schedule.find((t) => t.id === p.visit.steps[0].id)?.start?.slice(11)}</span>
            </div>
            <ul>
              {p.parts.map(({ name, part }) => {
                const state = stateOf(part, stock);
                return (
                  <li key={name} className={state.lacking ? css.lacks : undefined}>
                    <span>
                      {name}
                      {state.words && <span className="lb"> {state.words}</span>}
                    </span>
                    <span className="n">{part?.quantity ?? ""}</span>
                  </li>
                );
              })}
              {p.tools.map((t) => (
                <li key={t}>
                  <span className="lb">{t}</span>
                </li>
              ))}
            </ul>
          </div>
        ))}
      </div>
    </section>
  );
}
