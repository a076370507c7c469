import { Button } from "antd";
import { boundsOf, settingInputs } from "../../../../contract";
import { formatNumber, type ShimPack } from "../../../../core";
import { beginShims, shimVerdict } from "../../../../domain";
import { useShop } from "../../../data/useShop";
import { useUnits } from "../../../format/units";
import { RowsEditor, freeName, rowEdits } from "../../../ui/RowsEditor";
import { TextField } from "../../../ui/TextField";
import { ToolFrame, type Says } from "../ToolFrame";
import { useSearch } from "../useSetting";
import { type ToolProps } from "../useToolInput";
import { LedgerTable } from "../../../ui/LedgerTable";
import css from "../set.module.css";

const packWords = (p: ShimPack): string =>
  p.pieces.map((x) => (x.count > 1 ? `${x.count} × ${x.name}` : x.name)).join(" and ") || "nothing";

/** Which shims from the shelf: searched whole, beside the screen. */
export function ShimsTool(props: ToolProps) {
  const units = useUnits();
  const shop = useShop();
  const {
    input,
    set,
    answer,
    current,
    busy,
    frame,
    len: show,
    fields,
    rowFields,
  } = useSearch("shims", props, () => beginShims(shop?.shop.shims));
  const best = answer?.packs[0] ?? null;
  const len = (mm: number): string => show(mm, 2);
  const verdict = best && shimVerdict(best);
  const off = best ? `${len(Math.abs(best.errorMm))} ${best.errorMm > 0 ? "looser" : "tighter"} than wanted` : "";
  const says: Says | null =
    best && verdict && current
      ? {
          lead:
            verdict === "asItIs"
              ? "Fit none: the gap is within tolerance."
              : verdict === "none"
                ? `No shim on this shelf helps: it stays ${off}.`
                : verdict === "nearest"
                  ? `The nearest from this shelf is ${packWords(best)}: ${off}.`
                  : `Fit ${packWords(best)}.`,
          rest: `${len(best.packMm)} ${input.mode === "fill" ? "in the gap" : "under it"} leaves ${len(best.leavesMm)}${verdict !== "right" ? "" : Math.abs(best.errorMm) < 1e-6 ? ", as wanted" : `, ${off}`}.`,
        }
      : null;
  const stock = rowEdits(input.stock, (rows) => set({ stock: rows }));
  const names = new Set(input.stock.map((s) => s.name));
  const shelfIs = JSON.stringify(shop?.shop.shims ?? []) === JSON.stringify(input.stock);
  return (
    <ToolFrame
      {...frame}
      says={says}
      name="Shims"
      busy={busy}
      drawing={<PackDrawing gapMm={input.gapMm} pack={best} mode={input.mode} show={len} />}
      form={
        <>
          <div className="fields">
            {fields([
              { at: "gapMm", label: "gap now", kind: "length", digits: 2 },
              { at: "targetMm", label: "gap to leave", kind: "length", digits: 2 },
              { at: "mode", label: "the pack", options: { fill: "fills the gap", lift: "opens the gap" } },
              { at: "maxPieces", label: "pieces at most", whole: true },
            ])}
          </div>
          <section>
            <h2 className="hd2">On the shelf</h2>
            <RowsEditor
              rows={input.stock}
              keyOf={(line) => line.name}
              columns={[
                {
                  head: "thick",
                  cell: (line, i) =>
                    rowFields("stock[]", line, (next) => stock.patch(i, next), [
                      {
                        at: "thicknessMm",
                        label: `thickness of ${line.name}`,
                        kind: "length",
                        digits: 3,
                        hideLabel: true,
                      },
                    ]),
                },
                {
                  head: "how many",
                  cell: (line, i) =>
                    rowFields("stock[]", line, (next) => stock.patch(i, next), [
                      { at: "count", label: `number of ${line.name}`, whole: true, hideLabel: true },
                    ]),
                },
                {
                  head: "called",
                  cell: (line, i) => (
                    <TextField
                      whileTyping={false}
                      label={`name of ${line.name}`}
                      hideLabel
                      value={line.name}
                      required
                      max={boundsOf(settingInputs.shims, "stock[].name").max}
                      check={(n) => (n !== line.name && names.has(n) ? "this name is taken" : undefined)}
                      onCommit={(name) => stock.patch(i, { name })}
                    />
                  ),
                },
              ]}
              takeOut={{
                label: (line) => `Take ${line.name} off the list`,
                fewest: 1,
                onTake: (_, i) => stock.take(i),
              }}
              add={
                input.stock.length < 30 && {
                  label: "One line more",
                  onAdd: () =>
                    stock.add({
                      thicknessMm: 0.3,
                      count: 2,
                      name: freeName(names, input.stock.length + 1, (n) => `shim ${n}`),
                    }),
                }
              }
            />
            <div className="row-flex" style={{ marginTop: 6 }}>
              {shop && (
                <Button
                  size="small"
                  disabled={shelfIs}
                  onClick={() => shop.patch({ shims: input.stock }, "Shims on the shelf")}
                >
                  {shelfIs ? "This is the shop’s shelf" : "Keep as the shop’s shelf"}
                </Button>
              )}
            </div>
          </section>
        </>
      }
      figures={
        answer && (
          <LedgerTable heads={["pack", <>{units.label("length")}</>, "leaves", "off by"]}>
            {answer.packs.map((p, i) => (
              <tr key={packWords(p)} className={i ? undefined : "maj"}>
                <td style={{ whiteSpace: "normal" }}>{packWords(p)}</td>
                <td className="n">{units.bare(p.packMm, "length", 2)}</td>
                <td className="n">{units.bare(p.leavesMm, "length", 2)}</td>
                <td className="n">{units.signed(p.errorMm, "length", 2)}</td>
              </tr>
            ))}
          </LedgerTable>
        )
      }
      working={
        <>
          <p>
            Every pack from the shelf is tried, up to the greatest number of pieces. The nearest to the wanted gap
            stands first; of equals the one with fewer pieces, then the looser.
          </p>
          {answer && <p className="n">needed: {formatNumber(answer.needMm, 3)} mm</p>}
        </>
      }
    />
  );
}

/** The pack in its gap, thicknesses to scale. */
function PackDrawing({
  gapMm,
  pack,
  mode,
  show,
}: {
  gapMm: number;
  pack: ShimPack | null;
  mode: "fill" | "lift";
  show: (mm: number) => string;
}) {
  const whole = mode === "fill" ? gapMm : gapMm + (pack?.packMm ?? 0);
  const k = 220 / Math.max(whole, 0.1);
  let y = 300;
  const leaves = pack ? (mode === "fill" ? pack.leavesMm : gapMm) : gapMm;
  return (
    <svg viewBox="0 0 620 420" role="img" aria-label="The pack of shims in its gap">
      <path className={css.metal} d="M150 300h300v46h-300z" />
      <path className={css.metal} d={`M150 ${300 - whole * k - 46}h300v46h-300z`} />
      {pack?.pieces.flatMap((p) =>
        Array.from({ length: p.count }, (_, i) => {
          const h = p.thicknessMm * k;
          y -= h;
          return (
            <g key={`${p.name}${i}`}>
              <rect className={css.fillteal} x="190" y={y} width="220" height={h} />
              {h > 14 && (
                <text x="300" y={y + h / 2 + 4} textAnchor="middle">
                  {p.name}
                </text>
              )}
            </g>
          );
        }),
      )}
      <path className="ink" d={`M470 ${300 - whole * k}h30M470 ${y}h30M488 ${300 - whole * k}V${y}`} />
      <text className={css.dimtext} x="500" y={(300 - whole * k + y) / 2 + 5}>
        {show(leaves)} left
      </text>
    </svg>
  );
}
