import { quantityKinds, type DossierView } from "../../../contract";
import { formatNumber } from "../../../core";
import { useShopQuery } from "../../data/api";
import { dateText } from "../../format/words";
import { useUnits } from "../../format/units";
import { Figure, OriginLegend } from "../../ui/marks";
import { resultOf, sameMeasurand } from "../../../domain";
import { measurandName } from "../../pieces/readings/ReadingCard";
import { SpecFigure } from "../../pieces/torque/SpecFigure";
import { LedgerTable } from "../../ui/LedgerTable";

export function Torques({ data }: { data: DossierView }) {
  const numberOf = (jobId: string): string => String(data.jobs.find((j) => j.id === jobId)?.number ?? "");
  const byName = data.torqueGroup.filter((g, i, all) => all.findLastIndex((o) => o.name === g.name) === i);
  return (
    <section className="sect">
      <h2 className="hd2">
        Torque values <span className="lb">as last recorded</span>
      </h2>
      {byName.length > 0 && (
        <>
          <table className="ledger">
            <tbody>
              {byName.map((g) => (
                <tr key={g.id}>
                  <td>{g.name}</td>
                  <td className="txt">
                    {g.count} × {g.thread || "thread not known"}
                  </td>
                  <td>
                    <SpecFigure group={g} />
                  </td>
                  <td className="txt lb" style={{ paddingLeft: 10 }}>
                    {g.specSource}
                  </td>
                  <td className="lb">job {numberOf(g.jobId)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <OriginLegend only={["specified", "estimated", "missing"]} />
        </>
      )}
      {!byName.length && <p className="q">None recorded. They come from the jobs’ torque groups.</p>}
    </section>
  );
}

export function Readings({ data }: { data: DossierView }) {
  const units = useUnits();
  const jobs = data.jobs.filter((j) => data.reading.some((r) => r.jobId === j.id));
  if (!jobs.length) return null;
  return (
    <section className="sect">
      <h2 className="hd2">
        Readings over the years <span className="lb">as left after the work where it was measured</span>
      </h2>
      <LedgerTable heads={["what", ["job", "txt"], "before", "after"]}>
        {jobs.flatMap((j) =>
          data.reading
            .filter((r) => r.jobId === j.id && r.phase === "before")
            .map((r) => {
              const after = data.reading.find((o) => o.jobId === j.id && o.phase === "after" && sameMeasurand(o, r));
              return (
                <tr key={r.id}>
                  <td>{r.quantity === "throw" ? `throw, ${measurandName(r)}` : measurandName(r).toLowerCase()}</td>
                  <td className="txt">
                    {j.number}, {dateText(r.takenAt)}
                  </td>
                  <td>
                    <Figure origin="measured">{units.show(resultOf(r).mean, quantityKinds[r.quantity])}</Figure>
                  </td>
                  <td>
                    {after && (
                      <Figure origin="measured">{units.show(resultOf(after).mean, quantityKinds[r.quantity])}</Figure>
                    )}
                  </td>
                </tr>
              );
            }),
        )}
      </LedgerTable>
    </section>
  );
}

export function Parts({ data }: { data: DossierView }) {
  const { data: shop } = useShopQuery();
  if (!data.part.length) return null;
  const built = (from: string | null, to: string | null): string =>
    [from && `from ${dateText(from)}`, to && `to ${dateText(to)}`].filter(Boolean).join(" ");
  return (
    <section className="sect">
      <h2 className="hd2">
        Parts and their numbers <span className="lb">{shop?.shop.currency}</span>
      </h2>
      <table className="ledger">
        <tbody>
          {data.part.map((p) => (
            <tr key={p.id}>
              <td>{p.name}</td>
              <td className="txt n">{p.number}</td>
              <td className="txt">{[p.variant, built(p.builtFrom, p.builtTo)].filter(Boolean).join(", ")}</td>
              <td className="txt">{p.carriedOver ? "carried over" : p.state === "arrived" ? "here" : p.state}</td>
              <td className="n">{p.price === null ? "" : formatNumber(p.price, 2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
