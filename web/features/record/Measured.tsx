import { quantityKinds, type JobView } from "../../../contract";
import { formatInchFraction, formatQuantity, type QuantityKind } from "../../../core";
import { METHOD_NAMES } from "../../format/words";
import { useUnits } from "../../format/units";
import { compared, findReading, measurandKey, measurandsOf, resultOf } from "../../../domain";
import { measurandName } from "../../pieces/readings/ReadingCard";
import { LedgerTable } from "../../ui/LedgerTable";

/** Both units, and a tape's fraction where it was read in inches. */
function useBoth() {
  const units = useUnits();
  return (mm: number, typed?: string, kind: QuantityKind = "length"): string => {
    if (kind !== "length") return `${units.show(mm, kind)} (${units.other(mm, kind)})`;
    const inch = /in|"/.test(typed ?? "") ? formatInchFraction(mm) : formatQuantity(mm, "length", "in", { digits: 2 });
    const metric = formatQuantity(mm, "length", "mm");
    return units.system === "inch" ? `${inch} (${metric})` : `${metric} (${inch})`;
  };
}

/** Readings before and after, with what the tape allows to be said of the difference. */
export function Measured({ view }: { view: JobView }) {
  const both = useBoth();
  const units = useUnits();
  const rows = measurandsOf(view).filter(
    (m) => findReading(view.reading, m, "before") ?? findReading(view.reading, m, "after"),
  );
  if (!rows.length) return null;
  return (
    <section>
      <h2 className="hd2">What was measured</h2>
      <LedgerTable heads={["what", "before", "after", "difference", ["taken with", "txt apart"]]}>
        {rows.map((m) => {
          const [b, a] = [findReading(view.reading, m, "before"), findReading(view.reading, m, "after")];
          const told = b && a ? compared(b, a) : null;
          const change = told?.change ?? null;
          const any = b ?? a;
          return (
            <tr key={measurandKey(m)}>
              <td>{m.quantity === "throw" ? `throw, ${measurandName(m)}` : measurandName(m).toLowerCase()}</td>
              <td className="n">
                {b ? both(resultOf(b).mean, b.values[0].typed, quantityKinds[m.quantity]) : "not taken"}
              </td>
              <td className="n">
                {a ? both(resultOf(a).mean, a.values[0].typed, quantityKinds[m.quantity]) : "not taken"}
              </td>
              <td className="n">
                {change &&
                  (told?.word === "changed"
                    ? `${units.difference(resultOf(b!).mean, resultOf(a!).mean, quantityKinds[m.quantity])} ±${units.show(change.expanded, quantityKinds[m.quantity])}`
                    : told?.word)}
              </td>
              <td className="txt apart">
                {any && `${METHOD_NAMES[any.method]}${any.resolution ? `, to ${any.resolution.typed}` : ""}`}
                {(b?.simulated || a?.simulated) && ", simulated instrument"}
              </td>
            </tr>
          );
        })}
      </LedgerTable>
    </section>
  );
}
